import type { Wetness } from "@yule/core";
import { clockFace } from "./WetClock.tsx";

const now = new Date("2031-11-08T10:00:00Z");
const after = (minutes: number): Date => new Date(now.getTime() + minutes * 60_000);
const face = (wetness: Wetness) => clockFace({ unit: "1", done: 1, wetness, dryAt: null }, now, 30);

test.each<[Wetness, string, string]>([
  [{ state: "waiting" }, "–", "not begun"],
  [{ state: "wet", dryAt: after(1.6667) }, "1:40", "wet for 2 min"],
  [{ state: "wet", dryAt: after(23) }, "23", "wet for 23 min"],
  [{ state: "wet", dryAt: after(965) }, "16 h", "wet for 16 h 5 min"],
  [{ state: "catch", until: after(4.5) }, "4:30", "to be caught within 5 min"],
  [{ state: "missed", since: after(-1) }, "late", "its wet window has closed"],
  [{ state: "dry" }, "dry", "dry"],
  [{ state: "finished" }, "done", "finished"],
  // A cross is drawn instead of a word.
  [{ state: "spoilt" }, "", "spoilt"],
])("%j is said in a word, and read out", (wetness, text, spoken) => {
  expect(face(wetness)).toMatchObject({ text, spoken });
});

test("the ring runs out with the drying, and each state has a kind of its own beside the colour", () => {
  expect(face({ state: "wet", dryAt: after(15) }).share).toBe(0.5);
  expect(face({ state: "wet", dryAt: after(90) }).share).toBe(1);
  expect(
    new Set(
      [
        face({ state: "waiting" }),
        face({ state: "wet", dryAt: after(1) }),
        face({ state: "catch", until: after(1) }),
        face({ state: "missed", since: now }),
        face({ state: "dry" }),
      ].map((each) => each.kind),
    ).size,
  ).toBe(5);
});
