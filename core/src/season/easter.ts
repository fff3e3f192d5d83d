import { addDays, dayOf, type Day } from "../measure/day.ts";

/** Western Easter Sunday. Source: Meeus, Astronomical Algorithms (1991), chapter 8 (anonymous Gregorian algorithm). */
export function easter(year: number): Day {
  const a = year % 19;
  const b = Math.floor(year / 100);
  const c = year % 100;
  const d = Math.floor((b - Math.floor((b + 8) / 25) + 1) / 3);
  const h = (19 * a + b - Math.floor(b / 4) - d + 15) % 30;
  const l = (32 + 2 * (b % 4) + 2 * Math.floor(c / 4) - h - (c % 4)) % 7;
  const m = Math.floor((a + 11 * h + 22 * l) / 451);
  const n = h + l - 7 * m + 114;
  return dayOf(year, Math.floor(n / 31), (n % 31) + 1);
}

/** Orthodox Easter Sunday as a Gregorian date, 1900 to 2099. Source: Meeus, chapter 8 (Julian calendar), 13 days later. */
export function orthodoxEaster(year: number): Day {
  const d = (19 * (year % 19) + 15) % 30;
  const e = (2 * (year % 4) + 4 * (year % 7) - d + 34) % 7;
  const n = d + e + 114;
  return addDays(dayOf(year, Math.floor(n / 31), (n % 31) + 1), 13);
}
