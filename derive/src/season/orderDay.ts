import { addDays, GUESSED_SPREADS, type Day } from "@yule/core";
import type { Outlook } from "./workOut.ts";

/** When something must be ordered, and what was added for a supplier who is late at times. */
export interface OrderDay {
  readonly by: Day;
  readonly lateDays: number;
}

/**
 * The last day to order what runs out so that it is there when the plan takes it, with as many days more as the supplier does not exceed in as many
 * cases of 100 as the shop wants to be sure of. @returns null where nothing runs out
 */
export function orderDay({ store, outlook: stock }: Outlook["stock"][number], outlook: Outlook): OrderDay | null {
  if (!stock.runsOut) return null;
  const lateDays = supplierLateBy(outlook);
  return { by: addDays(stock.runsOut.on, -store.leadDays - lateDays), lateDays };
}

/** So many days a supplier is late at the most, in as many of 100 orders as the shop wants to be sure of. Nothing is learned of suppliers yet. */
export const supplierLateBy = ({ shop }: Outlook): number => lateBy(GUESSED_SPREADS.supplies, shop.sureIn100 / 100);

/** So many days late, at the most, with a chance. @param chances of none, one, two days late and so on */
export function lateBy(chances: readonly number[], sure: number): number {
  let sum = 0;
  const day = chances.findIndex((chance) => (sum += chance) >= sure - 1e-9);
  return day < 0 ? Math.max(0, chances.length - 1) : day;
}
