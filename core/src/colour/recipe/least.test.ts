import fc from "fast-check";
import { COMPOSITIONS } from "./compositions.ts";
import { leastSquares } from "./least.ts";
import type { MixWay } from "./mixer.ts";

const way = fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -20, max: 20, noNaN: true }))) as fc.Arbitrary<MixWay>;
const sum = (columns: readonly MixWay[], amounts: readonly number[]): MixWay =>
  [0, 1, 2].map((axis) => columns.reduce((all, column, index) => all + (column[axis] ?? 0) * (amounts[index] ?? 0), 0)) as MixWay;
const long = (a: MixWay, b: MixWay): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

test("no change of the amounts comes nearer", () => {
  fc.assert(
    fc.property(
      fc.array(way, { minLength: 1, maxLength: 3 }),
      way,
      fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: 3, maxLength: 3 }),
      (columns, wanted, change) => {
        const found = leastSquares(columns, wanted);
        fc.pre(found !== null && found.every((amount) => Math.abs(amount) < 50));
        const moved = found.map((amount, index) => amount + (change[index] ?? 0));
        expect(long(sum(columns, found), wanted)).toBeLessThanOrEqual(long(sum(columns, moved), wanted) + 1e-3);
      },
    ),
  );
});

test("columns that say nothing give no amounts", () => {
  expect(leastSquares([], [1, 2, 3])).toBeNull();
  expect(leastSquares([[0, 0, 0]], [1, 2, 3], 0)).toBeNull();
});

test("ratios are told once, in their smallest whole parts, at most eight together", () => {
  expect(COMPOSITIONS[1]).toEqual([[1]]);
  expect(COMPOSITIONS[2]).toContainEqual([3, 1]);
  expect(COMPOSITIONS[2]).not.toContainEqual([2, 2]);
  expect(COMPOSITIONS[3]).not.toContainEqual([2, 4, 2]);
  for (const parts of COMPOSITIONS.flat()) expect(parts.reduce((all, each) => all + each, 0)).toBeLessThanOrEqual(8);
});
