import { addDays, daysBetween, momentAt, weekdayOf, type Day } from "../measure/day.ts";
import { minutes, type Minutes } from "../measure/minutes.ts";
import { seasonJobOf, type OwedNeed, type OwedStage } from "./facts.ts";
import { decode } from "./schedule/decode.ts";
import type { SeasonJob, SeasonWorkPlan, WorkKind } from "./schedule/model.ts";
import type { KeptSession, SessionPattern } from "./sessions.ts";

/** A need of a season that is looked back on. */
export interface NeedAsDone {
  readonly id: string;
  readonly design: string;
  readonly due: Day;
  /** The day on which it was first known. */
  readonly toldOn: Day;
  /** The day of its first touch at the bench; null where it never had one. */
  readonly begunOn: Day | null;
  /** It went out by its day. */
  readonly wasKept: boolean;
  readonly cards: number;
  /** Panels that were painted for it; 0 where none was. */
  readonly panels: number;
  readonly lost: number;
  readonly leftOver: number;
  readonly parcels: number;
  readonly stages: readonly Omit<OwedStage, "left">[];
}

/** A season that is looked back on, with the sessions that its weeks hold. */
export interface SeasonAsDone {
  readonly from: Day;
  /** Its last day, or the day it has come to. */
  readonly until: Day;
  readonly timeZone: string;
  readonly pattern: readonly SessionPattern[];
  /** Those of `pattern` with what was different, over the whole season. */
  readonly sessions: readonly KeptSession[];
  readonly changeover: number;
  readonly drying: number | null;
  readonly helperMay: readonly WorkKind[];
  readonly needs: readonly NeedAsDone[];
}

/** What might have been done otherwise. */
export type Otherwise =
  | { readonly kind: "earlier"; readonly days: number }
  | { readonly kind: "more sessions"; readonly weekday: number; readonly from: number; readonly to: number }
  | { readonly kind: "painted together" }
  | { readonly kind: "half lost" }
  | { readonly kind: "none over" }
  | { readonly kind: "without"; readonly design: string };

/** A past season planned again. */
export interface PlannedAgain {
  /** The day each need is ready, counted from the season's first, by its id. */
  readonly readyOn: ReadonlyMap<string, number>;
  /** All hands with setups and fresh water. */
  readonly hands: Minutes;
}

/** What a change would have brought, beside what came of the season: promises kept and days late more, or fewer where negative. */
export interface Gain {
  readonly otherwise: Otherwise;
  readonly kept: number;
  readonly daysLate: number;
  readonly saved: Minutes;
}

export interface LookBack {
  /** Promises that were not kept, and of how many of them the plan can tell why: those it makes late too. */
  readonly missed: number;
  readonly explained: number;
  /** Each kind of change at its best, most promises kept first; one that keeps no more and saves nothing is there too, to be known. */
  readonly gains: readonly Gain[];
}

/** So many weeks earlier are tried at the most. */
const MOST_WEEKS_EARLIER = 4;
/** Needs of one design that were begun within so many days of each other could have been painted together. */
const TOGETHER_WITHIN = 14;
/** Panels that go into one sheet, for the minutes of splitting: the log knows of panels, not of sheets. */
const PANELS_A_SHEET = 6;
const WEEKDAYS = [0, 1, 2, 3, 4, 5, 6] as const;

/**
 * Plans a season that is past again, by the rule of thumb a maker works by: whatever is due first is taken up first, in the sessions her
 * weeks hold, and nothing is begun before it was begun then. Nothing is searched, so that no plan knows of needs that were still to come
 * (serial list scheduling, Kolisch 1996).
 */
export function plannedAgain(past: SeasonAsDone, otherwise: Otherwise | null = null): PlannedAgain {
  const changed = otherwise === null ? past : changedBy(past, otherwise);
  const job = pastJob(changed);
  const plan = decode(job, choiceFor(job, changed, otherwise?.kind === "painted together"));
  return toldOf(changed, job, plan);
}

/**
 * What would have helped. The plan knows less than was: a need that was kept although the plan makes it late is held to the day on which the
 * plan makes it ready, and one that was late although the plan makes it ready in time is late whatever is changed. So only what the plan
 * can tell is counted as gained.
 * @param without the design of which it is asked what the season would have been without it
 * @returns what each change would have brought; null for a season without needs or sessions
 */
export function lookBack(past: SeasonAsDone, without: string | null = null): LookBack | null {
  if (past.needs.length === 0 || past.sessions.length === 0) return null;
  const asItWas = plannedAgain(past);
  const lateIn = ({ readyOn }: PlannedAgain, { id, due, wasKept }: NeedAsDone): number => {
    const onTime = Math.max(daysBetween(past.from, due), wasKept ? (asItWas.readyOn.get(id) ?? 0) : 0);
    return Math.max(0, (readyOn.get(id) ?? 0) - onTime);
  };
  const told = past.needs.filter((need) => need.wasKept || lateIn(asItWas, need) > 0);
  const gainOf = (otherwise: Otherwise): Gain => {
    const again = plannedAgain(past, otherwise);
    // What is left out of the season is no promise that is kept or broken.
    const asked = otherwise.kind === "without" ? told.filter(({ design }) => design !== otherwise.design) : told;
    const days = (plan: PlannedAgain): readonly number[] => asked.map((need) => lateIn(plan, need));
    const [then, now] = [days(asItWas), days(again)];
    const kept = (late: readonly number[]): number => late.filter((each) => each === 0).length;
    return { otherwise, kept: kept(now) - kept(then), daysLate: sumOf(now) - sumOf(then), saved: minutes(Math.round(asItWas.hands - again.hands)) };
  };
  const more = moreSessions(past.pattern).map(gainOf);
  const gains = [
    fewestDays((days) => gainOf({ kind: "earlier", days })),
    ...more.sort((a, b) => b.kept - a.kept || a.daysLate - b.daysLate).slice(0, 1),
    gainOf({ kind: "painted together" }),
    ...(past.needs.some(({ lost }) => lost > 0) ? [gainOf({ kind: "half lost" })] : []),
    ...(past.needs.some(({ leftOver }) => leftOver > 0) ? [gainOf({ kind: "none over" })] : []),
    ...(without !== null && past.needs.some(({ design }) => design !== without) ? [gainOf({ kind: "without", design: without })] : []),
  ];
  const missed = past.needs.filter(({ wasKept }) => !wasKept);
  return {
    missed: missed.length,
    explained: missed.filter((need) => lateIn(asItWas, need) > 0).length,
    gains: gains.sort((a, b) => b.kept - a.kept || b.saved - a.saved),
  };
}

const sumOf = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0);

/** Weeks are tried first, then the fewest days that keep as much as the best of them: beginning earlier still is asked of nobody. */
function fewestDays(gainOf: (days: number) => Gain): Gain {
  const weeks = Array.from({ length: MOST_WEEKS_EARLIER }, (_, at) => gainOf(7 * (at + 1)));
  const best = weeks.reduce((found, each) => (each.kept > found.kept ? each : found));
  let [enough, tooFew] = [best, 7 * weeks.indexOf(best)];
  const daysOf = ({ otherwise }: Gain): number => (otherwise.kind === "earlier" ? otherwise.days : 0);
  while (daysOf(enough) - tooFew > 1) {
    const middle = gainOf(Math.floor((tooFew + daysOf(enough)) / 2));
    if (middle.kept >= best.kept) enough = middle;
    else tooFew = daysOf(middle);
  }
  return enough;
}

/** One more session a week on each day that has none, as long as the shop's shortest. */
function moreSessions(pattern: readonly SessionPattern[]): Otherwise[] {
  const own = pattern.filter(({ who = "maker" }) => who === "maker").sort((a, b) => a.to - a.from - (b.to - b.from) || a.from - b.from);
  const [shortest] = own;
  if (!shortest) return [];
  const taken = new Set(own.map(({ weekday }) => weekday));
  return WEEKDAYS.filter((weekday) => !taken.has(weekday)).map((weekday) => ({ kind: "more sessions", weekday, from: shortest.from, to: shortest.to }));
}

function changedBy(past: SeasonAsDone, otherwise: Otherwise): SeasonAsDone {
  const each = (change: (need: NeedAsDone) => NeedAsDone): SeasonAsDone => ({ ...past, needs: past.needs.map(change) });
  if (otherwise.kind === "earlier") return each((need) => (need.begunOn === null ? need : { ...need, begunOn: latest(need.toldOn, addDays(need.begunOn, -otherwise.days)) }));
  if (otherwise.kind === "half lost") {
    // Every second one of all that were lost, so that single ones count too.
    let lost = 0;
    return each((need) => {
      const spared = Math.floor((lost + need.lost) / 2) - Math.floor(lost / 2);
      lost += need.lost;
      return { ...need, panels: Math.max(Math.min(1, need.panels), need.panels - spared) };
    });
  }
  if (otherwise.kind === "none over") return each((need) => ({ ...need, cards: need.cards - need.leftOver, panels: Math.max(0, need.panels - need.leftOver) }));
  if (otherwise.kind === "without") return { ...past, needs: past.needs.filter(({ design }) => design !== otherwise.design) };
  if (otherwise.kind === "more sessions") return { ...past, sessions: withSession(past, otherwise) };
  return past;
}

/** Nothing begins before it is known, and what was begun before the season begins with it. */
const latest = (a: Day, b: Day): Day => (a > b ? a : b);

function withSession({ from, until, sessions }: SeasonAsDone, more: Extract<Otherwise, { readonly kind: "more sessions" }>): KeptSession[] {
  const added: KeptSession[] = [];
  for (let day = from; day <= until; day = addDays(day, 1))
    if (weekdayOf(day) === more.weekday) added.push({ day, from: more.from, to: more.to, length: minutes(more.to - more.from), who: "maker", light: false, late: false });
  return [...sessions, ...added].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.from - b.from));
}

/** What was never begun is taken up on its day: too late, as it was. */
const beginsOn = ({ begunOn, due }: NeedAsDone): Day => begunOn ?? due;

function pastJob(past: SeasonAsDone): SeasonJob {
  const needs = past.needs.map((need): OwedNeed => {
    const panels = need.panels > 0 ? need.panels : need.cards;
    return {
      ...{ id: need.id, design: need.design, palette: need.design, title: need.id, cards: need.cards, fresh: panels, coming: 0 },
      ...{ sheets: Math.ceil(panels / PANELS_A_SHEET), parcels: need.parcels, readyBy: latest(need.due, past.from), movable: false, suppliesOn: beginsOn(need) },
      ...{ heat: false, print: false, skipped: [] },
      stages: need.stages.map((stage) => ({ ...stage, left: stage.kind === "assemble" ? need.cards : panels })),
    };
  });
  return seasonJobOf({ ...past, needs, today: past.from, since: momentAt(past.from, 0, past.timeZone) });
}

/** Whatever is due first is taken up first. */
function choiceFor(job: SeasonJob, past: SeasonAsDone, isTogether: boolean) {
  const byDue = [...job.needs].sort((a, b) => a.due - b.due || (a.id < b.id ? -1 : 1));
  const told = new Map(past.needs.map((need) => [need.id, need]));
  const joined: string[] = [];
  const first = new Map<string, NeedAsDone>();
  for (const { id } of isTogether ? byDue : []) {
    const need = told.get(id);
    if (!need) continue;
    const leader = first.get(need.design);
    if (leader && Math.abs(daysBetween(beginsOn(leader), beginsOn(need))) <= TOGETHER_WITHIN) joined.push(id);
    else first.set(need.design, need);
  }
  return { order: byDue.map(({ id }) => id), joined, reach: 0, patience: 0, free: [], resigned: [] };
}

function toldOf(past: SeasonAsDone, job: SeasonJob, plan: SeasonWorkPlan): PlannedAgain {
  const days = new Map(plan.needs.map(({ id, day }) => [id, day]));
  const worked = sumOf(plan.blocks.map(({ setup, start, end }) => setup + end - start));
  const asked = sumOf(job.needs.flatMap(({ paint, finish }) => [...paint, ...finish].map(({ units, hands }) => units * hands)));
  const placed = sumOf(plan.blocks.map(({ start, end }) => end - start));
  // What needs no hands is ready as it is; what found no session any more takes its hands all the same.
  return { readyOn: new Map(past.needs.map(({ id }) => [id, days.get(id) ?? 0])), hands: minutes(worked + Math.max(0, asked - placed)) };
}
