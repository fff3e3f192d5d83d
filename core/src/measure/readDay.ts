import { fail, phrase, succeed, type Result } from "../outcome/outcome.ts";
import { addDays, dayOf, isDay, weekdayOf, yearOf, type Day } from "./day.ts";
import { writtenDay } from "./said.ts";
import { localeOf, type Manner } from "./manner.ts";

/** The order in which a country writes the parts of a day. */
function orderIn(manner: Manner): readonly ("day" | "month" | "year")[] {
  const parts = new Intl.DateTimeFormat(localeOf(manner), { day: "numeric", month: "numeric", year: "numeric" }).formatToParts(0);
  return parts.flatMap(({ type }) => (type === "day" || type === "month" || type === "year" ? [type] : []));
}

/** Whether `3/12` is the third of December. */
export const writesDayFirst = (manner: Manner): boolean => orderIn(manner).indexOf("day") < orderIn(manner).indexOf("month");

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const DAYS = ["sun", "mon", "tue", "wed", "thu", "fri", "sat"];
const [YEARS_AHEAD, CENTURY, EARLIEST] = [9, 2000, 1900] as const;

/**
 * A day as a person writes it in their country: `21/11`, `11/21/2031`, `21.11.31`, `21 Nov`, `Nov 21 2031`, `Fri 21 Nov`, `tomorrow`, or `2031-11-21`
 * anywhere. Without a year it is the next such day.
 * @fault not-a-day
 */
export function readDay(text: string, manner: Manner, today: Day): Result<Day> {
  const tidy = text.trim().toLowerCase().replace(/\s+/g, " ");
  const read = isDay(tidy) ? (tidy as Day) : (byWord(tidy, today) ?? byName(tidy, today) ?? byNumbers(tidy, manner, today));
  if (read !== null) return succeed(read);
  return fail({
    code: "not-a-day",
    path: [],
    given: tidy === "" ? ["nothing"] : [{ text: text.trim() }],
    allowed: phrase`a day such as ${writtenDay(addDays(today, 13), manner)}`,
  });
}

function byWord(text: string, today: Day): Day | null {
  if (text === "today") return today;
  if (text === "tomorrow") return addDays(today, 1);
  return /^(?:sun|mon|tue|wed|thu|fri|sat)[a-z]*$/.test(text) ? nextWeekday(text, today) : null;
}

/** The next day of a weekday's name after today. @param name at least its first three letters, small */
export const nextWeekday = (name: string, today: Day): Day => addDays(today, (DAYS.indexOf(name.slice(0, 3)) - weekdayOf(today) + 7) % 7 || 7);
/** 1 for January and words that begin as it does; 0 for what is no month. */
export const monthNamed = (name: string): number => MONTHS.indexOf(name.toLowerCase().slice(0, 3)) + 1;

function byName(text: string, today: Day): Day | null {
  const bare = text.replace(/^(?:sun|mon|tue|wed|thu|fri|sat)[a-z]*[,.]? /, "").replace(/[,.]/g, "");
  const [, date, month, year] = /^(\d{1,2})(?:st|nd|rd|th)? (?:of )?([a-z]{3,})(?: (\d{4}))?$/.exec(bare) ?? [];
  const [, first, second, third] = /^([a-z]{3,}) (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?$/.exec(bare) ?? [];
  return dayOrNext(Number(date ?? second), monthNamed(month ?? first ?? ""), yearTold(year ?? third), today);
}

function byNumbers(text: string, manner: Manner, today: Day): Day | null {
  const found = /^(\d{1,4})\s?[./-]\s?(\d{1,2})(?:\s?[./-]\s?(\d{1,4}))?\.?$/.exec(text);
  if (!found) return null;
  const order = orderIn(manner).filter((part) => found[3] !== undefined || part !== "year");
  const told = new Map(order.map((part, index) => [part, found[index + 1]]));
  return dayOrNext(Number(told.get("day")), Number(told.get("month")), yearTold(told.get("year")), today);
}

/** With two figures one of this century; NaN for one that nobody means. */
function yearTold(year: string | undefined): number | null {
  if (year === undefined) return null;
  const told = year.length <= 2 ? CENTURY + Number(year) : Number(year);
  return told >= EARLIEST ? told : Number.NaN;
}

/** A day that its month does not have is none; without a year it is the next one. */
export function dayOrNext(date: number, month: number, year: number | null, today: Day): Day | null {
  if (!(month >= 1 && month <= 12 && date >= 1 && date <= 31) || Number.isNaN(year)) return null;
  const years = year === null ? Array.from({ length: YEARS_AHEAD }, (_, ahead) => yearOf(today) + ahead) : [year];
  for (const each of years) {
    const day = dayOf(each, month, date);
    if (Number(day.slice(8)) === date && (year !== null || day >= today)) return day;
  }
  return null;
}
