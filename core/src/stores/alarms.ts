import { addDays, type Day } from "../measure/day.ts";
import type { Bite, StockOutlook } from "./stock.ts";

/**
 * What is said of a material: it runs out; it may, and the day has come to order or to count it; it may, and a count in good time will tell; or
 * nothing. Few alarms, and right: what is in doubt is counted before it is bought, and only what is due is in anybody's way.
 */
export type Alarm = "runs out" | "order or count" | "count" | null;

/** Less likely than this to last, it runs out, however much a count might say. */
const HARDLY = 0.2;
/** A day sooner or later is decided in one sitting at the table. */
const AHEAD = 3;

/** @param days on the way, as many as are not exceeded in as many cases as are wanted to be sure of */
export function alarmOf({ runsOut, mayRunOut, lasts }: Pick<StockOutlook, "runsOut" | "mayRunOut" | "lasts">, today: Day, days: number): Alarm {
  const isDue = (bite: Bite | null): boolean => bite !== null && addDays(bite.on, -days - AHEAD) <= today;
  if (runsOut && (lasts < HARDLY || isDue(runsOut))) return "runs out";
  if (isDue(mayRunOut)) return "order or count";
  return mayRunOut ? "count" : null;
}
