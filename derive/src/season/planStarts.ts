import type { PlanStarts, StoredPlan, TonightOff } from "@yule/contract";
import { LaterStarts, seasonJobOf, stateOf, TRIAL_EFFORT, withChange, type SeasonChange } from "@yule/core";
import { oddsOf, spreadsOf } from "./facts.ts";
import { promisesKept, type PlannedSeason } from "./plannedSeason.ts";
import { shownPlan, triedSeason } from "./planSeason.ts";
import type { Outlook } from "./workOut.ts";

/** Futures in which a day of beginning is looked at. */
const START_RUNS = 300;
const SEED = 5;

/** A plan with its chances. */
type PlayedPlan = Pick<PlannedSeason, "facts" | "answer" | "odds">;

/** A plan's later starts, in the same futures on every machine. */
function laterStarts(outlook: Outlook, { facts, answer, odds }: PlayedPlan): LaterStarts {
  return new LaterStarts(seasonJobOf(facts), answer.plan, spreadsOf(outlook), oddsOf(facts, outlook), new Map(odds.needs.map(({ id, chance }) => [id, chance])), {
    level: outlook.shop.sureIn100 / 100,
    seed: SEED,
    runs: START_RUNS,
  });
}

/**
 * What waiting costs: for each need and for the season the last session in which it may begin, and what the next session is worth.
 * It stops after each need, so that a thread can look up; what it returns at the end is the answer.
 */
export function* startsOfPlan(outlook: Outlook, stored: StoredPlan): Generator<undefined, PlanStarts> {
  const plan = shownPlan(stored);
  const later = laterStarts(outlook, plan);
  const needs: PlanStarts["needs"][number][] = [];
  for (const { id } of plan.odds.needs) {
    needs.push(later.latest(id));
    yield;
  }
  const season = later.season();
  yield;
  return { sureIn100: outlook.shop.sureIn100, needs, season, tonight: tonightOff(outlook, plan) };
}

/** The chance of one need against the day on which it is begun, for a drawing. */
export const startCurve = (outlook: Outlook, plan: PlayedPlan, id: string) => laterStarts(outlook, plan).curve(id).curve;

/** The next session of hers in which the plan has work, as a change that leaves it free. */
export function nextFree({ facts, answer }: Pick<PlannedSeason, "facts" | "answer">): { readonly session: number; readonly change: SeasonChange } | null {
  const used = new Set(answer.plan.blocks.map((block) => block.session));
  const session = facts.sessions.findIndex((each, index) => each.who === "maker" && used.has(index));
  const found = facts.sessions[session];
  return found ? { session, change: { kind: "no session", day: found.day, from: found.from, to: found.to } } : null;
}

/** What not painting in the next session costs, planned anew without it and played. */
function tonightOff(outlook: Outlook, plan: PlayedPlan): TonightOff | null {
  const next = nextFree(plan);
  if (!next) return null;
  const facts = withChange(plan.facts, next.change);
  const { odds } = triedSeason(plan, facts, spreadsOf(outlook), oddsOf(facts, outlook), TRIAL_EFFORT);
  const falls = odds.needs.flatMap(({ id, chance }) => {
    const before = plan.odds.needs.find((each) => each.id === id)?.chance ?? 0;
    return stateOf(chance) !== stateOf(before) && chance < before ? [{ id, before, after: chance }] : [];
  });
  return { session: next.session, before: promisesKept(plan.odds), after: promisesKept(odds), falls: falls.sort((a, b) => b.before - b.after - (a.before - a.after)) };
}
