import { useLatest } from "../kit/useLatest.ts";
import { movedNeeds, type PlanChoice, type SeasonAnswer, type SeasonFacts } from "@yule/core";
import { queryKeyOf, seasonFacts, oddsOf, quickerPosts, spreadsOf, type Outlook, type PlannedSeason } from "@yule/derive";
import { createContext, startTransition, useContext, useEffect, useMemo, useRef, useState } from "react";
import { seasonPlanner } from "../workers/seasonSolver.ts";

const FIRST_SECONDS = 0.25;
const MORE_SECONDS = 3;
export const ODDS_RUNS = 10_000;

const KEPT = "yule.plan";
interface KeptPlan {
  readonly choice: PlanChoice;
}

/** The plan this device showed last, so that a small change leaves most of it as it was. */
function keptChoice(): PlanChoice | null {
  try {
    return (JSON.parse(localStorage.getItem(KEPT) ?? "null") as KeptPlan | null)?.choice ?? null;
  } catch {
    return null;
  }
}

/** Elsewhere than in Season the plan follows when the hands rest, so that it never takes the machine from a tap. */
const WAIT_MS = { season: 30, elsewhere: 4_000 };

/**
 * Plans the season anew when something it depends on changes: a first answer at once, a better one after, then the odds.
 * @param deep in Season: a longer search, and what would help where something is late
 */
export function usePlannedSeason(outlook: Outlook | null, deep: boolean): PlannedSeason | null {
  const [planned, setPlanned] = useState<PlannedSeason | null>(null);
  const before = useRef<PlannedSeason | null>(null);
  const [planner] = useState(seasonPlanner);
  const facts = useMemo(() => (outlook ? seasonFacts(outlook, outlook.now) : null), [outlook]);
  const queryKey = useMemo(() => (facts ? queryKeyOf(facts) : null), [facts]);
  const latest = useLatest({ facts, outlook });
  const done = useRef<string | null>(null);
  useEffect(() => {
    const { facts, outlook } = latest.current;
    if (!facts || !outlook || queryKey === null) return undefined;
    // What was worked out deeply for the same question stands.
    if (done.current === `${queryKey}/true` || done.current === `${queryKey}/${String(deep)}`) return undefined;
    done.current = null;
    let wanted = true;
    const show = (next: PlannedSeason): void => {
      if (!wanted) return;
      before.current = next;
      // The answer may take a moment to be drawn; a tap meanwhile goes first.
      startTransition(() => setPlanned(next));
    };
    const work = async (): Promise<void> => {
      const old = before.current;
      const start = old?.answer.plan.choice ?? keptChoice();
      const first = await planner.ask.plan(facts, start, FIRST_SECONDS, true);
      const movedTo = (answer: SeasonAnswer) => (old ? movedNeeds({ plan: old.answer.plan, days: daysOf(old.facts) }, { plan: answer.plan, days: daysOf(facts) }) : []);
      // The odds of before stand until those of the new plan are there.
      const shown = { facts, answer: first, settled: first.plan.score.lateDays === 0, odds: old?.odds ?? null, remedies: null, moved: movedTo(first) };
      show(shown);
      const answer = first.proven || (!deep && first.plan.score.lateDays === 0) ? first : await planner.ask.plan(facts, first.plan.choice, MORE_SECONDS, start !== null);
      const improved = { ...shown, answer, settled: true, moved: movedTo(answer) };
      show(improved);
      const odds = await planner.ask.odds(facts, answer.plan, spreadsOf(outlook), oddsOf(facts, outlook), ODDS_RUNS);
      show({ ...improved, odds });
      localStorage.setItem(KEPT, JSON.stringify({ choice: answer.plan.choice } satisfies KeptPlan));
      if (deep && answer.plan.score.lateDays > 0) show({ ...improved, odds, remedies: await planner.ask.remedies(facts, answer.plan, quickerPosts(outlook)) });
      if (wanted) done.current = `${queryKey}/${String(deep)}`;
    };
    const waited = setTimeout(() => void work(), deep ? WAIT_MS.season : WAIT_MS.elsewhere);
    return () => {
      wanted = false;
      clearTimeout(waited);
      planner.drop();
    };
  }, [queryKey, deep, latest, planner]);
  return planned;
}

const daysOf = (facts: SeasonFacts): string[] => facts.sessions.map((session) => session.day);

const PlannedContext = createContext<PlannedSeason | null>(null);
export const PlannedProvider = PlannedContext.Provider;
/** The planned season, null until the first plan is there. */
export const usePlanned = (): PlannedSeason | null => useContext(PlannedContext);
