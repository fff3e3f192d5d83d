import type { CalmArea } from "@yule/core";
import { wrap, type Remote } from "comlink";
import type { PictureWorker } from "./picture.worker.ts";

let desk: Remote<PictureWorker> | null = null;

/** The one desk at which pictures are worked on, made when it is first needed. */
export function pictureSolver(): Remote<PictureWorker> {
  desk ??= wrap<PictureWorker>(new Worker(new URL("./picture.worker.ts", import.meta.url), { type: "module" }));
  return desk;
}

/** Calm areas of a picture by its address. */
export async function calmAreasOf(url: string): Promise<readonly CalmArea[]> {
  const answer = await fetch(url);
  return answer.ok ? pictureSolver().calm(await answer.blob()) : [];
}
