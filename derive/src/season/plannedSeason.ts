import type { OddsAnswer, Remedy, SeasonAnswer, SeasonFacts } from "@yule/core";

/** The season as planned: which session holds what, and how likely each need is in time. Parts come one after another. */
export interface PlannedSeason {
  readonly facts: SeasonFacts;
  readonly answer: SeasonAnswer;
  /** Whether the search is over; before, something late may still find its place. */
  readonly settled: boolean;
  readonly odds: OddsAnswer | null;
  readonly remedies: readonly Remedy[] | null;
  /** What moved since the plan this device showed before. */
  readonly moved: readonly { readonly id: string; readonly from: readonly string[]; readonly to: readonly string[] }[];
}

/** What a plan depends on, as text; the minute it is made at is not part of it, the quarter of an hour is. */
export function queryKeyOf(facts: SeasonFacts): string {
  const { since, sessions, ...rest } = facts;
  return JSON.stringify({
    ...rest,
    quarter: Math.floor(since.getTime() / 900_000), // Of a session of today only the end is part of it: what is left of it moves with the clock.
    sessions: sessions.map((each) => [each.day, each.day === rest.today ? null : each.from, each.to, each.who, each.light, each.late]),
  });
}
