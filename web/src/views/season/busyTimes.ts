import type { CommandInput } from "@yule/contract";
import { addDays, dayAt, minuteOfDayAt, type Day, t } from "@yule/core";
import ICAL from "ical.js";
import { v7 } from "uuid";

type Change = CommandInput<"add-session-changes">["changes"][number];

const DAYS_AHEAD = 400;
const MOST = 1000;

/**
 * Busy times in an iCalendar file, from today on and for a year, repeats written out. Whole days are days away; what is
 * marked as free in the calendar is left out.
 */
export function busyTimesIn(text: string, timeZone: string, today: Day): { busy: Change[]; faults: string[] } {
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch {
    return { busy: [], faults: [t`file: given ${JSON.stringify(text.slice(0, 24))}, allowed a calendar file that begins with BEGIN:VCALENDAR`] };
  }
  for (const zone of root.getAllSubcomponents("vtimezone")) ICAL.TimezoneService.register(zone);
  const until = addDays(today, DAYS_AHEAD);
  const busy: Change[] = [];
  for (const component of root.getAllSubcomponents("vevent")) {
    const event = new ICAL.Event(component);
    if (component.getFirstPropertyValue("transp") === "TRANSPARENT" || component.getFirstPropertyValue("status") === "CANCELLED") continue;
    for (const start of startsOf(event, until)) {
      const made = changesOf(event, start, timeZone).filter((change) => change.last >= today && change.first <= until);
      busy.push(...made);
      if (busy.length >= MOST) return { busy: busy.slice(0, MOST), faults: [] };
    }
  }
  return { busy, faults: [] };
}

const dayOfTime = (time: ICAL.Time): Day => time.toString().slice(0, 10) as Day;

function startsOf(event: ICAL.Event, until: Day): ICAL.Time[] {
  if (!event.isRecurring()) return [event.startDate];
  const starts: ICAL.Time[] = [];
  const turns = event.iterator();
  for (let next = turns.next() as ICAL.Time | undefined; next && dayOfTime(next) <= until && starts.length < MOST * 4; next = turns.next() as ICAL.Time | undefined)
    starts.push(next);
  return starts;
}

/** One happening as changes: days away for whole days, a stretch on each day it touches otherwise. */
function changesOf(event: ICAL.Event, start: ICAL.Time, timeZone: string): Change[] {
  const title = event.summary.slice(0, 120);
  const end = start.clone();
  end.addDuration(event.duration);
  if (start.isDate) {
    const last = addDays(dayOfTime(end), -1);
    return [{ id: v7(), what: "away", title, first: dayOfTime(start), last: last < dayOfTime(start) ? dayOfTime(start) : last }];
  }
  const [from, to] = [start.toJSDate(), end.toJSDate()];
  const [first, last] = [dayAt(from, timeZone), dayAt(to, timeZone)];
  const parts: Change[] = [];
  for (let on = first; on <= last; on = addDays(on, 1)) {
    const begins = on === first ? minuteOfDayAt(from, timeZone) : 0;
    const ends = on === last ? minuteOfDayAt(to, timeZone) : 1440;
    if (ends > begins) parts.push({ id: v7(), what: "busy", title, first: on, last: on, from: begins, to: ends });
  }
  return parts;
}
