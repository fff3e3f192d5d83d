import { expose } from "comlink";
import { allotJobOf, allotOutOf, type AllotQuestion, type allotOut } from "@yule/contract";
import { heldTo } from "@yule/derive";
import type { z } from "zod";
import {
  allot,
  frank,
  type Franking,
  type FrankingJob,
  bestYield,
  buy,
  cutPainted,
  rehearsalForecast,
  highsSolver,
  limitsFor,
  lookAt,
  learnBench,
  otherWays,
  run,
  split,
  splitAround,
  uncoveredWants,
  type ByHand,
  type HighsModule,
  type LinearSolver,
  type Mark,
  type PaintedLook,
  type PaintedQuestion,
  type Pixels,
  type Progress,
  type RehearsalSetting,
  type RunJob,
  type BegunUnits,
  type BuyJob,
  type Purchase,
  type StageRecord,
  type Split,
  type SplitJob,
} from "@yule/core";
import highsLoader from "highs";
import wasmUrl from "highs/runtime?url";

let loading: Promise<LinearSolver> | null = null;
const engine = (): Promise<LinearSolver> => {
  loading ??= (highsLoader as (options: object) => Promise<HighsModule>)({ locateFile: () => wasmUrl }).then(highsSolver);
  return loading;
};

function givenBy(question: AllotQuestion): z.input<typeof allotOut> {
  const job = allotJobOf(question);
  return allotOutOf(job, allot(job));
}

let seen: { readonly name: string; readonly look: PaintedLook } | null = null;

/** The solvers, away from the thread that draws. */
const solver = {
  /** @param onProgress told of every better plan, and of a better bound */
  split: async (job: SplitJob, seconds: number, onProgress?: (at: Progress) => void) => {
    // Time runs from when the engine is there: several questions may have waited for it.
    const solve = await engine();
    return split(
      job,
      limitsFor(seconds, () => performance.now()),
      solve,
      onProgress,
    );
  },
  /** What to buy where; null where some want cannot be covered. */
  buy: async (job: BuyJob, seconds: number): Promise<Purchase | null> => {
    const solve = await engine();
    const ends = performance.now() + seconds * 1_000;
    return uncoveredWants(job).length > 0 ? null : buy(job, solve, () => Math.max(0, (ends - performance.now()) / 1_000));
  },
  /** Cards for households. */
  allot: (question: AllotQuestion) => givenBy(question),
  /** The same with one household held to each line in its turn. */
  allotHeld: (question: AllotQuestion, letterId: string) => question.designs.map(({ id }) => ({ lineId: id, answer: givenBy(heldTo(question, letterId, id)) })),
  frank: async (job: FrankingJob, seconds: number): Promise<Franking> => {
    const solve = await engine();
    const ends = performance.now() + seconds * 1_000;
    return frank(job, solve, () => Math.max(0, (ends - performance.now()) / 1_000));
  },
  pile: async (job: SplitJob, values: ReadonlyMap<string, number>, seconds: number) => {
    const solve = await engine();
    return bestYield(
      job,
      values,
      limitsFor(seconds, () => performance.now()),
      solve,
    );
  },
  around: async (job: SplitJob, before: Split, byHand: ByHand, seconds: number) => {
    const solve = await engine();
    return splitAround(
      job,
      before,
      byHand,
      limitsFor(seconds, () => performance.now()),
      solve,
    );
  },
  /** @param painting its cells, by a name under which what was seen of them is kept until another comes */
  painted: async (question: PaintedQuestion, painting: { name: string; cells: Pixels; marks: readonly Mark[] }, seconds: number) => {
    const solve = await engine();
    const name = JSON.stringify([painting.name, painting.marks]);
    seen = seen?.name === name ? seen : { name, look: lookAt(painting.cells, painting.marks) };
    return cutPainted(
      question,
      seen.look,
      limitsFor(seconds, () => performance.now()),
      solve,
    );
  },
  /** @param earlier the plan before, and the season's, which are gone on from */
  run: (job: RunJob, seconds: number, steps: number, earlier: readonly (readonly BegunUnits[])[] = []) =>
    run(
      job,
      limitsFor(seconds, () => performance.now(), 1, steps),
      earlier,
    ),
  /** The ways of working that a plan is measured against. */
  otherWays: (job: RunJob) => otherWays(job),
  /** How a bench that is to be rehearsed goes by the clock. */
  rehearsalForecast: (setting: RehearsalSetting, benches: number) => rehearsalForecast(setting, benches),
  /** What all benches have told of times. */
  learn: (records: readonly StageRecord[]) => learnBench(records),
};
export type SolverApi = typeof solver;

expose(solver);
