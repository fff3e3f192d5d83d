import { addDays, daysBetween, yearOf, type Day } from "../measure/day.ts";
import { keptOn, type OwnOccasion } from "./ownOccasions.ts";
import { occasions, type OccasionId } from "./occasions.ts";

/** A need of this season as it is looked back on. */
export interface PastNeed {
  readonly id: string;
  readonly due: Day;
  /** The occasion it was for: an id of the common ones, or of one of her own. */
  readonly occasion: string | null;
  readonly photoOn: Day | null;
  readonly liveBy: Day | null;
  readonly lines: readonly PastLine[];
}

export interface PastLine {
  readonly colourway: string;
  readonly quantity: number;
  readonly assembled: number;
  /** What came of the cards; null where it was not told. */
  readonly sold: number | null;
  readonly given: number | null;
  readonly leftOver: number | null;
}

/** A need as it would be next season, for the maker to confirm. */
export interface CarriedNeed {
  readonly from: string;
  readonly due: Day;
  readonly photoOn: Day | null;
  readonly liveBy: Day | null;
  /** How the new day was found. */
  readonly by: "occasion" | "own occasion" | "weekday";
  readonly lines: readonly { readonly colourway: string; readonly quantity: number; readonly why: QuantityWhy }[];
}

/** `gone`: as many as were sold and given; `all gone`: nothing was left, so it may have been too few; `untold`: as many as last time. */
export type QuantityWhy = "gone" | "all gone" | "untold";

/** A fair comes back on the same weekday, 52 weeks on. */
const SAME_WEEKDAY = 364;

/**
 * A need moved to the next time its occasion is kept after `today`. Computed days move to their new dates, with as many days in between as
 * this year; what hangs on no occasion falls on the same weekday. Quantities start from what was sold and given.
 */
export function carriedForward(past: PastNeed, country: string, own: readonly OwnOccasion[], today: Day): CarriedNeed {
  const { moved, by } = movedDays(past, country, own, today);
  const shifted = (day: Day | null): Day | null => (day === null ? null : addDays(day, moved));
  return { from: past.id, due: addDays(past.due, moved), photoOn: shifted(past.photoOn), liveBy: shifted(past.liveBy), by, lines: past.lines.map(quantityOf) };
}

function quantityOf(line: PastLine): CarriedNeed["lines"][number] {
  if (line.sold === null || line.given === null) return { colourway: line.colourway, quantity: line.quantity, why: "untold" };
  // Of none gone, one is still made: the maker strikes it out rather than forgets it.
  return { colourway: line.colourway, quantity: Math.max(1, line.sold + line.given), why: line.leftOver === 0 && line.sold > 0 ? "all gone" : "gone" };
}

function movedDays(past: PastNeed, country: string, own: readonly OwnOccasion[], today: Day): { moved: number; by: CarriedNeed["by"] } {
  const ours = own.find((each) => each.id === past.occasion);
  const days = ours ? (year: number) => keptOn({ ...ours, year: null }, year) : past.occasion === null ? null : commonDays(past.occasion, country);
  if (days) {
    const kept = nearest(past.due, days);
    const next = kept === null ? null : nextAfter(kept, today > kept ? today : kept, days);
    if (kept !== null && next !== null) return { moved: daysBetween(kept, next), by: ours ? "own occasion" : "occasion" };
  }
  let moved = SAME_WEEKDAY;
  while (addDays(past.due, moved) <= today) moved += SAME_WEEKDAY;
  return { moved, by: "weekday" };
}

function commonDays(id: string, country: string): ((year: number) => Day | null) | null {
  return (year) => {
    const found = occasions(country, `${String(year)}-01-01` as Day, `${String(year)}-12-31` as Day);
    return found.ok ? (found.value.find((each) => each.id === (id as OccasionId))?.date ?? null) : null;
  };
}

/** The day of an occasion that a need was for: the first on or after its due day, or the last before it by a few days. */
function nearest(due: Day, days: (year: number) => Day | null): Day | null {
  const found = [yearOf(due) - 1, yearOf(due), yearOf(due) + 1].flatMap((year) => days(year) ?? []);
  return found.reduce<Day | null>((best, each) => (best === null || Math.abs(daysBetween(due, each)) < Math.abs(daysBetween(due, best)) ? each : best), null);
}

function nextAfter(kept: Day, after: Day, days: (year: number) => Day | null): Day | null {
  for (let year = yearOf(kept); year <= yearOf(after) + 2; year += 1) {
    const found = days(year);
    if (found !== null && found > after) return found;
  }
  return null;
}
