import fc from "fast-check";
import { limitsFor } from "../search/search.ts";
import { orderAgain } from "./again.ts";
import { madeUpJob } from "./examples.ts";
import { runModelOf, type RunJob, type RunPlan } from "./model.ts";
import { run } from "./run.ts";
import { runFaults } from "./verify.ts";

/** Seconds left are told, so that a test does not hang on the machine's speed. */
const limits = (seconds: number) => ({ ...limitsFor(1, () => 0), stop: () => false, left: () => seconds, steps: 40 });
const plan = (job: RunJob, seconds: number, earlier: RunPlan["moves"] = []): RunPlan => {
  const result = run(job, limits(seconds), [earlier]);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  expect(runFaults(job, result.value)).toEqual([]);
  return result.value;
};
/** The job after the first so many moves of a plan were done as planned. */
function after(job: RunJob, { moves }: RunPlan, taps: number): RunJob {
  const told = moves.slice(0, taps);
  const now = told[told.length - 1]?.end ?? 0;
  const batches = job.batches.map((batch) => {
    const units = Array.from({ length: batch.units }, (_, unit) => told.filter((move) => move.batch === batch.id && move.unit === unit));
    const started = units
      .filter((own) => own.length > 0)
      .map((own) => {
        const stage = batch.stages[own.length - 1];
        const within = batch.stages[own.length]?.within ?? null;
        const dryAt = (own[own.length - 1]?.end ?? 0) + (stage?.dry ?? 0) - now;
        return { done: own.length, dryAt: Math.max(0, dryAt), ...(within === null ? {} : { until: dryAt + within }) };
      });
    return { ...batch, started };
  });
  const windows = job.windows.filter(([, close]) => close > now).map(([open, close]) => [Math.max(0, open - now), close - now] as const);
  return { ...job, batches, windows, last: told[told.length - 1] ?? null };
}

test("after a tap a plan goes on as it was: it is there in haste, ends when it did, and its moves keep their turn", () => {
  const job = madeUpJob({ batches: 5, panels: 40, stages: 6, wet: 0.2, places: 12, evening: 150 }, 3);
  const before = plan(job, 2);
  const gone = before.moves[0]?.end ?? 0;
  const again = plan(after(job, before, 1), 0.1, before.moves);
  expect(again.makespan + gone).toBeLessThanOrEqual(before.makespan + 1e-6);
});

test("whatever is told between two plans, the earlier one makes no later plan wrong nor worse", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 25 }), (seed, taps) => {
      const job = madeUpJob({ batches: 3, panels: 12, stages: 4, wet: 0.3, places: 8, evening: 0 }, seed);
      const before = plan(job, 1);
      const at = before.moves[Math.min(taps, before.moves.length) - 1]?.end ?? 0;
      expect(plan(after(job, before, taps), 1, before.moves).makespan + at).toBeLessThanOrEqual(before.makespan + 1e-6);
    }),
    { numRuns: 25 },
  );
});

test("panels that were lost since fall out of the order, those laid anew go before their like, and a batch that came stands last", () => {
  const stages = [
    { id: "wash", hands: 2, setup: 0, dry: 10, within: null },
    { id: "dots", hands: 1, setup: 0, dry: 0, within: null },
  ];
  const of = (kites: number, moths: number): RunJob => ({
    batches: [
      { id: "kites", palette: "warm", units: kites, stages },
      { id: "moths", palette: "dusk", units: moths, stages },
    ],
    changeover: 0,
    drying: null,
    windows: [],
  });
  const earlier = ["wash", "wash", "dots", "dots"].map((stage) => ({ batch: "kites", stage }));
  expect(orderAgain(runModelOf(of(2, 0)), earlier)).toEqual([0, 0, 1, 1]);
  expect(orderAgain(runModelOf(of(1, 0)), earlier)).toEqual([0, 1]);
  expect(orderAgain(runModelOf(of(3, 1)), earlier)).toEqual([0, 0, 0, 1, 1, 1, 2, 3]);
});
