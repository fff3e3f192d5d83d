import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { compareWay } from "./compare.ts";
import type { Layout, SplitJob } from "./model.ts";
import { layoutOf } from "./partings.ts";
import { isTorn, softnessOf, softSides, wayOf } from "./ways.ts";

const sheet = { id: "block", width: mm(301), height: mm(200), count: null, cost: money(150) };
const job = (told: Partial<SplitJob>): SplitJob => ({
  method: "cut",
  thirds: false,
  edge: mm(0),
  gap: mm(0),
  sheets: [sheet],
  panels: [{ id: "kites", width: mm(100), height: mm(100), count: 4, turn: true }],
  ...told,
});
/** Two by two squares at the left, a gap between neighbours. */
const layout = (of: SplitJob): Layout => {
  const step = mm(100) + of.gap;
  return layoutOf(
    of,
    { ...sheet, width: mm(301), height: mm(201) },
    { sheet: 0, spots: [0, step].flatMap((x) => [0, step].map((y) => ({ panel: 0, x, y, width: step, height: step }))) },
    1,
  );
};

test("a knife loses nothing; what loses something between pieces is torn along a ruler", () => {
  expect([wayOf(job({})), wayOf(job({ gap: mm(1) })), wayOf(job({ method: "fold", gap: mm(1) })), wayOf(job({ method: "tape", gap: mm(12) }))]).toEqual([
    "cut",
    "ruler",
    "fold",
    "tape",
  ]);
  expect([isTorn(job({})), isTorn(job({ gap: mm(1) })), isTorn(job({ method: "tape" }))]).toEqual([false, true, false]);
});

test("sides at the rim are the sheet's own edge, all others are soft; with the rim trimmed off all are", () => {
  const torn = job({ gap: mm(1) });
  const [corner] = layout(torn).pieces;
  const tall = { ...sheet, height: mm(201) };
  expect(corner && softSides(torn, tall, corner)).toBe(2);
  // What is left over at the right keeps the sheet's edge for itself.
  expect(softnessOf(torn, tall, layout(torn))).toEqual([
    { sides: 3, pieces: 2 },
    { sides: 2, pieces: 2 },
  ]);
  expect(corner && softSides({ ...torn, edge: mm(5) }, tall, corner)).toBe(4);
  expect(corner && softSides(job({}), tall, corner)).toBe(0);
});

test("tearing one sheet after another takes longer than cutting them in piles", () => {
  const of = (told: SplitJob) =>
    compareWay(told, { layouts: [{ ...layout(told), times: 8 }], unplaced: [], sheetsUsed: 8, cost: money(1200), lowerBound: money(0), proven: false }, { reach: null, atOnce: 4 });
  expect(of(job({ gap: mm(1) })).minutes).toBeGreaterThan(of(job({})).minutes);
  expect(of(job({ gap: mm(1) })).method).toBe("cut");
});
