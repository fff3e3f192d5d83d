import { HELD_EFFORT, TRIAL_EFFORT, withChange, type PromiseEffort, type SeasonChange } from "@yule/core";
import type { Outlook, PlannedSeason, TriedSeason } from "@yule/derive";
import { startTransition, useEffect, useState } from "react";
import { useLatest } from "../kit/useLatest.ts";
import { planningFacts } from "./planningFacts.ts";
import { seasonPlanner } from "../workers/seasonSolver.ts";

/** How far is looked for a plan: in the sandbox, and while something is held over the ribbon. */
export const TRIAL_EFFORTS = { sandbox: TRIAL_EFFORT, held: HELD_EFFORT } as const;

/** A season as it would be, planned through. */
export interface Tried extends TriedSeason {
  /** What was tried: the answer to an earlier trial is known by it. */
  readonly trial: readonly SeasonChange[];
}

/** Plans changes through in a worker of their own, beside the real plan; null while there is none yet. The last answer stands until the next is there. */
export function useTrial(trial: readonly SeasonChange[], outlook: Outlook, planned: PlannedSeason | null, effort: PromiseEffort = TRIAL_EFFORTS.sandbox): Tried | null {
  const [tried, setTried] = useState<Tried | null>(null);
  const [planner] = useState(seasonPlanner);
  const latest = useLatest(planned);
  // What helps, and what waiting costs, come later and change no trial.
  const answer = planned?.answer;
  useEffect(() => {
    const planned = latest.current;
    if (!answer || !planned || trial.length === 0) return undefined;
    let wanted = true;
    const isGone = (): boolean => !wanted;
    const work = async (): Promise<void> => {
      const facts = trial.reduce(withChange, planned.facts);
      const loaded = await planningFacts();
      if (!loaded || isGone()) return;
      const { oddsOf, spreadsOf } = loaded;
      const found = await planner.ask.trial({ facts: planned.facts, answer }, facts, spreadsOf(outlook), oddsOf(facts, outlook), effort);
      if (wanted) startTransition(() => setTried({ trial, ...found }));
    };
    void work();
    return () => {
      wanted = false;
      planner.drop();
    };
  }, [trial, answer, latest, outlook, effort, planner]);
  return trial.length === 0 ? null : tried;
}

/** Puts a change in place of an earlier one of the same thing; one that changes nothing takes it out. */
export function replaced(trial: readonly SeasonChange[], change: SeasonChange, same: (other: SeasonChange) => boolean, isNothing: boolean): SeasonChange[] {
  const others = trial.filter((other) => !same(other));
  return isNothing ? others : [...others, change];
}

/** Needs whose chance a trial changes, the most changed first. */
export function changedNeeds(planned: PlannedSeason, tried: Tried): { id: string; before: number | null; after: number | null }[] {
  const change = ({ before, after }: { readonly before: number | null; readonly after: number | null }): number => Math.abs((before ?? 0) - (after ?? 0));
  return tried.odds.needs
    .map(({ id, chance }) => ({ id, before: planned.odds.needs.find((each) => each.id === id)?.chance ?? null, after: chance }))
    .filter((each) => change(each) >= WORTH_SAYING)
    .sort((a, b) => change(b) - change(a));
}

/** Less is the noise of the draws. */
const WORTH_SAYING = 0.04;
