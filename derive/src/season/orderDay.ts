import { GUESSED_SPREADS } from "@yule/core";
import type { Outlook } from "./workOut.ts";

/** So many days a supplier is late at the most, in as many of 100 orders as the shop wants to be sure of. Nothing is learned of suppliers yet. */
export const supplierLateBy = ({ shop }: Outlook): number => lateBy(GUESSED_SPREADS.supplies, shop.sureIn100 / 100);

/** So many days late, at the most, with a chance. @param chances of none, one, two days late and so on */
export function lateBy(chances: readonly number[], sure: number): number {
  let sum = 0;
  const day = chances.findIndex((chance) => (sum += chance) >= sure - 1e-9);
  return day < 0 ? Math.max(0, chances.length - 1) : day;
}
