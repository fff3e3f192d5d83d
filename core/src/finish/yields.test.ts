import fc from "fast-check";
import { overmake } from "./overmake.ts";
import { newsvendorQuantile } from "./quantile.ts";
import { asOne, chanceOfEnough, goodOnes, moreToBegin, yieldsOf, type StageYield } from "./yields.ts";

/** Numbers between 0 and 1, the same at each run (Park and Miller, 1988). */
function drawn(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

/** A chance from Beta(a, b) of whole numbers: the a-th smallest of a + b - 1 draws. */
const betaDrawn = (a: number, b: number, draw: () => number): number =>
  Array.from({ length: a + b - 1 }, draw)
    .sort((one, other) => one - other)
    .at(a - 1) ?? 0;

test("of a design never painted nine in ten are believed good, whatever the length of its route", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 12 }), (stages) => {
      const [good, bad] = asOne(
        yieldsOf(
          [9, 1],
          Array.from({ length: stages }, () => ({ through: 0, lost: 0 })),
          { good: 0, bad: 0 },
        ),
      );
      expect([good, bad]).toEqual([expect.closeTo(9, 6), expect.closeTo(1, 6)]);
    }),
  );
});

test("where every panel was seen at every step, the steps together say what the whole count says, and as many are to be made", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 8 }), fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 15 }), (lost, bad, wanted) => {
      let alive = 40;
      const seen = lost.map((each) => ({ through: (alive -= each), lost: each }));
      const good = alive - bad;
      const yields = yieldsOf([9, 1], seen, { good, bad });
      const all = 40 - good;
      expect(asOne(yields)).toEqual([expect.closeTo(9 + good, 4), expect.closeTo(1 + all, 4)]);
      const whole = overmake({ need: wanted, good, bad: all, confidence: 0.9, prior: [9, 1] });
      const waiting = yields.map(() => 0);
      const begun = moreToBegin(yields, waiting, wanted, 0.9);
      if (!whole.ok || !begun) throw new Error("no answer");
      expect(begun.more).toBe(whole.value.make);
      expect(Math.abs(begun.chance - whole.value.chance)).toBeLessThan(1e-9);
    }),
    { numRuns: 60 },
  );
});

test("chances are those of playing it through: panels at different steps share what they do not know", () => {
  const yields: StageYield[] = [
    { whole: 12, lost: 2 },
    { whole: 8, lost: 1 },
    { whole: 9, lost: 3 },
  ];
  const waiting = [3, 4, 5];
  const draw = drawn(7);
  const counted = new Float64Array(13);
  const PLAYS = 20_000;
  for (let play = 0; play < PLAYS; play += 1) {
    let alive = 0;
    yields.forEach(({ whole, lost }, step) => {
      const chance = betaDrawn(whole, lost, draw);
      alive += waiting[step] ?? 0;
      alive = Array.from({ length: alive }, draw).filter((each) => each < chance).length;
    });
    counted[alive] = (counted[alive] ?? 0) + 1 / PLAYS;
  }
  const found = goodOnes(yields, waiting);
  expect(found).toHaveLength(13);
  found.forEach((chance, good) => expect(Math.abs(chance - (counted[good] ?? 0))).toBeLessThan(0.015));
});

test("chances sum to one, also of hundreds before a step that loses most", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 500 }), fc.double({ min: 0.3, max: 60, noNaN: true }), fc.double({ min: 0.3, max: 60, noNaN: true }), (panels, whole, lost) => {
      const sum = goodOnes([{ whole, lost }], [panels]).reduce((all, each) => all + each, 0);
      expect(Math.abs(sum - 1)).toBeLessThan(1e-6);
    }),
    { numRuns: 60 },
  );
  const mostLost = goodOnes([{ whole: 2, lost: 3_000 }], [600]);
  expect(mostLost.findIndex((each) => each === Math.max(...mostLost))).toBe(0);
});

test("a panel that is nearly done is surer than one that is begun; the nearer, the fewer are to be begun beside it", () => {
  const yields = yieldsOf(
    [9, 1],
    [
      { through: 60, lost: 12 },
      { through: 58, lost: 2 },
    ],
    { good: 55, bad: 3 },
  );
  const [atFirst, atLast] = [chanceOfEnough(yields, [10, 0, 0], 9), chanceOfEnough(yields, [0, 0, 10], 9)];
  expect(atLast).toBeGreaterThan(atFirst + 0.2);
  expect(moreToBegin(yields, [10, 0, 0], 9, 0.9)?.more).toBeGreaterThan(moreToBegin(yields, [0, 0, 10], 9, 0.9)?.more ?? 0);
  expect(moreToBegin(yields, [0, 0, 0], 0, 0.9)).toEqual({ more: 0, chance: 1 });
});

test("a step that nothing comes through is said, not looped for", () => {
  expect(moreToBegin([{ whole: 1, lost: 5_000 }], [0], 20, 0.9)).toBeNull();
});

test("how sure to be follows from what a wrong number costs, and is never left to a coin", () => {
  expect(newsvendorQuantile({ tooFew: 45, tooMany: 5 })).toBeCloseTo(0.9, 12);
  expect(newsvendorQuantile({ tooFew: 1, tooMany: 9 })).toBe(0.5);
  expect(newsvendorQuantile({ tooFew: 1_000, tooMany: 0 })).toBe(0.99);
  expect(newsvendorQuantile({ tooFew: 0, tooMany: 0 })).toBe(0.5);
});
