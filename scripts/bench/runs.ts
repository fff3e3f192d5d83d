import { cardByCardPlan } from "../../core/src/bench/saving.ts";
import { construct } from "../../core/src/bench/construct.ts";
import { madeUpJob } from "../../core/src/bench/examples.ts";
import { runModelOf, type RunJob, type RunPlan } from "../../core/src/bench/model.ts";
import { run } from "../../core/src/bench/run.ts";
import { stageByStagePlan } from "../../core/src/bench/saving.ts";
import { limitsFor } from "../../core/src/search/search.ts";

type Note = (what: string, budget: string, values: readonly number[], unit?: string) => void;

const LARGE = { batches: 12, panels: 300, stages: 15, wet: 0.15, places: 24 };
const SMALL = { batches: 2, panels: 5, stages: 3, wet: 0.3, places: 3 };
/** Two hours and a half of an evening, or a table that is always free. */
const EVENINGS = [150, 0] as const;
const SEEDS = [1, 2, 3] as const;
/** What counts as the best known: a run of so many seconds. */
const LONG = 15;
const GIVEN = 2;
const SMALL_JOBS = 20;

const now = (): number => performance.now();
function planned(job: RunJob, seconds: number, earlier: RunPlan["moves"] = []): { plan: RunPlan; ms: number } {
  const from = now();
  const found = run(job, limitsFor(seconds, now, 1, 1e9), [earlier]);
  if (!found.ok) throw new Error(JSON.stringify(found.faults));
  return { plan: found.value, ms: now() - from };
}

/** One rule, no search: of what is ready, whatever wastes least of the hands, whole runs of it; of the simple rules the one that does best here. */
function greedy(job: RunJob): number {
  const timetable = construct(runModelOf(job), { idle: 1, setup: 1, tail: 0, lots: 1, patient: true, due: 0, turn: "least slack", wide: true, noise: () => 0 }, () => false);
  return timetable ? timetable.makespan() / 1_000_000 : NaN;
}

/** The job after the first move of a plan was done as it was planned. */
function afterOne(job: RunJob, { moves: [first] }: RunPlan): RunJob {
  if (!first) return job;
  const batches = job.batches.map((batch) => {
    if (batch.id !== first.batch) return batch;
    const within = batch.stages[1]?.within ?? null;
    const dryAt = batch.stages[0]?.dry ?? 0;
    return { ...batch, started: [{ done: 1, dryAt, ...(within === null ? {} : { until: dryAt + within }) }] };
  });
  const windows = job.windows.filter(([, close]) => close > first.end).map(([open, close]) => [Math.max(0, open - first.end), close - first.end] as const);
  return { ...job, batches, windows, last: first };
}

/** Runs of a full bench against long runs, and against how makers work without a plan; and a plan gone on with after a tap. */
export function runBenchmarks(note: Note): void {
  const over: number[] = [];
  const times: number[] = [];
  const again: number[] = [];
  const worse: number[] = [];
  const saved = { cards: [] as number[], stages: [] as number[], list: [] as number[] };
  for (const evening of EVENINGS) {
    for (const seed of SEEDS) {
      const job = madeUpJob({ ...LARGE, evening }, seed);
      const { plan, ms } = planned(job, GIVEN);
      const best = Math.min(plan.makespan, planned(job, LONG).plan.makespan);
      over.push((plan.makespan / best - 1) * 100);
      times.push(ms);
      const tapped = planned(afterOne(job, plan), 0.1, plan.moves);
      again.push(tapped.ms);
      worse.push(((tapped.plan.makespan + (plan.moves[0]?.end ?? 0)) / plan.makespan - 1) * 100);
      const against = (makespan: number | undefined): number => (makespan === undefined ? NaN : (1 - plan.makespan / makespan) * 100);
      saved.cards.push(against(cardByCardPlan(job)?.makespan));
      saved.stages.push(against(stageByStagePlan(job)?.makespan));
      saved.list.push(against(greedy(job)));
    }
  }
  const held = (values: readonly number[]): number[] => values.filter((value) => !Number.isNaN(value));
  note("Run: 12 batches, 300 panels, up to 15 stages, answered", "2000 ms", times);
  note("The same: mean above the best of 15 s", "2 %", [over.reduce((sum, each) => sum + each, 0) / over.length], "%");
  note("The same: worst above it", "-", [Math.max(...over)], "%");
  note("The same: sooner than card by card, where that can be kept", "-", held(saved.cards), "%");
  note("The same: sooner than one stage after the other", "-", held(saved.stages), "%");
  note("The same: sooner than greedy list scheduling", "-", held(saved.list), "%");
  note("The same, planned anew after a tap", "200 ms", again);
  note("The same: that plan later than the one before", "0 %", worse, "%");
  const small = Array.from({ length: SMALL_JOBS }, (_, seed) => planned(madeUpJob({ ...SMALL, evening: 0 }, seed + 1), GIVEN).plan);
  note(`Run: small jobs proven (of ${String(SMALL_JOBS)})`, "all", [small.filter((plan) => plan.makespan <= plan.bound + 1e-6).length], "");
}
