import type { SeasonWorker } from "./season.worker.ts";
import { DroppableWorker } from "./startWorker.ts";

/** A planner of the season. A question that is no longer asked is given up. */
export const seasonPlanner = (): DroppableWorker<SeasonWorker> =>
  new DroppableWorker<SeasonWorker>(() => new Worker(new URL("./season.worker.ts", import.meta.url), { type: "module" }));
