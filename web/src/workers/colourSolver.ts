import type { ColourWorker } from "./colour.worker.ts";
import { keptWorker } from "./startWorker.ts";

const start = (): Worker => new Worker(new URL("./colour.worker.ts", import.meta.url), { type: "module" });

/** The worker in which colours are reckoned. */
export const colourSolver = keptWorker<ColourWorker>(start);

/** A second one for what takes a second or more, so that the next question does not wait behind it. It holds no pictures. */
export const asideColourSolver = keptWorker<ColourWorker>(start);
