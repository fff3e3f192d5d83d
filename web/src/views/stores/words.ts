import type { StoreRead } from "@yule/contract";
import { measureOf, printAmount, stateOf, type Alarm, type Bite, type Day, type PromiseState, t } from "@yule/core";
import { shortBy } from "@yule/derive";
import type { StockOf } from "./ask.ts";
import { printDay } from "../../kit/say.ts";

/** `6`, `7.5 ml`, `31 m`. */
export const amountOf = ({ kind }: Pick<StoreRead, "kind">, amount: number): string => printAmount(amount, measureOf(kind));

/** What is left when the plan has taken all it takes; below zero where it is short. */
export const staysOf = ({ store, outlook }: StockOf): number => store.onHand - outlook.wanted;

/** How it stands: by the chance that it lasts. */
export const standOf = ({ outlook }: StockOf): PromiseState => stateOf(outlook.lasts);

/** What stands under it on the shelf, in a few words. */
export function shelfWords(each: StockOf, alarm: Alarm, today: Day): string {
  const { store, outlook } = each;
  const on = (bite: Bite): string => (bite.on <= today ? "now" : `on ${printDay(bite.on)}`);
  if (alarm === "runs out" && outlook.runsOut) return t`${shortBy(each)} short ${on(outlook.runsOut)}`;
  if (alarm === "order or count" && outlook.mayRunOut) return t`may run out ${on(outlook.mayRunOut)}`;
  if (store.unbooked > 0) return t`count it: more was used`;
  if (alarm === "count" && outlook.lasts < SURE) return t`count it: ${String(Math.round(outlook.lasts * 100))} % that it lasts`;
  if (outlook.wanted === 0) return t`${amountOf(store, store.onHand)} lie there`;
  return `${amountOf(store, Math.max(0, staysOf(each)))} stay`;
}
const SURE = 0.8;
