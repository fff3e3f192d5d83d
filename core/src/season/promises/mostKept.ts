import { decode } from "../schedule/decode.ts";
import { seasonModelOf, type PlanChoice, type SeasonJob, type WorkNeed, type WorkStep } from "../schedule/model.ts";
import type { Spreads } from "../odds/odds.ts";

/** So much slower than believed in the mean a plan is tried, that what just fits is not taken for kept. */
const MARGINS = [0.92, 1, 1.1] as const;

/**
 * Choices after the rule of Moore and Hodgson (Moore, Management Science 15, 1968), each time with the whole season laid out: needs by their days,
 * and whenever one is late, of those up to it the one that gives least for its hands is resigned. The rule is exact for one pair of hands
 * without drying and sessions; with them it is a good beginning.
 * @param weights how much each need matters, by id
 */
export function mostKept(job: SeasonJob, spreads: Spreads, weights: ReadonlyMap<string, number>, styles: readonly Pick<PlanChoice, "reach" | "patience">[]): PlanChoice[] {
  // Hands as they are believed, and sessions that are lost as hands that take longer.
  const slow = (Math.exp(spreads.hands.mean) * (spreads.sessions.kept + spreads.sessions.lost)) / spreads.sessions.kept;
  return MARGINS.flatMap((margin) => {
    const slower = slowed(job, slow * margin);
    return styles.map((style) => keptByDays(slower, weights, style));
  });
}

function keptByDays(job: SeasonJob, weights: ReadonlyMap<string, number>, style: Pick<PlanChoice, "reach" | "patience">): PlanChoice {
  const byDue = [...job.needs].sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1));
  const density = new Map(job.needs.map((need) => [need.id, (weights.get(need.id) ?? 1) / Math.max(1, handsOf(need))]));
  const resigned: string[] = [];
  for (;;) {
    const lost = new Set(resigned);
    const kept = byDue.filter(({ id }) => !lost.has(id)).map(({ id }) => id);
    const choice: PlanChoice = { order: [...kept, ...resigned], joined: [], ...style, free: [], resigned: [...resigned] };
    const late = new Set(decode(job, choice).needs.flatMap(({ id, lateDays }) => (lateDays > 0 ? [id] : [])));
    const first = kept.findIndex((id) => late.has(id));
    if (first < 0) return choice;
    const least = kept.slice(0, first + 1).reduce((worst, id) => ((density.get(id) ?? 0) < (density.get(worst) ?? 0) ? id : worst));
    resigned.push(least);
  }
}

/** A season in which all hands take so many times as long. */
function slowed(job: SeasonJob, times: number): SeasonJob {
  const slower = (step: WorkStep): WorkStep => ({ ...step, hands: step.hands * times, setup: step.setup * times });
  return { ...job, needs: job.needs.map((need) => ({ ...need, paint: need.paint.map(slower), finish: need.finish.map(slower) })) };
}

const handsOf = (need: WorkNeed): number => seasonModelOf(need) + [...need.paint, ...need.finish].reduce((sum, { setup }) => sum + setup, 0);
