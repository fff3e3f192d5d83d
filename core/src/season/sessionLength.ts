import { weekdayOf, type Day } from "../measure/day.ts";
import type { SessionPattern } from "./sessions.ts";

/** What was done on a day at the table, from the first tap to the last, as minutes of that day. */
export interface WorkedStretch {
  readonly day: Day;
  readonly from: number;
  readonly to: number;
}

/** How long an ordinary session really lasts. */
export interface LearnedLength {
  readonly minutes: number;
  /** Sessions seen; 0 means as told. */
  readonly seen: number;
}

/** As many sessions does what she said of their length count for. */
const TOLD_WEIGHT = 3;
/** Fewer sessions than this teach nothing yet. */
const LEAST_SEEN = 3;
/** Work that begins so long before or ends so long after a session was another sitting. */
const APART = 90;
/** A quarter of an hour is what a session can be planned to. */
const STEP = 5;

/**
 * How long the sessions of one line of the week really last: the mean of what was told and what was seen, weighed by how
 * often (the posterior mean under a normal belief). A session on which nothing was done is lost, not short: it is left
 * out here and counted among the interruptions.
 */
export function learnedLength(pattern: SessionPattern, worked: readonly WorkedStretch[]): LearnedLength {
  const planned = pattern.to - pattern.from;
  const seen = worked
    .filter((each) => weekdayOf(each.day) === pattern.weekday && each.to > pattern.from - APART && each.from < pattern.to + APART)
    .map((each) => Math.max(STEP, Math.min(each.to, pattern.to + APART) - Math.max(each.from, pattern.from - APART)));
  if (seen.length < LEAST_SEEN) return { minutes: planned, seen: seen.length };
  const mean = (TOLD_WEIGHT * planned + seen.reduce((sum, each) => sum + each, 0)) / (TOLD_WEIGHT + seen.length);
  return { minutes: Math.round(mean / STEP) * STEP, seen: seen.length };
}

/** The week as it is really kept: each session as long as it was seen to last, but never into the next one of its person or past midnight. */
export function learnedWeek<Told extends SessionPattern>(pattern: readonly Told[], worked: readonly WorkedStretch[]): Told[] {
  return pattern.map((each) => {
    if ((each.who ?? "maker") !== "maker") return each;
    const next = pattern
      .filter((other) => other !== each && other.weekday === each.weekday && (other.who ?? "maker") === "maker" && other.from >= each.to)
      .reduce((soonest, other) => Math.min(soonest, other.from), 1440);
    return { ...each, to: Math.min(next, each.from + learnedLength(each, worked).minutes) };
  });
}
