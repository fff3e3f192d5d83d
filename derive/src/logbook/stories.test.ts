import { phraseText, plainSpeech, type EventRead, type EventTold } from "@yule/contract";
import fc from "fast-check";
import { sessionTold, storiesOf, storyPhrase, whyNotUndone } from "./stories.ts";

let seq = 0;
const event = (at: string, happened: EventTold, more: Partial<EventRead> = {}): EventRead => {
  seq += 1;
  return {
    seq,
    id: `e${String(seq)}`,
    at: `2031-11-08T${at}:00.000Z`,
    kind: happened.kind,
    subjectKind: "batch",
    subjectId: "b",
    happened,
    undoneBy: null,
    undoable: true,
    by: null,
    notes: [],
    ...more,
  };
};
const tap = (at: string, stage: string, what: "done" | "dry" | "spoilt", panels: number[], more: Partial<EventRead> = {}) =>
  event(at, { kind: "tell-bench", facts: { stage, what, panels } }, more);
const session = (at: string, what: "begun" | "closed" | "paused", sum: { moved: number; planned: number; spoilt: number; reasons: string[] } | null = null, note = "") =>
  event(at, { kind: "tell-session", facts: { what, note, sum } });
const count = (at: string, name: string) => event(at, { kind: "count-store", facts: { name, onHand: 3, inBooks: 3 } });
const said = (events: readonly EventRead[]): string[] =>
  storiesOf(events).map((story) => phraseText(storyPhrase(story), (value) => ("minutes" in value ? `${String(value.minutes)} min` : plainSpeech(value))));

test("a session is one story: stages in their order, each panel counted once, what was spoilt and why, what was meant", () => {
  const taps = [
    session("19:00", "begun"),
    tap("19:05", "First wash", "done", [1, 2, 3]),
    tap("19:20", "First wash", "dry", [1]),
    tap("19:25", "Moon", "done", [1]),
    tap("19:26", "Moon", "done", [1]),
    tap("19:30", "Moon", "spoilt", [2]),
    session("20:10", "closed", { moved: 4, planned: 6, spoilt: 1, reasons: ["ran"] }, "The red ran out."),
  ];
  expect(said(taps)).toEqual(["At the bench for 70 min: First wash on 3 panels, Moon on 1 panel. 1 panel spoilt: ran. 4 of 6 planned moves were made. The red ran out."]);
});

test("what was undone is not told as done; panels of two batches are two", () => {
  const taps = [tap("19:00", "Wash", "done", [1]), tap("19:01", "Wash", "done", [1], { subjectId: "other" }), tap("19:02", "Wash", "done", [7], { undoneBy: "x" })];
  expect(sessionTold(storiesOf(taps)[0] ?? { key: "", kind: "one", from: "", until: "", events: [] }).stages).toEqual([{ stage: "Wash", panels: 2 }]);
});

test("sessions are told apart by their beginning, their end, or a long pause; a begun one lasts over a pause", () => {
  expect(storiesOf([tap("09:00", "Wash", "done", [1]), tap("10:20", "Wash", "done", [2]), tap("12:00", "Wash", "done", [3])]).map(({ events }) => events.length)).toEqual([1, 2]);
  const closed = [session("09:00", "begun"), session("09:30", "closed"), tap("09:40", "Wash", "done", [1])];
  expect(storiesOf(closed).map(({ events }) => events.length)).toEqual([1, 2]);
  expect(storiesOf([session("09:00", "begun"), tap("11:30", "Wash", "done", [1]), session("11:40", "closed")])).toHaveLength(1);
  expect(storiesOf([session("09:00", "begun"), session("09:10", "begun")])).toHaveLength(2);
});

test("the same again and again is told once, two of a kind are told both, and a session does not hide what lay between its taps", () => {
  expect(said([count("10:00", "Cotton"), count("10:01", "Smooth"), count("10:02", "Kraft")])).toEqual(["Kraft counted: 3 on the shelf, 3 in the books (and 2 more of the kind)"]);
  expect(said([count("10:00", "Cotton"), count("10:01", "Smooth")])).toHaveLength(2);
  const between = storiesOf([tap("10:00", "Wash", "done", [1]), count("10:05", "Cotton"), tap("10:10", "Wash", "done", [2])]);
  expect(between.map(({ kind }) => kind)).toEqual(["one", "session"]);
});

test("told by its moment, not by its arrival: a tap of a tablet that was away stands where it happened", () => {
  const late = { ...tap("08:00", "Wash", "done", [1]), seq: 99 };
  expect(storiesOf([late, count("12:00", "Cotton")]).map(({ from }) => from.slice(11, 16))).toEqual(["12:00", "08:00"]);
});

test("every entry stands in one story, once, whatever came in which order", () => {
  const entry = fc.record({ minute: fc.integer({ min: 0, max: 23 * 60 }), kind: fc.constantFrom("tap", "begun", "closed", "count") });
  fc.assert(
    fc.property(fc.array(entry, { maxLength: 40 }), (entries) => {
      const events = entries.map(({ minute, kind }) => {
        const moment = `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
        return kind === "tap" ? tap(moment, "Wash", "done", [1]) : kind === "count" ? count(moment, "Cotton") : session(moment, kind);
      });
      const stories = storiesOf(events);
      expect(stories.flatMap((story) => story.events.map(({ id }) => id)).sort()).toEqual(events.map(({ id }) => id).sort());
      expect(stories.every(({ from }, index) => index === 0 || from <= (stories[index - 1]?.from ?? ""))).toBe(true);
      expect(storiesOf([...events].reverse())).toEqual(stories);
    }),
  );
});

test("why something cannot be undone is said, and nothing where it can", () => {
  const gone = event("10:00", { kind: "erase-household", facts: {} }, { undoable: false });
  expect(phraseText(whyNotUndone(gone) ?? [])).toBe("It cannot be undone: what was erased is gone for good.");
  expect(phraseText(whyNotUndone({ ...gone, happened: { kind: "older", words: "x" } }) ?? [])).toMatch(/nothing to undo/);
  expect(whyNotUndone(count("10:00", "Cotton"))).toBeNull();
  expect(whyNotUndone({ ...gone, undoneBy: "x" })).toBeNull();
});
