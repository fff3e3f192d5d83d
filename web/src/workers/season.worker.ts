import { expose } from "comlink";
import {
  limitsFor,
  odds,
  planWork,
  remedies,
  seasonJobOf,
  type NeedOdds,
  type OddsAnswer,
  type PlanChoice,
  type QuickerPost,
  type Remedy,
  type SeasonAnswer,
  type SeasonFacts,
  type SeasonWorkPlan,
  type Spreads,
} from "@yule/core";

const now = (): number => performance.now();
/** Trials of remedies are small changes to a plan that stands, so a short search says what they do. */
const TRIAL_SECONDS = 0.2;
const TRIAL_STEPS = 40;
const REMEDIES_SECONDS = 12;

const season = {
  /** @param keep whether the plan of the choice stands and is held on to, or is only where the search begins */
  plan: (facts: SeasonFacts, start: PlanChoice | null, seconds: number, keep: boolean): SeasonAnswer =>
    planWork(seasonJobOf(facts), limitsFor(seconds, now, 1, 1e9), start, undefined, keep),
  odds: (facts: SeasonFacts, plan: SeasonWorkPlan, spreads: Spreads, needs: readonly NeedOdds[], runs: number): OddsAnswer =>
    odds(seasonJobOf(facts), plan, spreads, needs, { seed: 1, runs, stop: () => false }),
  remedies: (facts: SeasonFacts, plan: SeasonWorkPlan, quicker: readonly QuickerPost[]): Remedy[] => {
    const end = now() + REMEDIES_SECONDS * 1000;
    return remedies(
      facts,
      plan,
      quicker,
      () => limitsFor(TRIAL_SECONDS, now, 1, TRIAL_STEPS),
      () => now() > end,
    );
  },
};
export type SeasonWorker = typeof season;

expose(season);
