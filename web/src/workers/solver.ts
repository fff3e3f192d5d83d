import type { SolverApi } from "./solver.worker.ts";
import { keptWorker } from "./startWorker.ts";

const start = (): Worker => new Worker(new URL("./solver.worker.ts", import.meta.url), { type: "module" });

/** The solvers' worker. */
export const solver = keptWorker<SolverApi>(start);

/** A second one for what is asked by the way, so that the next question does not wait behind it. */
export const asideSolver = keptWorker<SolverApi>(start);
