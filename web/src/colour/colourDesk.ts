import { wrap, type Remote } from "comlink";
import type { ColourWorker } from "./colour.worker.ts";

let desk: Remote<ColourWorker> | null = null;

/** The one desk at which colours are reckoned, made when it is first needed. */
export function colourDesk(): Remote<ColourWorker> {
  desk ??= wrap<ColourWorker>(new Worker(new URL("./colour.worker.ts", import.meta.url), { type: "module" }));
  return desk;
}
