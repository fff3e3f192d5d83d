import { addDays, momentAt, weekdayOf, type Day } from "../measure/day.ts";
import { minutes, type Minutes } from "../measure/minutes.ts";

/** When she paints in an ordinary week. 0 is Sunday; minutes since midnight on the shop's wall clock. */
export interface SessionPattern {
  readonly weekday: number;
  readonly from: number;
  readonly to: number;
}

export interface Session {
  readonly day: Day;
  readonly from: number;
  readonly to: number;
  readonly length: Minutes;
}

/** The sessions from one day to another, both included, in order. */
export function sessionsBetween(pattern: readonly SessionPattern[], first: Day, last: Day): Session[] {
  const found: Session[] = [];
  for (let day = first; day <= last; day = addDays(day, 1)) {
    const today = pattern.filter((each) => each.weekday === weekdayOf(day)).sort((a, b) => a.from - b.from);
    found.push(...today.map((each) => ({ day, from: each.from, to: each.to, length: minutes(each.to - each.from) })));
  }
  return found;
}

/** What is left of the sessions from a moment on: those past are gone, the running one is shortened. */
export function sessionsLeft(sessions: readonly Session[], today: Day, minuteOfDay: number): Session[] {
  return sessions.flatMap((session) => {
    if (session.day > today) return [session];
    if (session.day < today || session.to <= minuteOfDay) return [];
    const from = Math.max(session.from, minuteOfDay);
    return [{ ...session, from, length: minutes(session.to - from) }];
  });
}

/** Sessions as windows in real minutes since a moment, so that drying goes on between them whatever the clocks do. */
export function sessionWindows(sessions: readonly Session[], since: Date, timeZone: string): (readonly [number, number])[] {
  return sessions.map((session) => {
    const open = (momentAt(session.day, session.from, timeZone).getTime() - since.getTime()) / 60_000;
    return [Math.max(0, open), Math.max(0, open) + session.length] as const;
  });
}
