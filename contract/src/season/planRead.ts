import type { LatestSeasonStart, LatestStart, OddsAnswer, PromiseAnswer, SeasonFacts } from "@yule/core";

/** A need whose sessions are others than in the plan before. */
export interface MovedNeed {
  readonly id: string;
  readonly from: readonly string[];
  readonly to: readonly string[];
}

/** The plan of the open season as the shop has it: what it was made from, which session holds what, how likely each promise is. */
export interface StoredPlan {
  /** Its moment as text. */
  readonly facts: Omit<SeasonFacts, "since"> & { readonly since: string };
  readonly answer: PromiseAnswer;
  readonly odds: OddsAnswer;
  readonly moved: readonly MovedNeed[];
}

/** What the next session is worth: promises expected to be kept with it and without it, and whose state falls without it. */
export interface TonightOff {
  /** Its place among the plan's sessions. */
  readonly session: number;
  readonly before: number;
  readonly after: number;
  readonly falls: readonly { readonly id: string; readonly before: number; readonly after: number }[];
}

/** Until when what is planned may wait. Sessions are told by their place in the plan's facts. */
export interface PlanStarts {
  readonly sureIn100: number;
  readonly needs: readonly LatestStart[];
  readonly season: LatestSeasonStart;
  /** Null where no session to come has work. */
  readonly tonight: TonightOff | null;
}

/** One plan for every screen, device and paper. */
export interface PlanRead {
  readonly plan: StoredPlan | null;
  /** Null until they are worked out for this very plan, which takes a little longer. */
  readonly starts: PlanStarts | null;
  /** How often the facts of the shop had changed when it was made. */
  readonly revision: number;
  /** How often they have changed by now: where it is more, a newer plan is being made. */
  readonly wanted: number;
  /** Whether making the newest failed three times, so that it waits for another change. */
  readonly isSetAside: boolean;
}
