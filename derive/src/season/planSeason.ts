import type { PlanStarts, StoredPlan } from "@yule/contract";
import {
  planAmong,
  FULL_EFFORT,
  momentAt,
  movedNeeds,
  odds,
  planPromises,
  seasonJobOf,
  addDays,
  type NeedOdds,
  type OddsAnswer,
  type PromiseAnswer,
  type PromiseEffort,
  type SeasonFacts,
  type Spreads,
} from "@yule/core";
import { longerAtBench } from "../bench/checkedAtBench.ts";
import { oddsOf, seasonFacts, spreadsOf } from "./facts.ts";
import type { PlannedSeason } from "./plannedSeason.ts";
import type { Outlook } from "./workOut.ts";

/** So often the bench's planner is asked whether it ends as the season says; what it takes longer is taken over. */
const CHECKED_AT_BENCH = 2;

/** Futures in which the chances of a plan are counted. */
export const ODDS_RUNS = 10_000;

/**
 * Plans the open season: promises kept, their chances, what moved. It ends by steps alone, so that the same facts give the same plan on any machine.
 * @param before the plan that stands; its choice is kept where nothing else is worth moving for
 */
export function planSeason(outlook: Outlook, before: StoredPlan | null, { effort = FULL_EFFORT, runs = ODDS_RUNS }: { effort?: PromiseEffort; runs?: number } = {}): StoredPlan {
  const spreads = spreadsOf(outlook);
  let facts = seasonFacts(outlook, outlook.now);
  let [job, needs] = [seasonJobOf(facts), oddsOf(facts, outlook)];
  let answer = planPromises(job, spreads, needs, effort, before ? planAmong(before.answer.plan, before.facts, facts) : null);
  for (let round = 0; round < CHECKED_AT_BENCH; round += 1) {
    const longer = longerAtBench(outlook, { facts, answer });
    if (longer.size === 0) break;
    const known = facts;
    facts = { ...facts, needs: facts.needs.map((need) => ({ ...need, atBench: (need.atBench ?? 0) + (longer.get(need.id) ?? 0) })) };
    [job, needs] = [seasonJobOf(facts), oddsOf(facts, outlook)];
    answer = planPromises(job, spreads, needs, effort, planAmong(answer.plan, known, facts));
  }
  const counted = odds(job, answer.plan, spreads, needs, { seed: 1, runs, stop: () => false });
  const moved = before ? movedNeeds({ plan: before.answer.plan, days: daysOf(before.facts) }, { plan: answer.plan, days: daysOf(facts) }) : [];
  return { facts: { ...facts, since: facts.since.toISOString() }, answer, odds: counted, moved };
}

const daysOf = ({ sessions }: Pick<SeasonFacts, "sessions">): string[] => sessions.map(({ day }) => day);

/** The moment from which a plan is no longer of the present: a session of it has ended, or its day. */
export function staleAt({ facts }: StoredPlan): Date {
  const since = new Date(facts.since).getTime();
  const ends = facts.sessions.slice(0, 4).map((session) => momentAt(session.day, session.to, facts.timeZone).getTime());
  const turns = momentAt(addDays(facts.today, 1), 0, facts.timeZone).getTime();
  return new Date(Math.min(turns, ...ends.filter((end) => end > since)));
}

/** A stored plan as it is shown. */
export const shownPlan = ({ facts, answer, odds, moved }: StoredPlan, starts: PlanStarts | null = null): PlannedSeason => ({
  facts: { ...facts, since: new Date(facts.since) },
  answer,
  odds,
  remedies: null,
  anyway: null,
  starts,
  moved,
});

/** Futures in which what is tried is counted. */
const TRIED_RUNS = 2_000;

/** A season as it would be, planned from the plan that stands and played. */
export interface TriedSeason {
  readonly facts: SeasonFacts;
  readonly answer: PromiseAnswer;
  readonly odds: OddsAnswer;
}

/** @param after the facts with what is tried @param needs what the odds know of them then */
export function triedSeason(
  { facts, answer }: Pick<PlannedSeason, "facts" | "answer">,
  after: SeasonFacts,
  spreads: Spreads,
  needs: readonly NeedOdds[],
  effort: PromiseEffort,
): TriedSeason {
  const job = seasonJobOf(after);
  const found = planPromises(job, spreads, needs, effort, planAmong(answer.plan, facts, after));
  return { facts: after, answer: found, odds: odds(job, found.plan, spreads, needs, { seed: 1, runs: TRIED_RUNS, stop: () => false }) };
}
