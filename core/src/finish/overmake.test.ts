import fc from "fast-check";
import { overmake, type OvermakeQuestion } from "./overmake.ts";

const answer = (question: OvermakeQuestion) => {
  const result = overmake(question);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result.value;
};

/** The chance of at least `need` good of n by the plain sum of beta-binomial terms, in exact fractions of big integers. */
function exactChance(n: number, need: number, a: number, b: number): number {
  const rising = (start: number, count: number): bigint => {
    let product = 1n;
    for (let index = 0; index < count; index += 1) product *= BigInt(start + index);
    return product;
  };
  const choose = (k: number): bigint => rising(n - k + 1, k) / rising(1, k);
  let sum = 0n;
  for (let k = need; k <= n; k += 1) sum += choose(k) * rising(a, k) * rising(b, n - k);
  const scale = 10n ** 15n;
  return Number((sum * scale) / rising(a + b, n)) / 1e15;
}

test("with nothing known, 9 panels give one good one with 9 in 10, reached exactly", () => {
  expect(answer({ need: 1, good: 0, bad: 0, confidence: 0.9, prior: [1, 1] })).toEqual({ make: 9, chance: expect.closeTo(0.9, 12) as number });
});

test("agrees with exact fractions, and one panel fewer is not enough", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 12 }), fc.integer({ min: 1, max: 97 }), (need, good, bad, percent) => {
      const found = answer({ need, good, bad, confidence: percent / 100, prior: [2, 1] });
      fc.pre(found.make < 300);
      expect(Math.abs(found.chance - exactChance(found.make, need, good + 2, bad + 1))).toBeLessThan(1e-9);
      if (found.make > need) expect(exactChance(found.make - 1, need, good + 2, bad + 1)).toBeLessThan(percent / 100);
    }),
    { numRuns: 60 },
  );
});

test("twelve good ones with a record of 37 good and 5 bad", () => {
  const found = answer({ need: 12, good: 37, bad: 5, confidence: 0.9, prior: [1, 1] });
  expect(found.make).toBe(16);
  expect(Math.abs(found.chance - exactChance(16, 12, 38, 6))).toBeLessThan(1e-9);
});

test("nothing is needed, nothing is painted", () => {
  expect(answer({ need: 0, good: 3, bad: 1, confidence: 0.99, prior: [1, 1] })).toEqual({ make: 0, chance: 1 });
});

test("a large need of a poor record does not vanish in small numbers", () => {
  const found = answer({ need: 2000, good: 300, bad: 700, confidence: 0.9, prior: [1, 1] });
  expect(found.make).toBeGreaterThan(6_500);
  expect(found.make).toBeLessThan(8_000);
});

test("a confidence nobody can reach is said, not looped for", () => {
  const result = overmake({ need: 50, good: 0, bad: 50, confidence: 0.999, prior: [0.5, 1] });
  expect(result.ok).toBe(false);
  if (!result.ok) expect(result.faults[0]?.code).toBe("too-many");
});
