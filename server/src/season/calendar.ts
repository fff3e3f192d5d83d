import { addDays, day, dayAt, keptSessions, momentAt, serviceFor, type Day, type SessionChange } from "@yule/core";
import { sessionSheets, shownPlan } from "@yule/derive";
import ical, { ICalCalendarMethod } from "ical-generator";
import { timingSafeEqual } from "node:crypto";
import type { Transaction } from "../db/pool.ts";
import type { Carrier } from "../outside/carrier.ts";
import { readPlan } from "./plan/reads.ts";
import { readTransit } from "../dispatch/reads.ts";
import { readHome } from "../shop/reads.ts";
import { readSeason } from "./reads.ts";

const SESSIONS_AHEAD = 60;

/** The season's calendar for whoever has the secret address. @returns null when the secret is not the one given out */
export async function calendarAt(tx: Transaction, secret: string, now: Date, carrier: Carrier): Promise<string | null> {
  const { calendarSecret } = await readHome(tx);
  return calendarSecret !== null && sameSecret(calendarSecret, secret) ? seasonCalendar(tx, now, carrier) : null;
}

/**
 * The season as iCalendar (RFC 5545): what is due, the last posting days, the sessions to come. Days are days, sessions
 * are moments, so that a calendar in any time zone shows them right over a change of the clocks.
 */
export async function seasonCalendar(tx: Transaction, now: Date, carrier: Carrier): Promise<string> {
  const row = await readHome(tx);
  const season = await readSeason(tx);
  const today = dayAt(now, row.timeZone);
  const calendar = ical({ name: `${row.name}, season`, method: ICalCalendarMethod.PUBLISH, prodId: { company: "Yule Stack", product: "season", language: "EN" } });
  const allDay = (id: string, on: Day, summary: string): void => {
    const start = new Date(`${on}T00:00:00Z`);
    calendar.createEvent({ id, start, end: new Date(`${addDays(on, 1)}T00:00:00Z`), allDay: true, timezone: "UTC", summary, stamp: now });
  };
  const holidays = new Set(carrier.holidays(today));
  const learned = await readTransit(tx, carrier);
  for (const need of season.needs.filter((each) => each.postedOn === null)) {
    const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
    allDay(`${need.id}-due`, day(need.due), `Due: ${need.title}, ${String(cards)} cards`);
    if (need.zone === null) continue;
    const table = need.service === null ? learned : learned.filter((line) => line.service === need.service);
    const post = serviceFor(table, need.zone, day(need.due), today, holidays);
    if (post.ok) allDay(`${need.id}-post`, post.value.postBy, `Last day to post: ${need.title} (${post.value.service})`);
  }
  const changes = season.changes.map((change): SessionChange => ({ ...change, first: day(change.first), last: day(change.last) }));
  const planned = await plannedWork(tx);
  for (const session of keptSessions(season.sessions, changes, today, addDays(today, SESSIONS_AHEAD), row.lateAfter))
    calendar.createEvent({
      id: `session-${session.day}-${String(session.from)}-${session.who}`,
      start: momentAt(session.day, session.from, row.timeZone),
      end: momentAt(session.day, session.to, row.timeZone),
      summary: session.who === "helper" ? "Help at the card table" : "At the card table",
      description: planned.get(`${session.day} ${String(session.to)} ${session.who}`) ?? null,
      stamp: now,
    });
  return calendar.toString();
}

/** What the shop's plan puts into each session, a line for each need, by day, end and who. */
async function plannedWork(tx: Transaction): Promise<ReadonlyMap<string, string>> {
  const { plan } = await readPlan(tx);
  if (!plan) return new Map();
  const { facts, answer } = shownPlan(plan);
  const titles = new Map(facts.needs.map(({ id, title }) => [id, title]));
  return new Map(
    sessionSheets(facts, answer.plan).map((sheet) => [
      `${sheet.day} ${String(sheet.to)} ${sheet.who}`,
      sheet.lines.map(({ needs, name }) => `${needs.map((id) => titles.get(id) ?? "").join(" and ")}: ${name.toLowerCase()}`).join("\n"),
    ]),
  );
}

/** In the same time whatever is wrong with it. */
function sameSecret(known: string, given: string): boolean {
  const [a, b] = [Buffer.from(known), Buffer.from(given)];
  return a.length === b.length && timingSafeEqual(a, b);
}
