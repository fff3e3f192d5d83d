import type { MovedNeed, PlanStarts } from "@yule/contract";
import type { KeptAnyway, OddsAnswer, PromiseAnswer, Remedy, SeasonFacts } from "@yule/core";

/** The season as planned: which session holds what, and how likely each promise is kept. */
export interface PlannedSeason {
  readonly facts: SeasonFacts;
  readonly answer: PromiseAnswer;
  readonly odds: OddsAnswer;
  /** What would help where a promise is not safe; null until it is worked out. */
  readonly remedies: readonly Remedy[] | null;
  /** What holding to each promise without hope would do; null until it is worked out. */
  readonly anyway: readonly KeptAnyway[] | null;
  /** Until when its work may wait; null until it is worked out. */
  readonly starts: PlanStarts | null;
  /** What moved since the plan before. */
  readonly moved: readonly MovedNeed[];
}

/** Promises of a plan that are expected to be kept: the sum of their chances. */
export const promisesKept = ({ needs }: Pick<OddsAnswer, "needs">): number => needs.reduce((sum, { chance }) => sum + chance, 0);

/** What a plan depends on, as text, but for what is left of a session of today, which moves with the clock. */
export function queryKeyOf(facts: SeasonFacts): string {
  const { since: _since, sessions, needs, ...rest } = facts;
  // What the bench's planner found is no fact of its own.
  return JSON.stringify({
    ...rest,
    needs: needs.map(({ atBench: _found, ...need }) => need),
    sessions: sessions.map((each) => [each.day, each.day === rest.today ? null : each.from, each.to, each.who, each.light, each.late]),
  });
}
