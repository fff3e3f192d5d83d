import { inches, mm } from "../../measure/length.ts";
import { money } from "../../measure/money.ts";
import type { SplitJob } from "../model.ts";
import { tapeSplitter } from "../tape/tape.ts";
import { foldSplitter } from "./fold.ts";

const base: SplitJob = {
  sheets: [{ id: "s", width: inches(24), height: inches(16), count: null, cost: money(1) }],
  panels: [{ id: "A", width: inches(6), height: inches(4), count: 16, turn: false }],
  edge: mm(0),
  gap: mm(0),
  method: "fold",
  thirds: false,
};

test("four folds make sixteen pieces", () => {
  const { pattern, bound } = foldSplitter(base).best(0, [1]);
  expect(bound).toBe(16);
  expect(pattern.spots).toHaveLength(16);
  expect(pattern.partings?.[0]).toMatchObject({ from: 0 });
});

test("a piece a hair larger than the last fold gets the fold before it", () => {
  const larger = { ...base, panels: [{ id: "A", width: inches(6, 1, 64), height: inches(4), count: 16, turn: false }] };
  const { pattern } = foldSplitter(larger).best(0, [1]);
  expect(pattern.spots).toHaveLength(8);
  expect(pattern.spots[0]?.width).toBe(inches(12));
});

test("thirds are folded only where she allows them", () => {
  const third = { ...base, panels: [{ id: "A", width: inches(8), height: inches(16), count: 3, turn: false }] };
  expect(foldSplitter(third).best(0, [1]).bound).toBe(2);
  expect(foldSplitter({ ...third, thirds: true }).best(0, [1]).bound).toBe(3);
});

test("one large and some small pieces share a sheet: the large keeps its half whole", () => {
  const mixed = {
    ...base,
    panels: [
      { id: "large", width: inches(12), height: inches(16), count: 1, turn: false },
      { id: "small", width: inches(6), height: inches(4), count: 8, turn: false },
    ],
  };
  const pattern = foldSplitter(mixed).fill(0, [1, 8], 0);
  expect(pattern.spots.filter((spot) => spot.panel === 0)).toHaveLength(1);
  expect(pattern.spots.filter((spot) => spot.panel === 1)).toHaveLength(8);
});

test("the best tape grid may turn the windows, and a plain one counts border and dividers", () => {
  const tape: SplitJob = { ...base, method: "tape", edge: inches(0.5), gap: inches(0.5), panels: [{ id: "A", width: inches(5), height: inches(7), count: 9, turn: true }] };
  // 23 x 15 inside: upright 4 x 2, turned 3 x 2.
  expect(tapeSplitter(tape).best(0, [1]).bound).toBe(8);
  const rows = tapeSplitter(tape).fill(0, [5], 0);
  expect(rows.spots).toHaveLength(5);
  expect(new Set(rows.spots.map((spot) => spot.y)).size).toBe(2);
});

test("panels of one size share a grid, panels of two sizes do not", () => {
  const two = (height: number): SplitJob => ({
    ...base,
    method: "tape",
    panels: [
      { id: "A", width: inches(6), height: inches(4), count: 4, turn: false },
      { id: "B", width: inches(6), height: inches(height), count: 4, turn: false },
    ],
  });
  expect(
    new Set(
      tapeSplitter(two(4))
        .fill(0, [4, 4], 0)
        .spots.map((spot) => spot.panel),
    ).size,
  ).toBe(2);
  expect(
    new Set(
      tapeSplitter(two(5))
        .fill(0, [4, 4], 0)
        .spots.map((spot) => spot.panel),
    ).size,
  ).toBe(1);
});
