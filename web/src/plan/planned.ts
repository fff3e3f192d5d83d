import type { PlanStarts, StoredPlan } from "@yule/contract";
import { stateOf } from "@yule/core";
import { queryKeyOf, shownPlan, type Outlook, type PlannedSeason } from "@yule/derive";
import { startTransition, useEffect, useMemo, useState } from "react";
import { usePlanQuery } from "../data/api.ts";
import { useAppSelector } from "../data/store.ts";
import { useLatest } from "../kit/useLatest.ts";
import { planningFacts } from "./planningFacts.ts";
import { seasonPlanner } from "../workers/seasonSolver.ts";

/** A device that plans by itself does so when the hands rest, so that it never takes the machine from a tap. */
const WAIT_MS = 2_000;

/** What is to be said of the plan that is shown: a newer one is being made, or could not be; or this device made it alone. */
export type Planning = "renewing" | "set aside" | "own" | null;

/**
 * The plan of the season: the one that the shop has, on every screen. While the server is away and the facts have changed, the device makes one.
 * @param deep in Season: what would help where a promise is not safe is worked out too
 */
export function usePlannedSeason(outlook: Outlook | null, deep: boolean): { readonly planned: PlannedSeason | null; readonly planning: Planning } {
  const { data: read } = usePlanQuery();
  const { online, planWanted } = useAppSelector((state) => state.outbox);
  const own = useOwnPlan(outlook, read?.plan ?? null, !online);
  const stored = own?.plan ?? read?.plan ?? null;
  const starts = (own ? own.starts : read?.starts) ?? null;
  const shown = useMemo(() => stored && shownPlan(stored, starts), [stored, starts]);
  const help = useHelp(outlook, deep ? shown : null);
  const planned = useMemo(() => shown && { ...shown, ...help }, [shown, help]);
  const isBehind = online && read !== undefined && Math.max(read.wanted, planWanted) > read.revision;
  return { planned, planning: own ? "own" : !isBehind ? null : read.isSetAside ? "set aside" : "renewing" };
}

interface OwnPlan {
  readonly key: string;
  readonly plan: StoredPlan;
  readonly starts: PlanStarts | null;
}

/** The device's own plan; null while the server plans, or nothing has changed since it did. */
function useOwnPlan(outlook: Outlook | null, stored: StoredPlan | null, isAway: boolean): OwnPlan | null {
  const [made, setMade] = useState<OwnPlan | null>(null);
  const [planner] = useState(seasonPlanner);
  const key = useOwnKey(outlook, isAway);
  const known = useMemo(() => stored && queryKeyOf({ ...stored.facts, since: new Date(stored.facts.since) }), [stored]);
  const latest = useLatest({ outlook, before: made?.plan ?? stored });
  useEffect(() => {
    // What was planned alone is done with once the server plans again.
    if (key === null) setMade(null);
    if (key === null || key === known) return undefined;
    let wanted = true;
    const waited = setTimeout(() => {
      const { outlook, before } = latest.current;
      const work = async (from: Outlook): Promise<void> => {
        const plan = await planner.ask.own(from, before);
        if (wanted) startTransition(() => setMade({ key, plan, starts: null }));
        const starts = wanted ? await planner.ask.starts(from, plan) : null;
        if (wanted) startTransition(() => setMade({ key, plan, starts }));
      };
      if (outlook) void work(outlook);
    }, WAIT_MS);
    return () => {
      wanted = false;
      clearTimeout(waited);
      planner.drop();
    };
  }, [key, known, latest, planner]);
  return key === null || key === known ? null : made;
}

/** What a plan of the device's own would be made of, as text; null while the server plans. */
function useOwnKey(outlook: Outlook | null, isAway: boolean): string | null {
  const [key, setKey] = useState<string | null>(null);
  useEffect(() => {
    if (!isAway || !outlook) return setKey(null);
    let wanted = true;
    void planningFacts().then((loaded) => {
      if (wanted && loaded) setKey(queryKeyOf(loaded.seasonFacts(outlook, outlook.now)));
    });
    return () => {
      wanted = false;
    };
  }, [isAway, outlook]);
  return isAway ? key : null;
}

type Help = Pick<PlannedSeason, "remedies" | "anyway">;
const NO_HELP: Help = { remedies: null, anyway: null };

/** What would help, for the plan that is shown; null while it is worked out or nothing must give. */
function useHelp(outlook: Outlook | null, planned: PlannedSeason | null): Help {
  const [found, setFound] = useState<{ readonly answer: PlannedSeason["answer"]; readonly help: Help } | null>(null);
  const [planner] = useState(seasonPlanner);
  const latest = useLatest({ outlook, planned });
  // Where all promises are safe nothing must give, and nothing is looked for.
  // The plan may be read before the facts beside it are.
  const answer = outlook && planned?.odds.needs.some(({ chance }) => stateOf(chance) !== "safe") ? planned.answer : null;
  useEffect(() => {
    const { outlook, planned } = latest.current;
    if (!answer || !outlook || !planned) return undefined;
    let wanted = true;
    const isGone = (): boolean => !wanted;
    const work = async (from: Outlook, { facts }: PlannedSeason): Promise<void> => {
      const loaded = await planningFacts();
      if (!loaded || isGone()) return;
      const { oddsOf, quickerPosts, readyAfter, spreadsOf } = loaded;
      const [spreads, needs] = [spreadsOf(from), oddsOf(facts, from)];
      const anyway = await planner.ask.anyway(facts, answer.plan, spreads, needs);
      if (wanted) startTransition(() => setFound({ answer, help: { anyway, remedies: null } }));
      const remedies = wanted ? await planner.ask.remedies(facts, answer.plan, quickerPosts(from), spreads, needs, readyAfter(from)) : null;
      if (wanted) startTransition(() => setFound({ answer, help: { anyway, remedies } }));
    };
    void work(outlook, planned);
    return () => {
      wanted = false;
      planner.drop();
    };
  }, [answer, latest, planner]);
  return found !== null && found.answer === answer ? found.help : NO_HELP;
}
