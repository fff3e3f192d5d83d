import type { BatchRead, DesignRead } from "@yule/contract";
import { dayAt, faultMatters, recordsOf, type Day, timesSeen, type FaultMatters, type StageRecord, type TimesSeen, type WorkedStretch } from "@yule/core";
import { stretchesOf } from "../season/worked.ts";
import { paintingStages } from "../season/unitsSoFar.ts";
import { fatesOf, spoiltAt, type BatchFate } from "../finish/fates.ts";
import { timedBatch, timedStage } from "./learnedRoute.ts";

/** All that one batch taught: kept beside it, so that what it teaches anew can take the place of what it taught before. */
export interface BatchLessons {
  readonly times: readonly TimesSeen[];
  readonly days: readonly WorkedStretch[];
  /** Panels that were judged: good, and not. One that is to be rescued is not judged yet. */
  readonly good: number;
  readonly bad: number;
  /** Panels that went to the stash, and those of them that served a need later. */
  readonly stashed: number;
  readonly served: number;
  /** By stage: panels that came through, and those lost there. */
  readonly stages: readonly { readonly stage: string; readonly through: number; readonly lost: number }[];
  readonly fates: readonly BatchFate[];
  /** Of what photos clearly showed, how often the panel was good all the same. */
  readonly matters: readonly FaultMatters[];
  /** Panels spoilt at a stage, by what was told of why. */
  readonly losses: readonly { readonly stage: string; readonly why: string; readonly count: number }[];
}

/** What of a batch teaches. */
export interface Counted {
  readonly isNothing: boolean;
  /** Days of which nothing does. */
  readonly without: ReadonlySet<Day>;
  /** Nothing that was told before does; null where it is not learned anew. */
  readonly since: Date | null;
}
export const EVERYTHING: Counted = { isNothing: false, without: new Set(), since: null };

/** A batch with what of it teaches alone: its panels still do where something that was told of them does. */
function counting(whole: BatchRead, { isNothing, without, since }: Counted, timeZone: string): BatchRead {
  if (isNothing) return { ...whole, facts: [], units: [] };
  const facts = whole.facts.filter(({ at }) => (since === null || new Date(at) >= since) && !without.has(dayAt(new Date(at), timeZone)));
  return { ...whole, facts, units: facts.length === 0 && whole.facts.length > 0 ? [] : whole.units };
}

/**
 * @param design the batch's own, with the route as it is now: times are told as multiples of the planned ones
 * @param counted what of it teaches
 */
export function lessonsOf(whole: BatchRead, design: Pick<DesignRead, "stages">, timeZone: string, counted: Counted = EVERYTHING): BatchLessons {
  const batch = counted === EVERYTHING ? whole : counting(whole, counted, timeZone);
  const spoilt = spoiltAt(whole);
  const judged = batch.units.filter(({ id, grade }) => grade !== null && grade !== "rescue" && !spoilt.has(id));
  const good = judged.filter(({ grade }) => grade === "good").length;
  const inStash = batch.units.filter(({ grade }) => grade === "stash");
  const losses = new Map<string, BatchLessons["losses"][number]>();
  for (const { what, stageId: stage, why = "" } of batch.facts) {
    const key = `${stage} ${why}`;
    if (what === "spoilt") losses.set(key, { stage, why, count: (losses.get(key)?.count ?? 0) + 1 });
  }
  return {
    times: timesSeen(timedBatch(batch, design)),
    days: stretchesOf(batch, design, timeZone),
    good,
    bad: judged.length - good,
    stashed: inStash.length,
    served: inStash.filter(({ servesNeedId }) => servesNeedId !== null).length,
    stages: paintingStages(design).flatMap(({ id }) => {
      const lost = [...spoiltAt(batch).values()].filter(({ stage }) => stage === id).length;
      const through = new Set(batch.facts.flatMap(({ what, stageId, unitId }) => (what === "done" && stageId === id && spoilt.get(unitId)?.stage !== id ? [unitId] : []))).size;
      return through + lost > 0 ? [{ stage: id, through, lost }] : [];
    }),
    fates: fatesOf(batch, spoilt, timeZone),
    matters: faultMatters(judged.map(({ seen, grade }) => ({ seen: seen ?? [], isGood: grade === "good" }))),
    losses: [...losses.values()],
  };
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
