import { batch, design, unit } from "./examples.ts";
import { stretchesOf } from "./worked.ts";

const done = (id: string, at: string) => ({ id, unitId: "u1", stageId: "wash", what: "done" as const, at });

test("a day's work goes from the hands before its first tap to its last, on the shop's own clock", () => {
  const facts = [done("a", "2031-11-06T19:40:00Z"), done("b", "2031-11-06T20:55:00Z")];
  // Five minutes of setup and three of hands lie before the first tap.
  expect(stretchesOf(batch([unit(1)], facts), design, "UTC")).toEqual([{ day: "2031-11-06", from: 19 * 60 + 32, to: 20 * 60 + 55 }]);
  expect(stretchesOf(batch([unit(1)], facts), design, "Asia/Tokyo")).toEqual([{ day: "2031-11-07", from: 4 * 60 + 32, to: 5 * 60 + 55 }]);
});
