import type { NeedRead } from "@yule/contract";
import { addDays, day, stateOf, TRIAL_EFFORT, type Day, type OwedNeed, type PromiseEffort } from "@yule/core";
import { oddsOf, readyByFor, seasonFacts, spreadsOf } from "./facts.ts";
import { promisesKept, type PlannedSeason } from "./plannedSeason.ts";
import { triedSeason, type TriedSeason } from "./planSeason.ts";
import { withAsked, type Outlook } from "./workOut.ts";

/** What can be promised to somebody who asks for cards. */
export interface DayOffer {
  readonly id: string;
  /** The chance that all of it is there by the day that was named. */
  readonly chance: number;
  /** The first day found that is safe to promise, with its chance; null where the named one is safe, or none was found. */
  readonly instead: { readonly due: Day; readonly chance: number } | null;
}

export interface DayOffers {
  readonly offers: readonly DayOffer[];
  /** Of the promises given before, so many more or fewer are expected to be kept when all of it is taken for the days that were named. */
  readonly others: number;
  /** The same with the days that are offered instead. */
  readonly othersInstead: number;
}

/** So often a later day is tried, and so far ahead. */
const [ROUNDS, FURTHEST_DAYS] = [5, 110] as const;
/** A round that brings a need nearly there asks for so many days more. */
const NEARLY_DAYS = 2;

/**
 * What can be promised for needs that are asked for together: the plan is made with all of them, played, and those that are not safe are put to
 * the day by which they are ready in eight futures of ten, until they are. Every chance told is counted in the plan that has the day told.
 * @param asked each with the day that was named
 */
export function daysToPromise(
  outlook: Outlook,
  planned: Pick<PlannedSeason, "facts" | "answer" | "odds">,
  asked: readonly NeedRead[],
  effort: PromiseEffort = TRIAL_EFFORT,
): DayOffers {
  const named = tried(outlook, planned, asked, effort);
  const ids = new Set(asked.map(({ id }) => id));
  const others = ({ needs }: TriedSeason["odds"]): number => promisesKept({ needs: needs.filter(({ id }) => !ids.has(id)) }) - promisesKept(planned.odds);
  const instead = new Map<string, { due: Day; chance: number }>();
  let [dated, found] = [asked, named];
  for (let round = 0; ; round += 1) {
    const chances = new Map(found.odds.needs.map(({ id, chance, by }) => [id, { chance, by: addDays(outlook.today, by[1]) }]));
    const isSafe = ({ id }: NeedRead): boolean => stateOf(chances.get(id)?.chance ?? 0) === "safe";
    instead.clear();
    dated.forEach((need, index) => {
      if (need.due !== asked[index]?.due && isSafe(need)) instead.set(need.id, { due: day(need.due), chance: chances.get(need.id)?.chance ?? 0 });
    });
    if (round === ROUNDS || dated.every(isSafe)) break;
    dated = dated.map((need) => (isSafe(need) ? need : { ...need, due: laterFor(outlook, need, chances.get(need.id)?.by ?? outlook.today) }));
    found = tried(outlook, planned, dated, effort);
  }
  return {
    offers: asked.map(({ id }) => ({ id, chance: named.odds.needs.find((each) => each.id === id)?.chance ?? 0, instead: instead.get(id) ?? null })),
    others: others(named.odds),
    othersInstead: others(found.odds),
  };
}

function tried(outlook: Outlook, planned: Pick<PlannedSeason, "facts" | "answer">, asked: readonly NeedRead[], effort: PromiseEffort): TriedSeason {
  const then = withAsked(outlook, asked);
  const ids = new Set(asked.map(({ id }) => id));
  const owed: OwedNeed[] = seasonFacts(then, planned.facts.since).needs.filter(({ id }) => ids.has(id));
  const facts = { ...planned.facts, needs: [...planned.facts.needs.filter(({ id }) => !ids.has(id)), ...owed] };
  return triedSeason(planned, facts, spreadsOf(then), oddsOf(facts, then), effort);
}

/** The first day after the need's own on which it arrives when it is ready on a day. */
function laterFor(outlook: Outlook, need: NeedRead, ready: Day): string {
  const from = addDays(day(need.due), NEARLY_DAYS);
  for (let days = 0; days < FURTHEST_DAYS; days += 1) {
    const due = addDays(from, days);
    const [view] = withAsked({ ...outlook, needs: [], open: [] }, [{ ...need, due }]).open;
    if (view && readyByFor(view, outlook, due) >= ready) return due;
  }
  return addDays(from, FURTHEST_DAYS);
}
