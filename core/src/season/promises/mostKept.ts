import { decode, sameRoute } from "../schedule/decode.ts";
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
  const seasons = MARGINS.map((margin) => slowed(job, slow * margin));
  const alone = seasons.flatMap((slower) => styles.map((style) => keptByDays(slower, weights, style, NOBODY)));
  const together = [...new Set(APART.map((days) => [...joinedWithin(job, days)].join(" ")))].filter((ids) => ids !== "").map((ids) => new Set(ids.split(" ")));
  // Setups saved are worth most where hands are short; one way of working tells which of them are worth a closer look.
  const inBatches = together.flatMap((joined) => seasons.slice(0, 2).flatMap((slower) => styles.slice(0, 1).map((style) => keptByDays(slower, weights, style, joined))));
  return [...alone, ...inBatches];
}

const NOBODY: ReadonlySet<string> = new Set();
/** Needs of one design that are due within so many days of the first of them are painted in one batch: every other one or so, or more of them. */
const APART = [7, 14, 28] as const;

/** Who is painted together with one of the same design that is due before, when a batch holds what is due within so many days. */
function joinedWithin(job: SeasonJob, days: number): Set<string> {
  const first = new Map<string, WorkNeed>();
  const joined = new Set<string>();
  for (const need of sortedByDue(job)) {
    const before = first.get(need.design);
    if (before && need.due - before.due <= days && sameRoute(before, need)) joined.add(need.id);
    else first.set(need.design, need);
  }
  return joined;
}

const sortedByDue = (job: SeasonJob): WorkNeed[] => [...job.needs].sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1));

function keptByDays(job: SeasonJob, weights: ReadonlyMap<string, number>, style: Pick<PlanChoice, "reach" | "patience">, joined: ReadonlySet<string>): PlanChoice {
  const byDue = sortedByDue(job);
  const density = new Map(job.needs.map((need) => [need.id, (weights.get(need.id) ?? 1) / Math.max(1, joined.has(need.id) ? moreHandsOf(need) : handsOf(need))]));
  const choiceOf = (lost: ReadonlySet<string>): PlanChoice => ({
    order: [...byDue.filter(({ id }) => !lost.has(id)), ...byDue.filter(({ id }) => lost.has(id))].map(({ id }) => id),
    joined: [...joined].filter((id) => !lost.has(id)),
    ...style,
    free: [],
    resigned: [...lost],
  });
  const lateIn = (choice: PlanChoice): string[] => {
    const late = new Set(decode(job, choice).needs.flatMap(({ id, lateDays }) => (lateDays > 0 ? [id] : [])));
    return choice.order.slice(0, choice.order.length - choice.resigned.length).filter((id) => late.has(id));
  };
  const resigned = new Set<string>();
  for (;;) {
    const choice = choiceOf(resigned);
    const [late] = lateIn(choice);
    if (late === undefined) break;
    const upTo = choice.order.slice(0, choice.order.indexOf(late) + 1);
    resigned.add(upTo.reduce((worst, id) => ((density.get(id) ?? 0) < (density.get(worst) ?? 0) ? id : worst)));
  }
  // With drying and sessions, hands are left that the rule cannot see: whoever still fits is taken up again, the most for its hands first.
  for (const id of [...resigned].sort((x, y) => (density.get(y) ?? 0) - (density.get(x) ?? 0))) {
    const fewer = new Set([...resigned].filter((each) => each !== id));
    if (lateIn(choiceOf(fewer)).length === 0) resigned.delete(id);
  }
  return choiceOf(resigned);
}

/** A season in which all hands take so many times as long. */
function slowed(job: SeasonJob, times: number): SeasonJob {
  const slower = (step: WorkStep): WorkStep => ({ ...step, hands: step.hands * times, setup: step.setup * times });
  return { ...job, needs: job.needs.map((need) => ({ ...need, paint: need.paint.map(slower), finish: need.finish.map(slower) })) };
}

/** What a need takes more where others are painted anyway: its panels, and all of its finishing. */
const moreHandsOf = (need: WorkNeed): number => seasonModelOf(need) + need.finish.reduce((sum, { setup }) => sum + setup, 0);

const handsOf = (need: WorkNeed): number => seasonModelOf(need) + [...need.paint, ...need.finish].reduce((sum, { setup }) => sum + setup, 0);
