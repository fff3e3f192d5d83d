import type { StoredPlan } from "@yule/contract";
import { FULL_EFFORT, momentAt, movedNeeds, odds, planPromises, seasonJobOf, addDays, type PlanChoice, type PromiseEffort, type SeasonFacts } from "@yule/core";
import { oddsOf, seasonFacts, spreadsOf } from "./facts.ts";
import type { PlannedSeason } from "./plannedSeason.ts";
import type { Outlook } from "./workOut.ts";

/** Futures in which the chances of a plan are counted. */
export const ODDS_RUNS = 10_000;

/**
 * Plans the open season: promises kept, their chances, what moved. It ends by steps alone, so that the same facts give the same plan on any machine.
 * @param before the plan that stands; its choice is kept where nothing else is worth moving for
 */
export function planSeason(outlook: Outlook, before: StoredPlan | null, { effort = FULL_EFFORT, runs = ODDS_RUNS }: { effort?: PromiseEffort; runs?: number } = {}): StoredPlan {
  const facts = seasonFacts(outlook, outlook.now);
  const [job, spreads, needs] = [seasonJobOf(facts), spreadsOf(outlook), oddsOf(facts, outlook)];
  const start: PlanChoice | null = before ? choiceFor(before, facts) : null;
  const answer = planPromises(job, spreads, needs, effort, start);
  const counted = odds(job, answer.plan, spreads, needs, { seed: 1, runs, stop: () => false });
  const moved = before ? movedNeeds({ plan: before.answer.plan, days: daysOf(before.facts) }, { plan: answer.plan, days: daysOf(facts) }) : [];
  return { facts: { ...facts, since: facts.since.toISOString() }, answer, odds: counted, moved };
}

/** Late evenings are told by their place among the sessions to come: what has passed since moves them on. */
function choiceFor(before: StoredPlan, facts: SeasonFacts): PlanChoice {
  const { choice } = before.answer.plan;
  const key = (session: SeasonFacts["sessions"][number] | undefined): string => (session ? `${session.day} ${String(session.to)} ${session.who}` : "");
  const free = new Set(choice.free.map((index) => key(before.facts.sessions[index])));
  return { ...choice, free: facts.sessions.flatMap((session, index) => (free.has(key(session)) ? [index] : [])) };
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
export const shownPlan = ({ facts, answer, odds, moved }: StoredPlan): PlannedSeason => ({
  facts: { ...facts, since: new Date(facts.since) },
  answer,
  odds,
  remedies: null,
  moved,
});
