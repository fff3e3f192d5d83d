import { addDays, dayOf, type Day } from "../measure/day.ts";
import { decemberSolstice, newMoon, sunLongitude, utcOf } from "./sky.ts";

const MS_PER_DAY = 86_400_000;
const CHINA_OFFSET = 8 / 24;

/** The day in China's standard time (UTC+8) of a moment, as days since 1970. */
const chinaDay = (jde: number): number => Math.floor(utcOf(jde) / MS_PER_DAY + CHINA_OFFSET);

/** Longitude of the sun at the start of a day in China, in whole twelfths of the circle. */
const sectorAt = (day: number): number => Math.floor(sunLongitude(day - CHINA_OFFSET + 2_440_587.5 + 0.0008) / 30);

/**
 * First day of the Chinese lunisolar year that begins in a Gregorian year, by the rules in force: months begin on the
 * day of the new moon in UTC+8, month 11 holds the December solstice, and where 13 months lie between two solstice
 * months the first without a principal term is the leap month. Source: Aslaksen, The Mathematics of the Chinese
 * Calendar (2010); GB/T 33661-2017.
 */
export function lunarNewYear(year: number): Day {
  const start = solsticeMonth(year - 1);
  const next = solsticeMonth(year);
  let month = start + 1;
  // Month 12 follows month 11, unless a leap month 11 lies between; the year begins with the month after month 12.
  let left = 2;
  const leapYear = next - start === 13;
  let leapSeen = false;
  for (;;) {
    if (leapYear && !leapSeen && !hasPrincipalTerm(month)) leapSeen = true;
    else left -= 1;
    if (left === 0) break;
    month += 1;
  }
  return addDays(dayOf(1970, 1, 1), chinaDay(newMoon(month)));
}

/** Number of the new moon that begins the month holding the solstice. */
function solsticeMonth(year: number): number {
  const solstice = chinaDay(decemberSolstice(year));
  let k = Math.floor((year + 0.97 - 2000) * 12.3685) + 2;
  while (chinaDay(newMoon(k)) > solstice) k -= 1;
  return k;
}

function hasPrincipalTerm(month: number): boolean {
  return sectorAt(chinaDay(newMoon(month))) !== sectorAt(chinaDay(newMoon(month + 1)));
}
