import type { CalmArea } from "@yule/core";
import type { PictureWorker } from "./picture.worker.ts";
import { keptWorker } from "./startWorker.ts";

/** The worker in which pictures are worked on. */
export const pictureSolver = keptWorker<PictureWorker>(() => new Worker(new URL("./picture.worker.ts", import.meta.url), { type: "module" }));

/** Calm areas of a picture by its address. */
export async function calmAreasOf(url: string): Promise<readonly CalmArea[]> {
  const answer = await fetch(url);
  return answer.ok ? pictureSolver().calm(await answer.blob()) : [];
}
