import type { Outlook } from "../season/workOut.ts";
import type { PileLetter } from "./pile.ts";

/** Words and address of one card by hand. */
const MINUTES_EACH = 4;

/** How many cards can be written in the next session, and how long that is; null where none is to come. */
export function writingTonight(
  toWrite: readonly PileLetter[],
  { sessions, today, minute }: Pick<Outlook, "sessions" | "today" | "minute">,
): { readonly cards: number; readonly minutes: number | null } {
  const next = sessions.find((session) => session.day > today || (session.day === today && session.to > minute));
  if (!next) return { cards: 0, minutes: null };
  const minutes = next.to - (next.day === today ? Math.max(next.from, minute) : next.from);
  return { cards: Math.min(toWrite.length, Math.floor(minutes / MINUTES_EACH)), minutes };
}
