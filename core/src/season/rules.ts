import { addDays, dayOf, weekdayOf, yearOf, type Day } from "../measure/day.ts";
import { easter } from "./easter.ts";

/** How a country finds a day in a year. */
export type DayRule =
  | { readonly kind: "fixed"; readonly month: number; readonly date: number }
  | { readonly kind: "weekday"; readonly nth: number; readonly weekday: number; readonly month: number }
  | { readonly kind: "last"; readonly weekday: number; readonly month: number }
  | { readonly kind: "easter"; readonly days: number }
  | { readonly kind: "french-mothers" };

const fixed = (month: number, date: number): DayRule => ({ kind: "fixed", month, date });
const sunday = (nth: number, month: number): DayRule => ({ kind: "weekday", nth, weekday: 0, month });

export function dayByRule(rule: DayRule, year: number): Day {
  switch (rule.kind) {
    case "fixed":
      return dayOf(year, rule.month, rule.date);
    case "weekday": {
      const first = dayOf(year, rule.month, 1);
      return addDays(first, ((rule.weekday - weekdayOf(first) + 7) % 7) + 7 * (rule.nth - 1));
    }
    case "last": {
      const last = addDays(dayOf(year, rule.month + 1, 1), -1);
      return addDays(last, -((weekdayOf(last) - rule.weekday + 7) % 7));
    }
    case "easter":
      return addDays(easter(year), rule.days);
    case "french-mothers": {
      // The last Sunday of May, or the first of June when that is Pentecost (law of 24 May 1950).
      const last = dayByRule({ kind: "last", weekday: 0, month: 5 }, year);
      return last === addDays(easter(year), 49) ? addDays(last, 7) : last;
    }
  }
}

/** From which year a rule holds, for the few that changed within living memory. */
export interface DatedRule {
  readonly from: number;
  readonly rule: DayRule;
}

type Countries = string;
const table = (rows: readonly (readonly [Countries, ...DatedRule[]])[]): ReadonlyMap<string, readonly DatedRule[]> =>
  new Map(rows.flatMap(([countries, ...rules]) => countries.split(" ").map((country) => [country, rules] as const)));
const always = (rule: DayRule): DatedRule => ({ from: 0, rule });
const from = (year: number, rule: DayRule): DatedRule => ({ from: year, rule });

/** Mother's Day by country, as kept today; earlier rules where they differ and are known. */
export const MOTHERS_DAY = table([
  [
    "US CA AU NZ DE AT CH BE NL IT DK FI IS EE LV CZ SK GR HR CY MT TR JP CN HK MO TW SG MY PH IN BD LK BR CL CO PE UY VE EC CU JM BB BS TT BZ GY SR ZA ZW ZM KE UG TZ GH BW NA LR PR GU VI AS MP BQ CW AW SX LI NF UA MM BM GD LC AG DM KN VC AI KY TC VG FJ PG WS TO CX CC CK NU TK",
    always(sunday(2, 5)),
  ],
  ["GB IE NG IM JE GG GI", always({ kind: "easter", days: -21 })],
  ["FR GP MQ GF RE YT PM BL MF WF PF NC MC", always({ kind: "french-mothers" })],
  ["SE DZ TN MA MU HT DO", always({ kind: "last", weekday: 0, month: 5 })],
  ["ES", always(fixed(12, 8)), from(1965, sunday(1, 5))],
  ["PT", always(fixed(12, 8)), from(1976, sunday(1, 5))],
  ["HU LT RO AO MZ CV", always(sunday(1, 5))],
  ["NO SJ", always(sunday(2, 2))],
  ["PL", always(fixed(5, 26))],
  ["MX GT SV", always(fixed(5, 10))],
  ["EG SY LB JO IQ PS SA BH QA OM AE KW YE LY SD", always(fixed(3, 21))],
  ["AR", always({ kind: "weekday", nth: 3, weekday: 0, month: 10 })],
  ["BO", always(fixed(5, 27))],
  ["NI", always(fixed(5, 30))],
  ["PY", always(fixed(5, 15))],
  ["CR", always(fixed(8, 15))],
  ["PA", always(fixed(12, 8))],
  ["HN", always(sunday(2, 5))],
  ["TH", always(fixed(4, 15)), from(1976, fixed(8, 12))],
  ["KR", always(fixed(5, 8))],
  ["ID", always(fixed(12, 22))],
  ["GE", always(fixed(3, 3))],
  ["AM", always(fixed(4, 7))],
  ["BG AL BA MK ME XK MD KZ KG TJ UZ AZ VN LA", always(fixed(3, 8))],
  ["SI", always(fixed(3, 25))],
  ["RU", from(1998, { kind: "last", weekday: 0, month: 11 })],
  ["BY", always(fixed(10, 14))],
  ["LU", always(sunday(2, 6))],
  ["NP SM", always(sunday(2, 5))],
  ["MW", always(fixed(10, 15))],
  ["SS", from(2012, { kind: "weekday", nth: 1, weekday: 1, month: 7 })],
]);

/** Father's Day by country. */
export const FATHERS_DAY = table([
  [
    "US CA GB IE IM JE GG GI FR GP MQ GF RE YT PM BL MF WF PF NC MC NL CZ SK HU GR CY MT TR JP CN HK MO SG MY PH IN BD LK PK MX AR CL CO PE EC VE PY CR CU PA JM BB BS TT BZ GY SR ZA ZW ZM KE NG GH TZ UG NA MU PR GU VI AS MP BQ AW UA BG AL BM GD LC AG DM KN VC AI KY TC VG",
    always(sunday(3, 6)),
  ],
  ["AU NZ NF FJ PG CK NU TK CX CC", always(sunday(1, 9))],
  ["DE", always({ kind: "easter", days: 39 })],
  ["AT BE", always(sunday(2, 6))],
  ["CH LI LT CW", always(sunday(1, 6))],
  ["ES PT IT HR AD SM VA BO HN AO MZ CV", always(fixed(3, 19))],
  ["SE NO SJ FI IS EE", always(sunday(2, 11))],
  ["DK", always(fixed(6, 5))],
  ["PL", always(fixed(6, 23))],
  ["NI", always(fixed(6, 23))],
  ["GT SV", always(fixed(6, 17))],
  ["LV", always(sunday(2, 9))],
  ["LU", always(sunday(1, 10))],
  ["RO", always(sunday(2, 5))],
  ["RU", from(2021, sunday(3, 10))],
  ["BY", always(fixed(10, 21))],
  ["BR WS", always(sunday(2, 8))],
  ["UY", always(sunday(2, 7))],
  ["DO", always({ kind: "last", weekday: 0, month: 7 })],
  ["HT", always({ kind: "last", weekday: 0, month: 6 })],
  ["TW", always(fixed(8, 8))],
  ["KR", always(fixed(5, 8))],
  ["TH", from(1980, fixed(12, 5))],
  ["ID", from(2006, fixed(11, 12))],
  ["EG SY LB JO IQ PS SA BH QA OM AE KW YE LY SD", always(fixed(6, 21))],
  ["KZ", from(2013, sunday(3, 6))],
]);

/** Thanksgiving where it is kept under that name. Canada's was proclaimed for the second Monday from 1950 on, by law from 1957. */
export const THANKSGIVING = table([
  ["US PR GU VI AS MP", always({ kind: "weekday", nth: 4, weekday: 4, month: 11 })],
  ["CA", always({ kind: "weekday", nth: 2, weekday: 1, month: 10 })],
  ["LR", always({ kind: "weekday", nth: 1, weekday: 4, month: 11 })],
  ["LC", always({ kind: "weekday", nth: 1, weekday: 1, month: 10 })],
  ["GD", from(1984, fixed(10, 25))],
  ["NF", always({ kind: "last", weekday: 3, month: 11 })],
]);

/** The rule of a country in a year, or null where none is kept. */
export function ruleIn(rules: ReadonlyMap<string, readonly DatedRule[]>, country: string, year: number): DayRule | null {
  const held = (rules.get(country) ?? []).filter((each) => each.from <= year);
  return held[held.length - 1]?.rule ?? null;
}

export const yearsBetween = (first: Day, last: Day): number[] => {
  const years: number[] = [];
  for (let year = yearOf(first); year <= yearOf(last); year += 1) years.push(year);
  return years;
};
