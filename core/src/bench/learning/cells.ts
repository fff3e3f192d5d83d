import { boundsOf, dampOf, handsOf, type TimesSeen } from "./records.ts";
import { humidityOf } from "./sightings.ts";

/** A drying as it was seen, as multiples of the planned time. */
export interface DryingCell {
  readonly low: number;
  /** Infinity where nobody said that it was dry. */
  readonly high: number;
  /** In a room of the usual warmth. */
  readonly humid: number;
  readonly count: number;
}

export const dryingCells = (seen: readonly TimesSeen[]): DryingCell[] =>
  seen.flatMap(({ what, low, high, beside, count }) => (what === "drying" ? [{ ...boundsOf(low, high), humid: humidityOf(dampOf(beside)), count }] : []));

/** A time as some taps have it, as a multiple of the planned one. */
export interface TookAs {
  /** The middle one: their geometric mean. */
  readonly times: number;
  readonly seen: number;
}

/** Hands, as their taps have them; null where there are none. */
export function handsTook(seen: readonly TimesSeen[]): TookAs | null {
  const hands = seen.filter(({ what }) => what === "hands");
  const count = hands.reduce((sum, each) => sum + each.count, 0);
  if (count === 0) return null;
  return {
    times: handsOf(
      count,
      hands.reduce((sum, each) => sum + each.sum, 0),
      0,
    ).took,
    seen: count,
  };
}

/** Dryings of which both a time they were wet at and one they were dry by is known, each by the middle of the two; null where there are none. */
export function dryingTook(seen: readonly TimesSeen[]): TookAs | null {
  const known = dryingCells(seen).filter(({ low, high }) => low > 0 && high < Infinity);
  const count = known.reduce((sum, each) => sum + each.count, 0);
  if (count === 0) return null;
  const logs = known.reduce((sum, each) => sum + each.count * Math.log(Math.sqrt(each.low * each.high)), 0);
  return { times: Math.exp(logs / count), seen: count };
}
