import fc from "fast-check";
import { proofRuns } from "../../search/proofRuns.ts";
import { tryEverything } from "../byTrying.ts";
import { Bundles, leastWaste } from "./bundles.ts";
import { spotsOf, type BundleSize } from "./frontier.ts";
import { largestOffcutWays } from "./largest.ts";

const never = (): boolean => false;

const side = fc.integer({ min: 1, max: 5 });
const small = fc.record({
  width: fc.integer({ min: 3, max: 7 }),
  height: fc.integer({ min: 3, max: 7 }),
  panels: fc.array(fc.record({ width: side, height: side, turn: fc.boolean(), count: fc.integer({ min: 1, max: 2 }) }), { minLength: 1, maxLength: 2 }),
});

const waysOf = (panel: BundleSize & { turn: boolean }): BundleSize[] => [
  { width: panel.width, height: panel.height },
  ...(panel.turn && panel.width !== panel.height ? [{ width: panel.height, height: panel.width }] : []),
];

test("a bundle is known exactly where some order of cuts gives it, and its largest offcut is the largest there is", () => {
  fc.assert(
    fc.property(small, ({ width, height, panels }) => {
      const ways = panels.map(waysOf);
      const counts = panels.map((panel) => panel.count);
      const bundles = Bundles.of(ways, counts, [{ width, height }], Infinity, never);
      const whole = bundles?.find(counts) ?? null;
      const { fits, offcut } = tryEverything(width, height, ways, counts);
      expect(whole !== null).toBe(fits);
      if (bundles && whole) expect(largestOffcutWays(bundles, whole, { width, height }, 0).area).toBe(Math.max(0, offcut));
    }),
    { numRuns: 60 },
  );
});

test("where little may be wasted, a full bundle is known though none of its parts is full", () => {
  // Four different pieces fill a square; any three of them waste the fourth.
  const ways = [[{ width: 4, height: 6 }], [{ width: 6, height: 6 }], [{ width: 4, height: 4 }], [{ width: 6, height: 4 }]];
  const bundles = Bundles.of(ways, [1, 1, 1, 1], [{ width: 10, height: 10 }], 0, never);
  expect(bundles?.find([1, 1, 1, 1])?.frontier).toMatchObject([{ width: 10, height: 10 }]);
  expect(bundles?.find([1, 1, 1, 0])).toBeNull();
});

test("with whatever may be wasted, a bundle that some order of cuts gives with no more waste is known", () => {
  fc.assert(
    fc.property(small, fc.integer({ min: 0, max: 12 }), ({ width, height, panels }, more) => {
      const ways = panels.map(waysOf);
      const counts = panels.map((panel) => panel.count);
      const slack = width * height - panels.reduce((sum, panel) => sum + panel.count * panel.width * panel.height, 0) + more;
      const bundles = Bundles.of(ways, counts, [{ width, height }], slack, never);
      if (tryEverything(width, height, ways, counts).fits) expect(bundles?.find(counts)).not.toBeNull();
    }),
    { numRuns: proofRuns(200, 5_000) },
  );
});

test("to the largest bundles no wanted panel can be added", () => {
  const bundles = Bundles.of([[{ width: 4, height: 2 }], [{ width: 3, height: 3 }]], [5, 2], [{ width: 9, height: 6 }], Infinity, never);
  const sets = bundles?.largestIn({ width: 9, height: 6 }).map((rectangle) => {
    const spots = spotsOf(rectangle);
    return [spots.filter((spot) => spot.panel === 0).length, spots.filter((spot) => spot.panel === 1).length];
  });
  // Six of the small would fit, five are wanted; beside both large ones three small ones are left room.
  expect(sets?.sort()).toEqual([
    [3, 2],
    [4, 1],
    [5, 0],
  ]);
});

test("of two ways in the same rectangle the one with fewer offcuts stays", () => {
  const bundles = Bundles.of([[{ width: 2, height: 2 }]], [4], [{ width: 4, height: 4 }], Infinity, never);
  const four = bundles?.find([4]);
  expect(four && leastWaste(four, { width: 4, height: 4 })).toMatchObject({ width: 4, height: 4, waste: 0 });
});

test("what wastes more than the slack, or takes too much work, is not gone through", () => {
  const ways = [[{ width: 4, height: 1 }], [{ width: 1, height: 4 }]];
  // Side by side the two waste 12 of 20.
  expect(Bundles.of(ways, [1, 1], [{ width: 5, height: 4 }], 11, never)?.find([1, 1])).toBeNull();
  expect(Bundles.of(ways, [1, 1], [{ width: 5, height: 4 }], 12, never)?.find([1, 1])).not.toBeNull();
  expect(Bundles.of(ways, [1, 1], [{ width: 5, height: 4 }], Infinity, () => true)).toBeNull();
});

test("no gap is lost beside the offcut, one is lost between pieces", () => {
  // Two pieces of 10 x 10 with a gap of 2 on a real sheet of 40 x 10: the grown measure is 42 x 12.
  const ways = [[{ width: 12, height: 12 }]];
  const bundles = Bundles.of(ways, [2], [{ width: 42, height: 12 }], Infinity, never);
  const two = bundles?.find([2]);
  expect(bundles && two && largestOffcutWays(bundles, two, { width: 42, height: 12 }, 2).area).toBe(18 * 10);
});
