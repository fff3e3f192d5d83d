import fc from "fast-check";
import { createRequire } from "node:module";
import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import { proofRuns } from "../search/proofRuns.ts";
import { limitsFor } from "../search/search.ts";
import { leastByTrying } from "./byTrying.ts";
import { craftJob, cutUpJob } from "./examples.ts";
import type { SplitJob } from "./model.ts";
import { checkClaim } from "./proof.ts";
import { split } from "./split.ts";
import { splitterFor } from "./splitters.ts";
import { splitFaults } from "./verify.ts";

let solve: LinearSolver;
beforeAll(async () => {
  const load = createRequire(import.meta.url)("highs") as () => Promise<HighsModule>;
  solve = highsSolver(await load());
});

/** Of sheets that were cut up the answer is known: so many are enough. @returns how many of the jobs came out with as few */
function ofCutUp(from: number, jobs: number, seconds: number, size: Parameters<typeof cutUpJob>[1] = {}): number {
  let solved = 0;
  for (let seed = from; seed < from + jobs; seed += 1) {
    const { job, sheets } = cutUpJob(seed, size);
    const enough = sheets * (job.sheets[0]?.cost ?? 0);
    const answer = split(
      job,
      limitsFor(seconds, () => performance.now()),
      solve,
    );
    expect({ seed, faults: splitFaults(job, answer), unplaced: answer.unplaced }).toEqual({ seed, faults: [], unplaced: [] });
    expect({ seed, isTrue: answer.lowerBound <= enough && (!answer.proven || answer.cost <= enough) }).toEqual({ seed, isTrue: true });
    solved += Number(answer.cost === enough);
  }
  return solved;
}

test.each([
  [0.2, proofRuns(110, 8_000)],
  [1, proofRuns(18, 1_500)],
  [4, proofRuns(4, 500)],
])("in %d s no bound lies above the number of sheets that were cut up", (seconds, jobs) => {
  expect(ofCutUp(1_000, jobs, seconds)).toBeGreaterThan(jobs / 4);
});

test("nearly all sheets cut up into at most twenty pieces are found again in two seconds, and most of those with up to forty", () => {
  const [few, many] = [proofRuns(24, 200), proofRuns(12, 200)];
  expect(ofCutUp(1, few, 2, { most: 20, sheets: 1 })).toBeGreaterThanOrEqual(few * 0.95);
  expect(ofCutUp(1, many, 2, { least: 21, most: 40, sheets: 1 })).toBeGreaterThanOrEqual(many * 0.6);
});

test("pieces smaller than a coarse raster are bounded by no more than fits", () => {
  const odd = Array.from({ length: 12 }, (_, index) => ({ id: `p${String(index)}`, width: mm(41.3 + 7.7 * index), height: mm(53.1 + 3.9 * index), count: 40, turn: true }));
  const tiny = { id: "tiny", width: mm(4), height: mm(4), count: 40_000, turn: false };
  const job: SplitJob = {
    sheets: [{ id: "sheet", width: mm(1000), height: mm(752), count: null, cost: money(100) }],
    panels: [tiny, ...odd],
    edge: mm(0),
    gap: mm(0),
    method: "cut",
    thirds: false,
  };
  const { bound } = splitterFor(job).best(
    0,
    job.panels.map((panel) => Number(panel.id === "tiny")),
  );
  expect(bound).toBeGreaterThanOrEqual(40_000);
});

/** Everything is a multiple of one centimetre. */
const UNIT = mm(10);
const cm = (length: number) => mm(length * 10);
const side = fc.integer({ min: 1, max: 5 });
const smallJob = fc
  .record({
    sheets: fc.array(
      fc.record({
        width: fc.integer({ min: 3, max: 7 }),
        height: fc.integer({ min: 3, max: 7 }),
        count: fc.option(fc.integer({ min: 1, max: 2 }), { nil: null }),
        cost: fc.integer({ min: 0, max: 6 }),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    panels: fc.array(fc.record({ width: side, height: side, count: fc.integer({ min: 1, max: 3 }), turn: fc.boolean() }), { minLength: 1, maxLength: 3 }),
    edge: fc.constantFrom(0, 0, 1),
    gap: fc.constantFrom(0, 0, 1),
  })
  .filter(({ panels }) => panels.reduce((sum, panel) => sum + panel.count, 0) <= 5)
  .map(({ sheets, panels, edge, gap }): SplitJob => ({
    sheets: sheets.map((sheet, index) => ({ id: `s${String(index)}`, width: cm(sheet.width), height: cm(sheet.height), count: sheet.count, cost: money(sheet.cost * 10) })),
    panels: panels.map((panel, index) => ({ ...panel, id: `p${String(index)}`, width: cm(panel.width), height: cm(panel.height) })),
    edge: cm(edge),
    gap: cm(gap),
    method: "cut",
    thirds: false,
  }));

test("a claim that something cheaper contradicts is never found to hold, whatever its prices", () => {
  fc.assert(
    fc.property(smallJob, fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 3, maxLength: 3 }), fc.integer({ min: 1, max: 4 }), (job, prices, more) => {
      const least = leastByTrying(job, UNIT);
      const wanted = job.panels.reduce((sum, panel) => sum + panel.count, 0);
      fc.pre(least.placed === wanted);
      const dearer = { uses: [], left: job.panels.map(() => 0), placed: wanted, cost: least.cost + more };
      for (const claim of [{ by: "area" }, { by: "Lagrange", prices }, { by: "exhaustion", patterns: 3 }] as const) expect(checkClaim(job, dearer, claim)).not.toBe("holds");
    }),
    { numRuns: proofRuns(60, 5_000), seed: 43 },
  );
});

test("what is proven by area or by prices is looked at again, and holds", () => {
  const proofs = Array.from({ length: 12 }, (_, seed) =>
    split(
      craftJob(seed + 1),
      limitsFor(1, () => performance.now()),
      solve,
    ),
  ).flatMap((answer) => answer.proof ?? []);
  expect(proofs.filter(({ by }) => by !== "exhaustion").length).toBeGreaterThan(3);
  expect(proofs.filter(({ by, checked }) => by !== "exhaustion" && !checked)).toEqual([]);
});

test("on small jobs no bound lies above what trying everything gives, as many are placed, and what is proven is the least", () => {
  const still = { ...limitsFor(1, () => 0), stop: () => false, left: () => 5 };
  fc.assert(
    fc.property(smallJob, (job) => {
      const least = leastByTrying(job, UNIT);
      const answer = split(job, still, solve);
      const placed = job.panels.reduce((sum, panel) => sum + panel.count, 0) - answer.unplaced.reduce((sum, each) => sum + each.count, 0);
      expect(splitFaults(job, answer)).toEqual([]);
      expect(placed).toBeLessThanOrEqual(least.placed);
      expect(answer.lowerBound).toBeLessThanOrEqual(placed === least.placed ? least.cost : Infinity);
      if (answer.proven) expect([placed, answer.cost]).toEqual([least.placed, least.cost]);
    }),
    { numRuns: proofRuns(90, 5_000), seed: 41 },
  );
});
