import { wrap, type Remote } from "comlink";
import type { ColourWorker } from "./colour.worker.ts";

const start = (): Remote<ColourWorker> => wrap<ColourWorker>(new Worker(new URL("./colour.worker.ts", import.meta.url), { type: "module" }));
let desk: Remote<ColourWorker> | null = null;
let aside: Remote<ColourWorker> | null = null;

/** The one desk at which colours are reckoned, made when it is first needed. */
export function colourSolver(): Remote<ColourWorker> {
  desk ??= start();
  return desk;
}

/** A second desk for what takes a second or more, so that the next question does not wait behind it. It holds no pictures. */
export function asideColourSolver(): Remote<ColourWorker> {
  aside ??= start();
  return aside;
}
