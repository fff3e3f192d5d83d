import { t } from "@yule/core";
import type { Fault } from "@yule/core";
import { addOwnOccasions, faultsOf, type CommandInput, type OwnOccasionRead } from "@yule/contract";
import ICAL from "ical.js";
import { v7 } from "uuid";

type Day = CommandInput<"add-own-occasions">["occasions"][number];

export interface YearlyRead {
  readonly days: readonly Day[];
  /** Days in the file that are kept already. */
  readonly known: number;
  readonly faults: readonly Fault[];
}

const MOST = 500;
const ANNIVERSARY = /anniversar|wedding/i;

/** Whole days of a calendar file that come back every year: birthdays and anniversaries. What is kept already is left out. */
export function yearlyDaysIn(text: string, kept: readonly Pick<OwnOccasionRead, "title" | "month" | "date">[]): YearlyRead {
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch {
    return {
      days: [],
      known: 0,
      faults: [{ code: "not-a-calendar", path: ["file"], given: [{ text: JSON.stringify(text.slice(0, 24)) }], allowed: [t`a calendar file that begins with BEGIN:VCALENDAR`] }],
    };
  }
  const same = (a: Pick<Day, "title" | "month" | "date">) => (b: Pick<Day, "title" | "month" | "date">) => a.title === b.title && a.month === b.month && a.date === b.date;
  const found: Day[] = [];
  let known = 0;
  for (const component of root.getAllSubcomponents("vevent")) {
    const rule = component.getFirstPropertyValue("rrule") as ICAL.Recur | null;
    const event = new ICAL.Event(component);
    if (rule?.freq !== "YEARLY" || !event.startDate.isDate) continue;
    const title = event.summary.trim().slice(0, 120);
    const day: Day = {
      id: v7(),
      title: title === "" ? t`Birthday` : title,
      kind: ANNIVERSARY.test(title) ? "anniversary" : "birthday",
      since: event.startDate.year,
      month: event.startDate.month,
      date: event.startDate.day,
    };
    if (kept.some(same(day))) known += 1;
    else if (!found.some(same(day))) found.push(day);
  }
  const days = found.slice(0, MOST);
  const read = addOwnOccasions.safeParse({ occasions: days });
  return days.length === 0 || read.success ? { days, known, faults: [] } : { days: [], known, faults: faultsOf(read.error, { occasions: days }) };
}
