import { Temporal } from "temporal-polyfill";

/** A day in the shop's time zone, `2031-11-08`. Deadlines are days there, whatever the clocks do. */
export type Day = string & { readonly [dayBrand]: true };
declare const dayBrand: unique symbol;

const MS_PER_DAY = 86_400_000;
const NS_PER_MS = 1_000_000;

/** So many days are known by number and by name at once: they are asked for by thousands, and are slow to read and to write. */
const MOST_DAYS = 20_000;
const serials = new Map<string, number>();
const names = new Map<number, Day>();

/** Midnight UTC of a day: only for counting days, never a moment in the shop. */
function serial(day: Day): number {
  const known = serials.get(day);
  if (known !== undefined) return known;
  if (serials.size >= MOST_DAYS) serials.clear();
  const ms = Date.parse(`${day}T00:00:00Z`);
  serials.set(day, ms);
  return ms;
}

/** The day that a moment, counted as in `serial`, falls on. */
function fromSerial(ms: number): Day {
  const number = Math.floor(ms / MS_PER_DAY);
  const known = names.get(number);
  if (known !== undefined) return known;
  if (names.size >= MOST_DAYS) names.clear();
  const name = new Date(ms).toISOString().slice(0, 10) as Day;
  names.set(number, name);
  return name;
}

/** Takes a day that a schema has already checked. */
export const day = (text: string): Day => text as Day;

/** `dayOf(2026, 4, 5)` is 5 April 2026; days past a month's end run into the next. */
export const dayOf = (year: number, month: number, date: number): Day => fromSerial(Date.UTC(year, month - 1, date));

export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(serial(text as Day)) && fromSerial(serial(text as Day)) === text;

export const addDays = (from: Day, count: number): Day => fromSerial(serial(from) + count * MS_PER_DAY);
export const daysBetween = (from: Day, to: Day): number => Math.round((serial(to) - serial(from)) / MS_PER_DAY);

/** 0 is Sunday. */
export const weekdayOf = (on: Day): number => new Date(serial(on)).getUTCDay();

/** The Monday of its week: weeks that are counted begin on it, however they are shown (ISO 8601). */
export const mondayOf = (on: Day): Day => addDays(on, -((weekdayOf(on) + 6) % 7));

export const yearOf = (on: Day): number => Number(on.slice(0, 4));

/** The day a moment falls on in a time zone. */
export function dayAt(moment: Date, timeZone: string): Day {
  return fromSerial(moment.getTime() + offsetAt(moment.getTime(), timeZone));
}

/** Minutes since midnight on the wall clock of a time zone. */
export function minuteOfDayAt(moment: Date, timeZone: string): number {
  const wall = moment.getTime() + offsetAt(moment.getTime(), timeZone);
  return Math.floor((wall - Math.floor(wall / MS_PER_DAY) * MS_PER_DAY) / 60_000);
}

/**
 * The moment at which the wall clock of a zone shows a time on a day. A time that the clocks skip is taken after the
 * jump; one that comes twice is the first.
 */
export function momentAt(on: Day, minuteOfDay: number, timeZone: string): Date {
  const wall = serial(on) + minuteOfDay * 60_000;
  // The offset of a day before and a day after bracket any change of the clocks between them.
  const before = offsetAt(wall - MS_PER_DAY / 2, timeZone);
  const after = offsetAt(wall + MS_PER_DAY / 2, timeZone);
  const early = wall - Math.max(before, after);
  const late = wall - Math.min(before, after);
  if (early + offsetAt(early, timeZone) === wall) return new Date(early);
  return new Date(late);
}

/** No zone has ever changed its clocks but on a quarter of an hour. */
const MS_PER_QUARTER = 900_000;
const MOST_KEPT = 20_000;
const offsets = new Map<string, Map<number, number>>();

/** How far a zone's wall clock is ahead of UTC at a moment, ms. Asked so often, and so slow to read off, that it is kept by the quarter of an hour. @throws RangeError for a zone that there is not */
function offsetAt(ms: number, timeZone: string): number {
  const known = offsets.get(timeZone) ?? new Map<number, number>();
  const quarter = Math.floor(ms / MS_PER_QUARTER);
  const before = known.get(quarter);
  if (before !== undefined) return before;
  if (known.size >= MOST_KEPT) known.clear();
  const offset = Temporal.Instant.fromEpochMilliseconds(quarter * MS_PER_QUARTER).toZonedDateTimeISO(timeZone).offsetNanoseconds / NS_PER_MS;
  known.set(quarter, offset);
  offsets.set(timeZone, known);
  return offset;
}

/** `19:05`: a time of the day as programs have it. */
export const clockTime = (minuteOfDay: number): string => `${String(Math.floor(minuteOfDay / 60) % 24).padStart(2, "0")}:${String(Math.floor(minuteOfDay) % 60).padStart(2, "0")}`;
