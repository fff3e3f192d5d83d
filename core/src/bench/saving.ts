import { cardByCard } from "./construct.ts";
import { planOf } from "./run.ts";
import { workOf, type RunJob, type RunPlan } from "./model.ts";

/**
 * The plan of a maker who paints each card to its end before the next begins, by the same rules: what batching is
 * measured against.
 * @returns null when the windows do not hold it
 */
export function cardByCardPlan(job: RunJob): RunPlan | null {
  const work = workOf(job);
  const timetable = cardByCard(work);
  return timetable ? planOf(work, timetable, timetable.makespan()) : null;
}

/** Minutes the hands are busy in a plan: every move, with the setups and changes of palette it makes necessary. */
export function handsBusy(job: RunJob, plan: RunPlan): number {
  const batches = new Map(job.batches.map((batch) => [batch.id, batch]));
  return plan.moves.reduce((sum, move, index) => {
    const before = plan.moves[index - 1];
    const batch = batches.get(move.batch);
    const stage = batch?.stages.find((each) => each.id === move.stage);
    const same = before?.batch === move.batch && before.stage === move.stage;
    const changed = before !== undefined && batches.get(before.batch)?.palette !== batch?.palette;
    return sum + move.end - move.start + (same ? 0 : (stage?.setup ?? 0)) + (changed ? job.changeover : 0);
  }, 0);
}
