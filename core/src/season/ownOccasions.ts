import { addDays, dayOf, yearOf, type Day } from "../measure/day.ts";
import { occasions, type OccasionId } from "./occasions.ts";

/** A day of the maker's own; without a year it comes back every year. */
export interface OwnOccasion {
  readonly id: string;
  readonly title: string;
  readonly year: number | null;
  readonly month: number;
  readonly date: number;
  readonly weeksAhead: number;
}

/** Days of a year on which an own occasion is kept; 29 February is kept on the 28th in other years. */
export function keptOn(occasion: Pick<OwnOccasion, "year" | "month" | "date">, year: number): Day | null {
  if (occasion.year !== null && occasion.year !== year) return null;
  const last = Number(dayOf(year, occasion.month + 1, 0).slice(8));
  return dayOf(year, occasion.month, Math.min(occasion.date, last));
}

/** The next day on which an own occasion is kept, from a day on; null where it is over. */
export function nextKept(occasion: Pick<OwnOccasion, "year" | "month" | "date">, from: Day): Day | null {
  const years = occasion.year === null ? [yearOf(from), yearOf(from) + 1] : [occasion.year];
  return years.map((year) => keptOn(occasion, year)).find((on) => on !== null && on >= from) ?? null;
}

/** Weeks before a common occasion at which a listing should be up, as makers tell it. */
const LISTED_AHEAD: Partial<Record<OccasionId, number>> = {
  "valentines-day": 5,
  "mothers-day": 5,
  "fathers-day": 5,
  easter: 5,
  yule: 9,
  "new-year": 8,
  thanksgiving: 6,
  hanukkah: 6,
  "lunar-new-year": 6,
};

export interface ComingOccasion {
  readonly id: string;
  readonly name: string;
  readonly on: Day;
  /** Countries that keep it on that day; none for the maker's own. */
  readonly countries: readonly string[];
  /** The day by which a listing for it must be up; null where it needs none. */
  readonly listBy: Day | null;
}

/** What comes in the year from a day on, for several countries at once, own occasions among it, in order. */
export function comingOccasions(countries: readonly string[], own: readonly OwnOccasion[], today: Day): ComingOccasion[] {
  const until = addDays(today, 365);
  const common = new Map<string, ComingOccasion>();
  for (const country of new Set(countries)) {
    const found = occasions(country, today, until);
    if (!found.ok) continue;
    for (const { id, name, date } of found.value) {
      const key = `${id}/${date}`;
      const known = common.get(key);
      const weeks = LISTED_AHEAD[id];
      common.set(key, { id: key, name, on: date, countries: [...(known?.countries ?? []), country], listBy: weeks === undefined ? null : addDays(date, -7 * weeks) });
    }
  }
  const ours = own.flatMap((occasion) =>
    [yearOf(today), yearOf(until)].flatMap((year): ComingOccasion[] => {
      const on = keptOn(occasion, year);
      if (!on || on < today || on > until) return [];
      return [{ id: `${occasion.id}/${on}`, name: occasion.title, on, countries: [], listBy: occasion.weeksAhead > 0 ? addDays(on, -7 * occasion.weeksAhead) : null }];
    }),
  );
  const unique = new Map([...common.values(), ...ours].map((each) => [each.id, each]));
  return [...unique.values()].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.name < b.name ? -1 : 1));
}
