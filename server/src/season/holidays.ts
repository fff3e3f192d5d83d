import type { HolidayRead, HolidaysRead } from "@yule/contract";
import { addDays, yearOf, yearsBetween, type Day, phrase } from "@yule/core";
import type Holidays from "date-holidays";
import { Refusal } from "../db/refusal.ts";

type HolidaysClass = typeof Holidays;

/** Its tables are large: they are read when the first maker looks at her occasions. */
const loaded = async (): Promise<HolidaysClass> => (await import("date-holidays")).default;

/**
 * Names of days that the core works out itself, for every country and in more years than the package is right for; where
 * the two differ stands in docs/occasions.md. They are left out here, so that a day is never told twice or wrongly.
 */
const OWN = /mother.?s.? day|mothering sunday|father.?s.? day|valentine|^(orthodox )?easter( sunday)?$|^new year.?s day$|^thanksgiving day$|^hanukkah$|(chinese|lunar) new year$/i;

const DAYS_AHEAD = 366;
const KEPT_TYPES: ReadonlySet<string> = new Set(["public", "bank", "observance"]);

const partsOf = (place: string): { country: string; region: string | null } => ({ country: place.slice(0, 2), region: place.length > 2 ? place.slice(3) : null });

/** The regions of a country that the package knows, in the order of their names. */
async function regionsOf(country: string): Promise<{ code: string; name: string }[]> {
  const Known = await loaded();
  const states = (new Known().getStates(country, "en") as Record<string, string> | undefined) ?? {};
  return Object.entries(states)
    .map(([code, name]) => ({ code, name }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** Refuses a region that its country does not have, and names those it has. */
export async function checkPlace(place: string, path: (string | number)[]): Promise<void> {
  const { country, region } = partsOf(place);
  if (region === null) return;
  const regions = await regionsOf(country);
  if (regions.some((each) => each.code === region)) return;
  const allowed = regions.length > 0 ? regions.map((each) => `${each.code} (${each.name})`).join(", ") : `none: ${country} is not divided here`;
  throw new Refusal(422, phrase`This region is not known.`, [{ code: "unknown-region", path, given: [{ text: region }], allowed: [allowed] }]);
}

/** The days that are kept in the year from a day on, in countries and regions. A country the package does not know has none. */
export async function readHolidays(places: readonly string[], from: Day): Promise<HolidaysRead> {
  for (const [index, place] of places.entries()) await checkPlace(place, ["places", index]);
  const Known = await loaded();
  const until = addDays(from, DAYS_AHEAD);
  const found = new Map<string, HolidayRead>();
  for (const place of places) {
    const { country, region } = partsOf(place);
    const calendar = region === null ? new Known(country, { languages: "en" }) : new Known(country, region, { languages: "en" });
    for (const year of yearsBetween(from, until).filter((each) => each >= yearOf(from))) {
      for (const each of calendar.getHolidays(year, "en")) {
        const on = each.date.slice(0, 10);
        if (!KEPT_TYPES.has(each.type) || OWN.test(each.name) || on < from || on > until) continue;
        const key = `${on}/${each.name}`;
        const known = found.get(key);
        found.set(key, { on, name: each.name, places: [...new Set([...(known?.places ?? []), place])], isPublic: each.type !== "observance" || (known?.isPublic ?? false) });
      }
    }
  }
  const countries = [...new Set(places.map((place) => place.slice(0, 2)))];
  return {
    days: [...found.values()].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : a.name < b.name ? -1 : 1)),
    regions: Object.fromEntries(await Promise.all(countries.map(async (country) => [country, await regionsOf(country)] as const))),
  };
}
