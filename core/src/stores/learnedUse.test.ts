import fc from "fast-check";
import { countTeaches, learnedUse, NO_COUNTS, type CountsSeen } from "./learnedUse.ts";

const after = (...ratios: number[]): CountsSeen =>
  ratios
    .flatMap((ratio) => countTeaches(1_000, 1_000 * ratio) ?? [])
    .reduce((all, each) => ({ counts: all.counts + each.counts, logSum: all.logSum + each.logSum, logSquares: all.logSquares + each.logSquares }), NO_COUNTS);

test("before any count the tables are believed, more or less; what is taken whole, to the piece", () => {
  expect(learnedUse(NO_COUNTS, false)).toEqual({ ratio: 1, scatter: expect.closeTo(0.42, 2) as number, counts: 0 });
  expect(learnedUse(NO_COUNTS, true)).toEqual({ ratio: 1, scatter: 0, counts: 0 });
});

test("forty centimetres of tape a card where thirty were assumed: one count moves half of the way, five nearly all of it, and the spread falls", () => {
  const believed = [1, 2, 5].map((counts) => learnedUse(after(...new Array<number>(counts).fill(4 / 3)), false));
  expect(believed.map(({ ratio }) => Math.round(ratio * 30))).toEqual([35, 36, 38]);
  expect(believed.map(({ scatter }) => scatter)).toEqual([...believed.map(({ scatter }) => scatter)].sort((a, b) => b - a));
});

test("a count of which nothing was assumed, or nothing went, teaches nothing; a slip of the hand teaches no more than tenfold", () => {
  expect(countTeaches(0, 5)).toBeNull();
  expect(countTeaches(5, 0)).toBeNull();
  expect(countTeaches(5, -2)).toBeNull();
  expect(countTeaches(1, 1_000_000)?.logSum).toBe(Math.round(Math.log(10) * 10_000));
});

test("what is learned lies between what was assumed and what was seen", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.2, max: 5, noNaN: true }), { minLength: 1, maxLength: 12 }), (ratios) => {
      const { ratio } = learnedUse(after(...ratios), false);
      expect(ratio).toBeGreaterThanOrEqual(Math.min(1, ...ratios) - 0.01);
      expect(ratio).toBeLessThanOrEqual(Math.max(1, ...ratios) + 0.01);
    }),
  );
});
