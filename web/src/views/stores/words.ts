import type { StoreRead } from "@yule/contract";
import { measureOf, printAmount, printDay, stateOf, type Day, type PromiseState } from "@yule/core";
import type { StockOf } from "./ask.ts";

/** `6`, `7.5 ml`, `31 m`. */
export const amountOf = ({ kind }: Pick<StoreRead, "kind">, amount: number): string => printAmount(amount, measureOf(kind));

/** What is left when the plan has taken all it takes; below zero where it is short. */
export const staysOf = ({ store, outlook }: StockOf): number => store.onHand - outlook.wanted;

/** How it stands: by the chance that it lasts. */
export const standOf = ({ outlook }: StockOf): PromiseState => stateOf(outlook.lasts);

/** What stands under it on the shelf, in a few words. */
export function shelfWords(each: StockOf, today: Day): string {
  const { store, outlook } = each;
  if (outlook.runsOut) {
    const on = outlook.runsOut.on <= today ? "now" : `on ${printDay(outlook.runsOut.on)}`;
    return `${amountOf(store, Math.max(1, outlook.wanted - store.onHand))} short ${on}`;
  }
  if (store.unbooked > 0) return "count it: more was used";
  if (outlook.wanted === 0) return `${amountOf(store, store.onHand)} lie there`;
  return `${amountOf(store, staysOf(each))} ${outlook.lasts < SURE ? "may stay" : "stay"}`;
}
const SURE = 0.8;
