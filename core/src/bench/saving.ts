import { batchByBatch, cardByCard } from "./construct.ts";
import { preparer } from "./preparing.ts";
import { runPlanOf } from "./run.ts";
import { runModelOf, type RunJob, type RunPlan } from "./model.ts";

/**
 * The plan of a maker who paints each card to its end before the next begins, by the same rules: what batching is
 * measured against.
 * @returns null when the windows do not hold it
 */
export function cardByCardPlan(job: RunJob): RunPlan | null {
  const work = runModelOf(job);
  const timetable = cardByCard(work);
  return timetable ? runPlanOf(work, timetable, timetable.makespan()) : null;
}

/** The plan of a maker who takes one batch after the other, stage by stage, and waits where it is wet. @returns null when the windows do not hold it */
export function stageByStagePlan(job: RunJob): RunPlan | null {
  const work = runModelOf(job);
  const timetable = batchByBatch(work);
  return timetable ? runPlanOf(work, timetable, timetable.makespan()) : null;
}

/** Minutes the maker's hands are busy in a plan: every move, with the setups and changes of palette it makes necessary. */
export function handsBusy(job: RunJob, plan: RunPlan): number {
  const batches = new Map(job.batches.map((batch) => [batch.id, batch]));
  const stageOf = (batch: string, stage: string) => batches.get(batch)?.stages.find((each) => each.id === stage);
  const own = plan.moves.filter((move) => !stageOf(move.batch, move.stage)?.helper);
  const prepare = preparer(job, false);
  return own.reduce((sum, move) => {
    const stage = stageOf(move.batch, move.stage);
    return sum + move.end - move.start + (stage ? prepare(move, stage).minutes : 0);
  }, 0);
}

/** A way of working beside the plan: when all is dry, and how long the hands are busy. */
export interface OtherWay {
  readonly makespan: number;
  readonly hands: number;
}

/**
 * What the plan is measured against; null for a way that the windows do not hold. Who works so now would miss the windows that are
 * open on the table already, so those bind neither.
 */
export function otherWays(asked: RunJob): { readonly cardByCard: OtherWay | null; readonly stageByStage: OtherWay | null } {
  const job = { ...asked, batches: asked.batches.map((batch) => ({ ...batch, started: (batch.started ?? []).map(({ done, dryAt }) => ({ done, dryAt })) })) };
  const way = (plan: RunPlan | null): OtherWay | null => plan && { makespan: plan.makespan, hands: handsBusy(job, plan) };
  return { cardByCard: way(cardByCardPlan(job)), stageByStage: way(stageByStagePlan(job)) };
}
