import { addNeed, type CommandInput, type NeedRead } from "@yule/contract";
import type { DayOffers, Outlook, PlannedSeason } from "@yule/derive";
import { startTransition, useEffect, useMemo, useState } from "react";
import { useLatest } from "../kit/useLatest.ts";
import { seasonPlanner } from "../workers/seasonSolver.ts";

/** Nothing is planned between two key strokes. */
const PAUSE_MS = 250;

/** A need as it would be read were it taken; null while it is not whole. */
export function askedNeed(input: CommandInput<"add-need">): NeedRead | null {
  const read = addNeed.safeParse(input);
  if (!read.success) return null;
  const { lines, householdIds, allHouseholds: _all, seasonId: _season, ...need } = read.data;
  const bare = { assembled: 0, fromLeft: 0, sold: null, given: null, leftOver: null };
  return { ...need, version: 1, lines: lines.map((line) => ({ ...line, ...bare })), households: householdIds.length, postedOn: null };
}

/** What is asked for, whatever ids it was given: they are new each time that a form is read. */
const keyOf = (asked: readonly NeedRead[]): string => JSON.stringify(asked, (name, value: unknown) => (name === "id" ? undefined : value));

/**
 * What can be promised for needs that are asked for together, in their order, planned in a worker of its own; null while it is worked out. It is worked
 * out anew when what is asked for changes, or the plan.
 */
export function useDayOffers(asked: readonly NeedRead[], outlook: Outlook, planned: PlannedSeason | null): DayOffers | null {
  const [found, setFound] = useState<{ readonly key: string; readonly offers: DayOffers } | null>(null);
  const [planner] = useState(seasonPlanner);
  const key = useMemo(() => keyOf(asked), [asked]);
  const latest = useLatest({ asked, outlook, planned });
  const answer = planned?.answer;
  useEffect(() => {
    const { asked, outlook, planned } = latest.current;
    if (!answer || !planned || asked.length === 0) return undefined;
    let wanted = true;
    const { facts, odds } = planned;
    const waited = setTimeout(() => {
      void planner.ask.offers(outlook, { facts, answer, odds }, asked).then((offers) => {
        if (wanted) startTransition(() => setFound({ key, offers }));
      });
    }, PAUSE_MS);
    return () => {
      wanted = false;
      clearTimeout(waited);
      planner.drop();
    };
  }, [key, answer, latest, planner]);
  return found !== null && found.key === key && asked.length > 0 ? found.offers : null;
}
