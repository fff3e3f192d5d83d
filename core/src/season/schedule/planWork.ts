import { seededRandom, type Limits } from "../../search/search.ts";
import { boundOf } from "./bound.ts";
import { decode, sameRoute } from "./decode.ts";
import { weigh, type PlanChoice, type PlanScore, type SeasonJob, type SeasonWorkPlan, type WorkNeed, seasonModelOf } from "./model.ts";

export interface SeasonAnswer {
  readonly plan: SeasonWorkPlan;
  /** Figures no plan can go below. */
  readonly bound: PlanScore;
  /** The plan cannot be bettered: it meets the bound in days late, and where that is none, in late sessions too. */
  readonly proven: boolean;
  readonly tried: number;
}

/** How many turns a worse choice is forgiven (late acceptance hill climbing, Burke and Bykov 2017). */
const MEMORY = 40;
/** Turns without gain after which a search whose lateness is proven stops. */
const ENOUGH = 1500;

/**
 * Puts a whole season into its sessions. Begins with earliest due first in several guises, then moves needs in the
 * order, joins and parts batches, and frees late sessions as long as nothing gets later.
 * @param start the choice of an earlier plan: it is tried first and kept unless something else is later by fewer days
 *   or late nights, so that a small change leaves most sessions what they were, and never makes the plan worse
 * @param progress told of each better plan
 */
export function planWork(job: SeasonJob, limits: Limits, start: PlanChoice | null = null, progress?: (answer: SeasonAnswer) => void): SeasonAnswer {
  const bound = boundOf(job);
  const search: { best: SeasonWorkPlan | null; tried: number } = { best: null, tried: 0 };
  const turns = turnsWithin(limits);
  const answer = (plan: SeasonWorkPlan): SeasonAnswer => ({ plan, bound, proven: isProven(plan.score, bound), tried: search.tried });
  const attempt = (choice: PlanChoice): SeasonWorkPlan => {
    search.tried += 1;
    const plan = decode(job, choice);
    if (!search.best || weigh(plan.score) < weigh(search.best.score)) {
      search.best = plan;
      progress?.(answer(plan));
    }
    return plan;
  };
  const kept = start ? attempt(carriedOver(job, start)) : null;
  // A plan that is on time as it stands is not shaken for the sake of a changeover.
  if (kept && isProven(kept.score, bound)) return answer(kept);
  let best = kept ?? attempt({ order: job.needs.map((need) => need.id), joined: [], reach: 0, patience: 0, free: [], resigned: [] });
  const lookAgain = (): SeasonWorkPlan => (best = search.best ?? best);
  for (const choice of firstChoices(job)) {
    if (limits.stop()) break;
    attempt(choice);
  }
  const parts = [
    () => {
      freeLateSessions(job, lookAgain(), attempt, turns);
    },
    () => {
      climb(job, lookAgain(), attempt, turns, bound, ENOUGH / 3);
    },
    () => {
      spareEvenings(job, lookAgain(), attempt, turns, bound);
    },
    () => {
      climb(job, lookAgain(), attempt, turns, bound, ENOUGH);
    },
    () => {
      spareEvenings(job, lookAgain(), attempt, turns, bound);
    },
    () => {
      freeLateSessions(job, lookAgain(), attempt, turns);
    },
  ];
  for (const part of parts) if (!turns.stop()) part();
  const found = lookAgain();
  return answer(kept && steadier(kept, found) ? kept : found);
}

/** Limits whose turns are spent once for all parts of a search. */
interface Turns {
  readonly seed: number;
  readonly stop: () => boolean;
  readonly spend: () => void;
}

/** One budget for all parts, so that a longer search goes the whole way of a shorter one first and is never worse. */
function turnsWithin({ seed, steps, stop }: Limits): Turns {
  let spent = 0;
  return { seed, stop: () => spent >= steps || stop(), spend: () => void (spent += 1) };
}

/** Nothing can be later by fewer days, and where nothing is late, no evening can be spared. */
const isProven = (score: PlanScore, bound: PlanScore): boolean => score.lateDays <= bound.lateDays && (bound.lateDays > 0 || score.lateSessions <= bound.lateSessions);

/** For fewer evenings saved than this the week is not turned over. */
const WORTH_MOVING = 3;
/** The plan that stands stays unless another has fewer days late, or saves her several late nights. */
const steadier = (kept: SeasonWorkPlan, found: SeasonWorkPlan): boolean =>
  kept.score.lateDays === found.score.lateDays && kept.score.lateSessions - found.score.lateSessions < WORTH_MOVING;

/** An earlier choice for a job that may have gained and lost needs: new ones stand where their due day puts them. */
export function carriedOver(job: SeasonJob, choice: PlanChoice): PlanChoice {
  const due = new Map(job.needs.map((need) => [need.id, need.due]));
  const order = choice.order.filter((id) => due.has(id));
  const known = new Set(order);
  for (const need of [...job.needs].sort((a, b) => a.due - b.due)) {
    if (known.has(need.id)) continue;
    const place = order.findIndex((id) => (due.get(id) ?? 0) > need.due);
    order.splice(place < 0 ? order.length : place, 0, need.id);
  }
  return {
    order,
    joined: choice.joined.filter((id) => due.has(id)),
    reach: choice.reach,
    patience: choice.patience,
    free: choice.free.filter((index) => job.sessions[index]?.late),
    resigned: choice.resigned.filter((id) => due.has(id)),
  };
}

type Style = Pick<PlanChoice, "reach" | "patience">;
/** Ways of working: at once whatever is most pressing, or with the palette that is out as long as that goes. */
export const STYLES: readonly [Style, Style, Style, Style] = [
  { reach: 0, patience: 0 },
  { reach: 4, patience: 10 },
  { reach: 12, patience: 10 },
  { reach: 12, patience: 40 },
];

function firstChoices(job: SeasonJob): PlanChoice[] {
  const byDue = [...job.needs].sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1));
  const dryness = (need: WorkNeed): number => [...need.paint, ...need.finish].reduce((sum, step) => sum + step.dry, 0);
  const bySlack = [...byDue].sort((a, b) => a.due - dryness(a) / 1440 - (b.due - dryness(b) / 1440));
  const orders = [byDue, bySlack, ...[1, 3, 9].map((patience) => byPressure(job, byDue, patience))];
  const all = joinable(job);
  const everyOrder =
    job.needs.length <= FEW
      ? permutations(byDue).map((order) => ({ order: order.map((need) => need.id), joined: [] as string[], ...STYLES[0], free: [] as number[], resigned: [] as string[] }))
      : [];
  const usual = orders.flatMap((order) =>
    (all.length > 0 ? [[], all] : [[]]).flatMap((joined) =>
      STYLES.map((style) => ({ order: order.map((need) => need.id), joined, ...style, free: [] as number[], resigned: [] as string[] })),
    ),
  );
  return [...usual, ...everyOrder];
}

/** So few needs are tried in every order. */
const FEW = 5;

const permutations = <T>(items: readonly T[]): T[][] =>
  items.length < 2 ? [[...items]] : items.flatMap((item, index) => permutations([...items.slice(0, index), ...items.slice(index + 1)]).map((rest) => [item, ...rest]));

/**
 * Apparent tardiness cost: short work first among what is pressing, earliest due first among what is not yet (Vepsalainen
 * and Morton 1987). @param patience how many average needs ahead counts as pressing
 */
function byPressure(job: SeasonJob, needs: readonly WorkNeed[], patience: number): WorkNeed[] {
  const held = job.sessions.reduce((sum, session) => sum + session.close - session.open, 0);
  const minutesPerDay = Math.max(1, held / Math.max(1, job.dayEnds.length));
  const average = needs.reduce((sum, need) => sum + seasonModelOf(need), 0) / Math.max(1, needs.length) || 1;
  const left = [...needs];
  const order: WorkNeed[] = [];
  let at = 0;
  while (left.length > 0) {
    const pressure = (need: WorkNeed): number => {
      const work = Math.max(1, seasonModelOf(need));
      const slack = Math.max(0, need.due * minutesPerDay - work - at);
      return -Math.log(work) - slack / (patience * average);
    };
    const values = left.map(pressure);
    const index = values.indexOf(Math.max(...values));
    const [next] = left.splice(index, 1);
    if (!next) break;
    at += seasonModelOf(next);
    order.push(next);
  }
  return order;
}

/** Needs that could be painted together with one of the same design due before. */
export function joinable(job: SeasonJob): string[] {
  const byDue = [...job.needs].sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1));
  return byDue.flatMap((need, index) => (byDue.slice(0, index).some((other) => other.design === need.design && sameRoute(other, need)) ? [need.id] : []));
}

/** Leaves late evenings free, the last first, while nothing gets later. */
function freeLateSessions(job: SeasonJob, from: SeasonWorkPlan, attempt: (choice: PlanChoice) => SeasonWorkPlan, limits: Turns): void {
  const late = job.sessions.flatMap((session, index) => (session.late && !from.choice.free.includes(index) ? [index] : []));
  let plan = from;
  const without = attempt({ ...plan.choice, free: [...plan.choice.free, ...late] });
  if (without.score.lateDays <= plan.score.lateDays) return;
  for (const index of [...late].reverse()) {
    if (limits.stop()) return;
    const tried = attempt({ ...plan.choice, free: [...plan.choice.free, index] });
    if (weigh(tried.score) <= weigh(plan.score)) plan = tried;
  }
}

/** Turns that are spent on making a plan without late evenings be in time. */
const EVENING_TURNS = 200;
const MOST_EVENING_TURNS = 2000;

/**
 * The other way round: with every late evening free, needs are moved until as little is late as before; where that fails, evenings are
 * taken back one by one, each time the one that mends most.
 */
function spareEvenings(job: SeasonJob, from: SeasonWorkPlan, attempt: (choice: PlanChoice) => SeasonWorkPlan, limits: Turns, bound: PlanScore): void {
  const late = job.sessions.flatMap((session, index) => (session.late ? [index] : []));
  if (from.score.lateDays > bound.lateDays || from.score.lateSessions <= bound.lateSessions) return;
  const random = seededRandom(limits.seed + 1);
  const canJoin = joinable(job);
  let plan = attempt({ ...from.choice, free: late });
  let turns = 0;
  while (plan.score.lateDays > from.score.lateDays && late.length - plan.choice.free.length < from.score.lateSessions) {
    for (let idle = 0; turns < MOST_EVENING_TURNS && idle < EVENING_TURNS; turns += 1) {
      if (limits.stop() || plan.score.lateDays <= from.score.lateDays) return;
      limits.spend();
      const tried = attempt({ ...neighbour(job, plan, canJoin, random), free: plan.choice.free });
      idle = tried.score.lateDays < plan.score.lateDays ? 0 : idle + 1;
      if (tried.score.lateDays <= plan.score.lateDays) plan = tried;
    }
    let mended: SeasonWorkPlan | null = null;
    for (const index of plan.choice.free) {
      if (limits.stop()) return;
      const tried = attempt({ ...plan.choice, free: plan.choice.free.filter((each) => each !== index) });
      if (!mended || tried.score.lateDays < mended.score.lateDays) mended = tried;
    }
    if (!mended) return;
    plan = mended;
  }
}

function climb(job: SeasonJob, from: SeasonWorkPlan, attempt: (choice: PlanChoice) => SeasonWorkPlan, limits: Turns, bound: PlanScore, enough: number): void {
  const random = seededRandom(limits.seed);
  const canJoin = joinable(job);
  let now = from;
  let bestWeight = weigh(from.score);
  let idle = 0;
  const memory = Array.from({ length: MEMORY }, () => bestWeight);
  for (let turn = 0; !limits.stop(); turn += 1) {
    if (bestWeight <= weigh(bound)) return;
    // Changeovers alone are worth a short search, lateness a long one.
    if (idle > (bestWeight < weigh({ ...bound, lateDays: bound.lateDays + 1 }) ? enough : enough * 4)) return;
    limits.spend();
    const next = attempt(neighbour(job, now, canJoin, random));
    const weight = weigh(next.score);
    const slot = turn % MEMORY;
    if (weight <= weigh(now.score) || weight <= (memory[slot] ?? Infinity)) now = next;
    memory[slot] = Math.min(memory[slot] ?? Infinity, weigh(now.score));
    idle = weight < bestWeight ? 0 : idle + 1;
    bestWeight = Math.min(bestWeight, weight);
  }
}

function neighbour(job: SeasonJob, plan: SeasonWorkPlan, canJoin: readonly string[], random: () => number): PlanChoice {
  const { choice } = plan;
  const draw = random();
  const anyOf = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  if (draw < 0.12 && canJoin.length > 0) {
    const id = anyOf(canJoin);
    if (id !== undefined) return { ...choice, joined: choice.joined.includes(id) ? choice.joined.filter((each) => each !== id) : [...choice.joined, id] };
  }
  if (draw < 0.16) return { ...choice, reach: Math.floor(random() * 14) };
  if (draw < 0.19) return { ...choice, patience: Math.floor(random() * 9) * 5 };
  if (draw < 0.24) {
    const late = anyOf(job.sessions.flatMap((session, index) => (session.late ? [index] : [])));
    if (late !== undefined) return { ...choice, free: choice.free.includes(late) ? choice.free.filter((each) => each !== late) : [...choice.free, late] };
  }
  const order = [...choice.order];
  const late = plan.needs.filter((each) => each.lateDays > 0);
  const chosen = draw < 0.6 && late.length > 0 ? anyOf(late)?.id : anyOf(order);
  const from = order.indexOf(chosen ?? "");
  if (from < 0) return choice;
  const [id] = order.splice(from, 1);
  const to = draw < 0.6 && late.length > 0 ? Math.floor(random() * (from + 1)) : Math.max(0, Math.min(order.length, from + Math.round((random() - 0.5) * 12)));
  if (id !== undefined) order.splice(to, 0, id);
  return { ...choice, order };
}
