import { addDays, momentAt, weekdayOf, type Day } from "../measure/day.ts";
import { minutes, type Minutes } from "../measure/minutes.ts";

/** When she paints in an ordinary week. 0 is Sunday; minutes since midnight on the shop's wall clock. */
export interface SessionPattern {
  readonly weekday: number;
  readonly from: number;
  readonly to: number;
  readonly who?: Who | undefined;
  /** Kept for light work. */
  readonly light?: boolean | undefined;
}

export type Who = "maker" | "helper";

/** What differs from the ordinary weeks. Minutes are null where whole days are meant. */
export interface SessionChange {
  readonly what: "extra" | "away" | "busy";
  readonly first: Day;
  readonly last: Day;
  readonly from: number | null;
  readonly to: number | null;
  readonly who: Who;
  readonly light: boolean;
}

/** A session as it will really be kept. */
export interface KeptSession extends Session {
  readonly who: Who;
  readonly light: boolean;
  /** Goes on late at night. */
  readonly late: boolean;
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

/** Shorter rests of a session than this are not worth setting out for. */
const LEAST_MINUTES = 10;

/**
 * The ordinary weeks with what differs: extra sessions are added, days away and busy times cut out. What an extra
 * session shares with an ordinary one of the same person counts once.
 * @param lateAfter minute of the day past which a session counts as late at night
 */
export function keptSessions(pattern: readonly SessionPattern[], changes: readonly SessionChange[], first: Day, last: Day, lateAfter: number): KeptSession[] {
  const kept: KeptSession[] = [];
  for (let day = first; day <= last; day = addDays(day, 1)) {
    const here = changes.filter((change) => change.first <= day && day <= change.last);
    for (const who of ["maker", "helper"] as const) {
      const ordinary = pattern
        .filter((each) => each.weekday === weekdayOf(day) && (each.who ?? "maker") === who)
        .map((each) => ({ from: each.from, to: each.to, light: each.light ?? false }));
      const extra = here.filter((change) => change.what === "extra" && change.who === who).map((change) => ({ from: change.from ?? 0, to: change.to ?? 0, light: change.light }));
      const gone = here.filter((change) => change.what !== "extra" && change.who === who).map((change) => ({ from: change.from ?? 0, to: change.to ?? 1440 }));
      const wanted = [...ordinary, ...extra.flatMap((each) => without(each, ordinary))];
      const open = wanted.flatMap((each) => without(each, gone)).filter((each) => each.to - each.from >= LEAST_MINUTES);
      kept.push(...open.map((each) => ({ day, ...each, length: minutes(each.to - each.from), who, late: each.to > lateAfter })));
    }
  }
  return kept.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.from - b.from || (a.who < b.who ? 1 : -1)));
}

/** A stretch of time less others. */
function without<T extends { from: number; to: number }>(stretch: T, others: readonly { from: number; to: number }[]): T[] {
  return others.reduce<T[]>(
    (left, other) =>
      left.flatMap((each) => {
        if (other.to <= each.from || other.from >= each.to) return [each];
        return [
          { ...each, to: Math.max(each.from, other.from) },
          { ...each, from: Math.min(each.to, other.to) },
        ].filter((rest) => rest.to > rest.from);
      }),
    [stretch],
  );
}

/** What is left of the sessions from a moment on: those past are gone, the running one is shortened. */
export function sessionsLeft<Kept extends Session>(sessions: readonly Kept[], today: Day, minuteOfDay: number): Kept[] {
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
