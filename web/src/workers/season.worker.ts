import { expose } from "comlink";
import { HELD_EFFORT, keptAnyway, lookBack, remedies, SMALL_EFFORT } from "@yule/core";
import type { Day, KeptAnyway, LookBack, NeedOdds, SeasonAsDone, PromiseEffort, QuickerPost, Remedy, SeasonFacts, SeasonWorkPlan, Spreads, StartChance } from "@yule/core";
import { daysToPromise, planSeason, startCurve, startsOfPlan, triedSeason, type DayOffers, type Outlook, type PlannedSeason, type TriedSeason } from "@yule/derive";
import type { NeedRead, PlanStarts, StoredPlan } from "@yule/contract";

/** A fast machine looks through them in ten seconds; on a slow one the same remedies are worth a wait, since nothing waits for them. */
const REMEDIES_MS = 60_000;
/** Futures of a plan that the device makes itself. */
const OWN_RUNS = 2_000;

const season = {
  /** Plans a change of the facts from the plan that stands, and plays it. */
  trial: (planned: Pick<PlannedSeason, "facts" | "answer">, facts: SeasonFacts, spreads: Spreads, needs: readonly NeedOdds[], effort: PromiseEffort): TriedSeason =>
    triedSeason(planned, facts, spreads, needs, effort),
  /** What can be promised for needs that are asked for and not taken yet. */
  offers: (outlook: Outlook, planned: Pick<PlannedSeason, "facts" | "answer" | "odds">, asked: readonly NeedRead[]): DayOffers => daysToPromise(outlook, planned, asked),
  /** The plan as the device makes it while the server is away: the same steps, fewer of them. */
  own: (outlook: Outlook, before: StoredPlan | null): StoredPlan => planSeason(outlook, before, { effort: SMALL_EFFORT, runs: OWN_RUNS }),
  /** Until when a plan that the device made may wait. */
  starts: (outlook: Outlook, plan: StoredPlan): PlanStarts => {
    const work = startsOfPlan(outlook, plan);
    for (let step = work.next(); ; step = work.next()) if (step.done) return step.value;
  },
  /** The chance of one need against the session in which it is begun. */
  curve: (outlook: Outlook, plan: Pick<PlannedSeason, "facts" | "answer" | "odds">, need: string): readonly StartChance[] => startCurve(outlook, plan, need),
  /** What holding to promises without hope would do. */
  anyway: (facts: SeasonFacts, plan: SeasonWorkPlan, spreads: Spreads, needs: readonly NeedOdds[]): KeptAnyway[] => keptAnyway(facts, plan, spreads, needs),
  /** A season that is past, planned again with one change at a time. */
  lookBack: (past: SeasonAsDone, without: string | null): LookBack | null => lookBack(past, without),
  remedies: (
    facts: SeasonFacts,
    plan: SeasonWorkPlan,
    quicker: readonly QuickerPost[],
    spreads: Spreads,
    needs: readonly NeedOdds[],
    readyAfter: ReadonlyMap<string, readonly Day[]>,
  ): Remedy[] => {
    const end = performance.now() + REMEDIES_MS;
    return remedies(facts, plan, quicker, { spreads, needs, effort: HELD_EFFORT, readyAfter }, () => performance.now() > end);
  },
};
export type SeasonWorker = typeof season;

expose(season);
