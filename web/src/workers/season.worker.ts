import { expose } from "comlink";
import { HELD_EFFORT, odds, planPromises, remedies, seasonJobOf, SMALL_EFFORT } from "@yule/core";
import type { Day, NeedOdds, OddsAnswer, PlanChoice, PromiseAnswer, PromiseEffort, QuickerPost, Remedy, SeasonFacts, SeasonWorkPlan, Spreads } from "@yule/core";
import { planSeason, type Outlook } from "@yule/derive";
import type { StoredPlan } from "@yule/contract";

const REMEDIES_MS = 12_000;
/** Futures of a plan that the device makes itself. */
const OWN_RUNS = 2_000;

const season = {
  /** Plans a change of the facts from the plan that stands, and plays it. */
  trial: (
    facts: SeasonFacts,
    start: PlanChoice,
    spreads: Spreads,
    needs: readonly NeedOdds[],
    effort: PromiseEffort,
    runs: number,
  ): { answer: PromiseAnswer; odds: OddsAnswer } => {
    const job = seasonJobOf(facts);
    const answer = planPromises(job, spreads, needs, effort, start);
    return { answer, odds: odds(job, answer.plan, spreads, needs, { seed: 1, runs, stop: () => false }) };
  },
  /** The plan as the device makes it while the server is away: the same steps, fewer of them. */
  own: (outlook: Outlook, before: StoredPlan | null): StoredPlan => planSeason(outlook, before, { effort: SMALL_EFFORT, runs: OWN_RUNS }),
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
