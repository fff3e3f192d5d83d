import type { NeedOdds, Spreads } from "../odds/odds.ts";
import { lagAfter, stepHands, type SeasonJob, type WorkNeed } from "../schedule/model.ts";
import { isAtBoard } from "../schedule/queue.ts";
import type { PromiseJob, PromiseStep } from "./model.ts";

/**
 * A season in little: one pair of hands, each need by itself, one spread for all. It leaves out the helper, batches, drying places and
 * supplies, and is played a hundred times faster; what it finds is tried in the season itself.
 */
export function smallModelOf(job: SeasonJob, spreads: Spreads, needs: readonly NeedOdds[]): PromiseJob {
  const slow = Math.exp(spreads.hands.mean);
  return {
    sessions: job.sessions.filter((session) => session.who === "maker").map(({ open, close }) => [open, close]),
    needs: job.needs.map((need) => ({
      id: need.id,
      weight: needs.find((each) => each.id === need.id)?.weight ?? 1,
      due: dayEnd(job, need.due),
      steps: stepsOf(need, slow),
    })),
    changeover: job.changeover,
    spread: {
      hands: Math.sqrt(spreads.hands.scale / Math.max(1, spreads.hands.shape - 1)),
      drying: Math.sqrt(spreads.drying.scale / Math.max(1, spreads.drying.shape - 1)),
      lost: spreads.sessions.lost / (spreads.sessions.lost + spreads.sessions.kept),
    },
  };
}

/** The minute at which a day ends; past the last that is known by whole days. */
function dayEnd({ dayEnds }: SeasonJob, day: number): number {
  const last = dayEnds.length - 1;
  return day < 0 ? 0 : day <= last ? (dayEnds[day] ?? 0) : (dayEnds[last] ?? 0) + (day - last) * 1440;
}

/** What is only waited for, such as a night under books, is drying of the step before. */
function stepsOf(need: WorkNeed, slow: number): PromiseStep[] {
  const all = [...need.paint, ...need.finish];
  const steps: PromiseStep[] = [];
  all.forEach((step, index) => {
    const hands = (stepHands(step) + step.setup) * slow;
    const dry = lagAfter(step, all[index + 1]);
    const before = steps[steps.length - 1];
    if (hands === 0 && before) steps[steps.length - 1] = { ...before, dry: before.dry + dry };
    else steps.push({ id: step.id, hands, dry, palette: isAtBoard(step) ? need.palette : null });
  });
  return steps.length > 0 ? steps : [{ id: "done", hands: 0, dry: 0, palette: null }];
}
