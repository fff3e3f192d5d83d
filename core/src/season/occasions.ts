import { saidWritten, written } from "../words/words.ts";
import { addDays, dayOf, type Day } from "../measure/day.ts";
import { fail, succeed, phrase, type Fault, type Result } from "../outcome/outcome.ts";
import { COUNTRIES } from "./countries.ts";
import { easter, orthodoxEaster } from "./easter.ts";
import { hanukkah } from "./hebrew.ts";
import { lunarNewYear } from "./lunar.ts";
import { dayByRule, FATHERS_DAY, MOTHERS_DAY, ruleIn, THANKSGIVING, yearsBetween } from "./rules.ts";
import { decemberSolstice, utcOf } from "./sky.ts";

export interface OccasionDay {
  readonly date: Day;
  readonly id: OccasionId;
  readonly name: string;
}

const NAMES = {
  "new-year": written`New Year's Day`,
  "valentines-day": written`Valentine's Day`,
  easter: written`Easter Sunday`,
  "easter-orthodox": written`Orthodox Easter Sunday`,
  "winter-solstice": written`Winter solstice`,
  yule: written`Yule`,
  "lunar-new-year": written`Lunar New Year`,
  hanukkah: written`Hanukkah, first day`,
  "mothers-day": written`Mother's Day`,
  "fathers-day": written`Father's Day`,
  thanksgiving: written`Thanksgiving`,
} as const;
export type OccasionId = keyof typeof NAMES;

const FIRST_YEAR = 1950;
const LAST_YEAR = 2099;

/** The days of one id in a year, for a country. */
const DAYS: Readonly<Record<OccasionId, (year: number, country: string) => Day | null>> = {
  "new-year": (year) => dayOf(year, 1, 1),
  "valentines-day": (year) => dayOf(year, 2, 14),
  easter,
  "easter-orthodox": orthodoxEaster,
  // The day in UTC: the moment is the same everywhere, the day is not.
  "winter-solstice": (year) => addDays(dayOf(1970, 1, 1), Math.floor(utcOf(decemberSolstice(year)) / 86_400_000)),
  yule: (year) => dayOf(year, 12, 24),
  "lunar-new-year": lunarNewYear,
  hanukkah,
  "mothers-day": byCountry(MOTHERS_DAY),
  "fathers-day": byCountry(FATHERS_DAY),
  thanksgiving: byCountry(THANKSGIVING),
};

function byCountry(rules: Parameters<typeof ruleIn>[0]): (year: number, country: string) => Day | null {
  return (year, country) => {
    const rule = ruleIn(rules, country, year);
    return rule ? dayByRule(rule, year) : null;
  };
}

/**
 * The days for which cards are made in a country, from one day to another, both included.
 * @param country ISO 3166-1 alpha-2
 * @fault unknown-country, backwards, outside-years
 */
export function occasions(country: string, from: Day, to: Day): Result<readonly OccasionDay[]> {
  const faults: Fault[] = [];
  const code = country.toUpperCase();
  if (!COUNTRIES.has(code))
    faults.push({ code: "unknown-country", path: ["country"], given: [{ text: country }], allowed: phrase`an ISO 3166 code of two letters, such as GB or US` });
  const [first, last] = [dayOf(FIRST_YEAR, 1, 1), dayOf(LAST_YEAR, 12, 31)];
  for (const [path, given] of [
    ["from", from],
    ["to", to],
  ] as const) {
    if (given < first || given > last)
      faults.push({ code: "outside-years", path: [path], given: [{ day: given }], allowed: phrase`a day from ${{ day: first }} to ${{ day: last }}` });
  }
  if (to < from) faults.push({ code: "backwards", path: ["to"], given: [{ day: to }], allowed: phrase`a day at or after ${{ day: from }}` });
  if (faults.length > 0) return fail(...faults);
  const ids = Object.keys(NAMES) as OccasionId[];
  const found = yearsBetween(from, to).flatMap((year) =>
    ids.flatMap((id): OccasionDay[] => {
      const date = DAYS[id](year, code);
      return date !== null && date >= from && date <= to ? [{ date, id, name: saidWritten(NAMES[id]) }] : [];
    }),
  );
  return succeed(found.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : ids.indexOf(a.id) - ids.indexOf(b.id))));
}
