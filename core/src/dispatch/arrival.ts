import { addDays, weekdayOf, type Day } from "../measure/day.ts";
import type { Transit } from "./transit.ts";

/** How often letters of one service arrived after so many working days: the place in the list is the days, the last those that were lost. */
export type ArrivalsSeen = readonly number[];

/** The day by which nine letters in ten are there is what a carrier's table is taken to tell. */
const TABLE_HOLDS = 0.9;
/** Half of them are there after this share of it. */
const HALF_AT = 0.6;
/** The table counts as much as so many letters seen. */
const AS_GOOD_AS = 20;
/** Longer nobody waits for a letter. */
export const MOST_DAYS_AWAY = 60;

/** Letters that never come, until some have told. */
const LOST = 1 / 200;

/** By the table alone: a logistic curve with its half and its nine tenths where they are taken to be. */
function byTable(tableDays: number, days: number): number {
  const slope = ((1 - HALF_AT) * tableDays) / Math.log(TABLE_HOLDS / (1 - TABLE_HOLDS));
  return days <= 0 ? 0 : (1 - LOST) / (1 + Math.exp(-(days - HALF_AT * tableDays) / Math.max(1e-6, slope)));
}

/**
 * The chance that a letter is there within so many working days: the carrier's table as a belief worth twenty letters, and those that
 * arrived. The days are a distribution of their own each, so the belief is Dirichlet and the answer its mean.
 */
export function arrivesWithin(tableDays: number, seen: ArrivalsSeen, days: number): number {
  const all = seen.reduce((sum, each) => sum + each, 0);
  const there = seen.slice(0, Math.max(0, days) + 1).reduce((sum, each) => sum + each, 0);
  return (AS_GOOD_AS * byTable(tableDays, days) + there) / (AS_GOOD_AS + all);
}

/** The fewest working days within which nine letters in ten are there; the table's own where nothing was seen. */
export function daysAway(tableDays: number, seen: ArrivalsSeen): number {
  for (let days = 1; days < MOST_DAYS_AWAY; days += 1) if (arrivesWithin(tableDays, seen, days) >= TABLE_HOLDS * (1 - LOST) - 1e-9) return days;
  return MOST_DAYS_AWAY;
}

/** Working days from the day after posting to a day with it: Sundays and holidays do not count. 0 where the second is not later. */
export function workingDaysTo(posted: Day, arrived: Day, holidays: ReadonlySet<Day>): number {
  let days = 0;
  for (let on = addDays(posted, 1); on <= arrived && days < MOST_DAYS_AWAY; on = addDays(on, 1)) if (weekdayOf(on) !== 0 && !holidays.has(on)) days += 1;
  return days;
}

/** The carrier's table with what was learned: its days are those in which nine letters in ten arrive, the carrier's own beside them. */
export const learnedTransit = (table: readonly Transit[], seen: ReadonlyMap<string, ArrivalsSeen>): readonly Transit[] =>
  table.map((line) => {
    const own = seen.get(line.service);
    return own ? { ...line, workingDays: daysAway(line.workingDays, own), tableDays: line.workingDays, seen: own } : line;
  });

/** The chance that a letter posted on a day is there on another. */
export const chanceToArrive = ({ workingDays, tableDays = workingDays, seen = [] }: Transit, posted: Day, due: Day, holidays: ReadonlySet<Day>): number =>
  arrivesWithin(tableDays, seen, workingDaysTo(posted, due, holidays));
