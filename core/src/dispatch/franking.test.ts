import fc from "fast-check";
import { createRequire } from "node:module";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import { proofRuns } from "../search/proofRuns.ts";
import { frank, type FrankingJob } from "./franking.ts";

let solve: LinearSolver;
beforeAll(async () => {
  const load = createRequire(import.meta.url)("highs") as () => Promise<HighsModule>;
  solve = highsSolver(await load());
});
const left = (): number => 5;

/** Letters not franked, money overpaid and stamps, the best in this order, by trying every handful of stamps on every letter. */
function byTrying({ stamps, letters }: FrankingJob): readonly number[] {
  let best: readonly number[] = [Infinity, 0, 0];
  const there = stamps.map(({ count }) => count ?? 9);
  const visit = (index: number, missed: number, over: number, used: number): void => {
    const letter = letters[index];
    if (!letter) {
      const found = [missed, over, used];
      const at = found.findIndex((each, place) => each !== best[place]);
      if (at >= 0 && (found[at] ?? 0) < (best[at] ?? 0)) best = found;
      return;
    }
    visit(index + 1, missed + 1, over, used);
    const stick = (stamp: number, sum: number, taken: number): void => {
      if (sum >= letter.postage) visit(index + 1, missed, over + sum - letter.postage, used + taken);
      for (let next = stamp; next < stamps.length; next += 1) {
        if ((there[next] ?? 0) === 0 || taken >= (letter.most ?? 6) || sum >= letter.postage) continue;
        there[next] = (there[next] ?? 0) - 1;
        stick(next, sum + (stamps[next]?.value ?? 0), taken + 1);
        there[next] = (there[next] ?? 0) + 1;
      }
    };
    stick(0, 0, 0);
  };
  visit(0, 0, 0, 0);
  return best;
}

const anyJob = fc
  .record({
    stamps: fc.array(fc.record({ value: fc.integer({ min: 2, max: 9 }), count: fc.option(fc.nat(3), { nil: null, freq: 3 }) }), { maxLength: 3 }),
    letters: fc.array(fc.record({ postage: fc.nat(11), most: fc.option(fc.nat(4), { nil: null }) }), { maxLength: 3 }),
  })
  .map(({ stamps, letters }): FrankingJob => ({ stamps, letters: letters.map((letter, index) => ({ ...letter, id: `l${String(index)}` })) }));

test("no other way franks more letters, overpays less or takes fewer stamps, in this order", () => {
  fc.assert(
    fc.property(anyJob, (job) => {
      const found = frank(job, solve, left);
      const stuck = found.letters.flatMap((stamps) => stamps ?? []);
      for (const value of new Set(stuck)) {
        const there = job.stamps.reduce((sum, stamp) => sum + (stamp.value === value ? (stamp.count ?? Infinity) : 0), 0);
        expect(stuck.filter((each) => each === value).length).toBeLessThanOrEqual(there);
      }
      found.letters.forEach((stamps, index) => {
        if (stamps === null) return;
        expect(stamps.reduce((sum, value) => sum + value, 0)).toBeGreaterThanOrEqual(job.letters[index]?.postage ?? 0);
        expect(stamps.length).toBeLessThanOrEqual(job.letters[index]?.most ?? Infinity);
      });
      expect([found.letters.filter((stamps) => stamps === null).length, found.over, found.used]).toEqual(byTrying(job));
      expect(found.proven).toBe(true);
    }),
    { numRuns: proofRuns(150, 5_000), seed: 37 },
  );
});

test("forty letters of six postages from twelve values are franked to the cent and proven; with far too many ways nothing is claimed", () => {
  const letters = Array.from({ length: 40 }, (_, index) => ({ id: `l${String(index)}`, postage: [95, 110, 165, 195, 240, 310][index % 6] ?? 95, most: 5 }));
  const stamps = [5, 10, 15, 20, 25, 40, 45, 60, 85, 95, 110, 165].map((value, index) => ({ value, count: index % 4 === 0 ? null : 14 }));
  const few = frank({ stamps, letters }, solve, left);
  expect([few.letters.includes(null), few.proven, few.over]).toEqual([false, true, 0]);
  const many = frank({ stamps: Array.from({ length: 30 }, (_, index) => ({ value: index + 1, count: null })), letters: [{ id: "l", postage: 400, most: null }] }, solve, left);
  expect([many.letters.includes(null), many.proven]).toEqual([false, false]);
});

test("an engine that finds nothing leaves what a rule of thumb finds, and claims nothing", () => {
  const job: FrankingJob = {
    stamps: [
      { value: 85, count: 1 },
      { value: 10, count: null },
    ],
    letters: [
      { id: "a", postage: 95, most: 6 },
      { id: "b", postage: 95, most: 6 },
    ],
  };
  expect(frank(job, () => null, left)).toEqual({ letters: [[85, 10], null], over: 0, used: 2, proven: false });
});

test("what an engine was broken off at is looked at: nothing chosen, or more than there is, leaves what stands", () => {
  const job: FrankingJob = {
    stamps: [
      { value: 85, count: 1 },
      { value: 10, count: null },
    ],
    letters: [{ id: "a", postage: 95, most: 6 }],
  };
  for (const value of [0, 9]) {
    const brokenOff: typeof solve = (model) => ({ values: model.costs.map(() => value), duals: [], optimal: false });
    expect(frank(job, brokenOff, left)).toEqual({ letters: [[85, 10]], over: 0, used: 2, proven: false });
  }
});
