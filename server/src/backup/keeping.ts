import { addDays, dayAt, momentAt, mondayOf, type Day } from "@yule/core";

const [DAYS, WEEKS, MONTHS] = [7, 5, 12] as const;
/** At this minute of the shop's day the night's backup is due: nobody paints then, nor at its end. */
const NIGHT = 180;

/**
 * Which backups are kept: the newest of each of the last 7 days, 5 weeks and 12 months in which there is one, and whatever is younger than a day.
 * @returns those that may go
 */
export function superseded<T extends { readonly made: Date }>(backups: readonly T[], now: Date, timeZone: string): T[] {
  const newestFirst = [...backups].sort((a, b) => b.made.getTime() - a.made.getTime());
  const kept = new Set<T>(newestFirst.filter(({ made }) => now.getTime() - made.getTime() < 86_400_000));
  for (const [most, spanOf] of [
    [DAYS, (on: Day): string => on],
    [WEEKS, mondayOf],
    [MONTHS, (on: Day): string => on.slice(0, 7)],
  ] as const) {
    const seen = new Set<string>();
    for (const each of newestFirst) {
      const span = spanOf(dayAt(each.made, timeZone));
      if (seen.has(span) || seen.size >= most) continue;
      seen.add(span);
      kept.add(each);
    }
  }
  return newestFirst.filter((each) => !kept.has(each));
}

/** Whether the night's backup is still to be made: none is younger than the last 3 o'clock, whether the machine was on then or not. */
export function isNightDue(newest: Date | null, now: Date, timeZone: string): boolean {
  const today = dayAt(now, timeZone);
  const tonight = momentAt(today, NIGHT, timeZone);
  const last = tonight <= now ? tonight : momentAt(addDays(today, -1), NIGHT, timeZone);
  return newest === null || newest < last;
}
