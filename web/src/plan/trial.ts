import { withChange, type OddsAnswer, type SeasonAnswer, type SeasonChange, type SeasonFacts } from "@yule/core";
import { oddsOf, spreadsOf, type Outlook, type PlannedSeason } from "@yule/derive";
import { startTransition, useEffect, useState } from "react";
import { seasonPlanner } from "../workers/seasonSolver.ts";

/** How long is looked for a plan: in the sandbox, and while something is held over the ribbon. */
export const TRIAL_SECONDS = { sandbox: 0.6, held: 0.2 } as const;
const TRIAL_RUNS = 2_000;

/** A season as it would be, planned through. */
export interface Tried {
  /** What was tried: the answer to an earlier trial is known by it. */
  readonly trial: readonly SeasonChange[];
  readonly facts: SeasonFacts;
  readonly answer: SeasonAnswer;
  readonly odds: OddsAnswer;
}

/** Plans changes through in a worker of their own, beside the real plan; null while there is none yet. The last answer stands until the next is there. */
export function useTrial(trial: readonly SeasonChange[], outlook: Outlook, planned: PlannedSeason | null, seconds: number = TRIAL_SECONDS.sandbox): Tried | null {
  const [tried, setTried] = useState<Tried | null>(null);
  const [planner] = useState(seasonPlanner);
  useEffect(() => {
    if (!planned || trial.length === 0) return undefined;
    let wanted = true;
    const work = async (): Promise<void> => {
      const facts = trial.reduce(withChange, planned.facts);
      const answer = await planner.ask.plan(facts, planned.answer.plan.choice, seconds, true);
      const odds = await planner.ask.odds(facts, answer.plan, spreadsOf(outlook), oddsOf(facts, outlook), TRIAL_RUNS);
      if (wanted) startTransition(() => setTried({ trial, facts, answer, odds }));
    };
    void work();
    return () => {
      wanted = false;
      planner.drop();
    };
  }, [trial, planned, outlook, seconds, planner]);
  return trial.length === 0 ? null : tried;
}

/** Puts a change in place of an earlier one of the same thing; one that changes nothing takes it out. */
export function replaced(trial: readonly SeasonChange[], change: SeasonChange, same: (other: SeasonChange) => boolean, isNothing: boolean): SeasonChange[] {
  const others = trial.filter((other) => !same(other));
  return isNothing ? others : [...others, change];
}

/** Needs whose chance or lateness a trial changes, the most changed first. */
export function changedNeeds(planned: PlannedSeason, tried: Tried): { id: string; lateBefore: number; lateAfter: number; before: number | null; after: number | null }[] {
  return tried.answer.plan.needs
    .map((need) => ({
      id: need.id,
      lateBefore: planned.answer.plan.needs.find((each) => each.id === need.id)?.lateDays ?? 0,
      lateAfter: need.lateDays,
      before: planned.odds?.needs.find((each) => each.id === need.id)?.chance ?? null,
      after: tried.odds.needs.find((each) => each.id === need.id)?.chance ?? null,
    }))
    .filter((each) => each.lateBefore !== each.lateAfter || Math.abs((each.before ?? 0) - (each.after ?? 0)) >= WORTH_SAYING)
    .sort(
      (a, b) =>
        Math.abs(b.lateBefore - b.lateAfter) - Math.abs(a.lateBefore - a.lateAfter) || Math.abs((b.before ?? 0) - (b.after ?? 0)) - Math.abs((a.before ?? 0) - (a.after ?? 0)),
    );
}

/** Less is the noise of the draws. */
const WORTH_SAYING = 0.04;
