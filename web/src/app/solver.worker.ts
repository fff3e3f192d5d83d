import { expose } from "comlink";
import { bestYield, highsSolver, limitsFor, run, split, type HighsModule, type LinearSolver, type RunJob, type SplitJob } from "@yule/core";
import highsLoader from "highs";
import wasmUrl from "highs/runtime?url";

let loading: Promise<LinearSolver> | null = null;
const engine = (): Promise<LinearSolver> => {
  loading ??= (highsLoader as (options: object) => Promise<HighsModule>)({ locateFile: () => wasmUrl }).then(highsSolver);
  return loading;
};

/** The solvers, away from the thread that draws. */
const solver = {
  split: async (job: SplitJob, seconds: number) => {
    // Time runs from when the engine is there: several questions may have waited for it.
    const solve = await engine();
    return split(
      job,
      limitsFor(seconds, () => performance.now()),
      solve,
    );
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
  run: (job: RunJob, seconds: number, steps: number) =>
    run(
      job,
      limitsFor(seconds, () => performance.now(), 1, steps),
    ),
};
export type SolverApi = typeof solver;

expose(solver);
