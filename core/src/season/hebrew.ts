import { addDays, dayOf, type Day } from "../measure/day.ts";

/** Days from the Hebrew epoch to 1 Tishri. Source: Reingold and Dershowitz, Calendrical Calculations (2018), chapter 8. */
function newYearDays(hebrewYear: number): number {
  const months = Math.floor((235 * hebrewYear - 234) / 19);
  const parts = 12_084 + 13_753 * months;
  const days = 29 * months + Math.floor(parts / 25_920);
  return (3 * (days + 1)) % 7 < 3 ? days + 1 : days;
}

function newYear(hebrewYear: number): number {
  const [before, here, after] = [newYearDays(hebrewYear - 1), newYearDays(hebrewYear), newYearDays(hebrewYear + 1)];
  if (after - here === 356) return here + 2;
  return here - before === 382 ? here + 1 : here;
}

/** 1 Tishri 5784 was 16 September 2023. */
const KNOWN = { year: 5784, day: dayOf(2023, 9, 16) };

/** The first full day of Hanukkah, 25 Kislev, that falls in a Gregorian year's winter. */
export function hanukkah(year: number): Day {
  const hebrewYear = year + 3761;
  const start = newYear(hebrewYear);
  const length = newYear(hebrewYear + 1) - start;
  // Marheshvan has 30 days in the long years of 355 and 385 days, else 29; Tishri always 30.
  const marheshvan = length % 10 === 5 ? 30 : 29;
  return addDays(KNOWN.day, start - newYear(KNOWN.year) + 30 + marheshvan + 24);
}
