import type { BatchRead, DesignRead } from "@yule/contract";
import { recordsOf, timesSeen, type StageRecord, type TimesSeen, type WorkedStretch } from "@yule/core";
import { stretchesOf } from "../season/worked.ts";
import { paintingStages } from "../season/needView.ts";
import { timedBatch, timedStage } from "./learnedRoute.ts";

/** All that one batch taught: kept beside it, so that what it teaches anew can take the place of what it taught before. */
export interface BatchLessons {
  readonly times: readonly TimesSeen[];
  readonly days: readonly WorkedStretch[];
  /** Panels that were judged: good, and not. */
  readonly good: number;
  readonly bad: number;
  /** Panels spoilt at a stage, by what was told of why. */
  readonly losses: readonly { readonly stage: string; readonly why: string; readonly count: number }[];
}

/** @param design the batch's own, with the route as it is now: times are told as multiples of the planned ones */
export function lessonsOf(batch: BatchRead, design: Pick<DesignRead, "stages">, timeZone: string): BatchLessons {
  const good = batch.units.filter(({ grade }) => grade === "good").length;
  const judged = batch.units.filter(({ grade }) => grade !== null).length;
  const losses = new Map<string, BatchLessons["losses"][number]>();
  for (const { what, stageId: stage, why = "" } of batch.facts) {
    const key = `${stage} ${why}`;
    if (what === "spoilt") losses.set(key, { stage, why, count: (losses.get(key)?.count ?? 0) + 1 });
  }
  return { times: timesSeen(timedBatch(batch, design)), days: stretchesOf(batch, design, timeZone), good, bad: judged - good, losses: [...losses.values()] };
}

/** The records of stages of some designs, from what was seen. */
export const stageRecords = (designs: readonly Pick<DesignRead, "stages" | "paperId">[], seen: readonly TimesSeen[]): StageRecord[] =>
  recordsOf(
    designs.flatMap((design) =>
      paintingStages(design).map((stage) => {
        const { id, medium, water } = timedStage(stage);
        return { id, medium, water, paper: design.paperId ?? "" };
      }),
    ),
    seen,
  );
