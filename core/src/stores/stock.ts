import type { Day } from "../measure/day.ts";

/** Something on the shelf and what the coming needs will take of it, in its own unit. */
export interface StockLine {
  readonly id: string;
  readonly onHand: number;
  /** What each need will take, with the day on which it is first needed. */
  readonly uses: readonly { readonly need: string; readonly quantity: number; readonly on: Day }[];
  readonly pack: number;
}

export interface StockOutlook {
  readonly id: string;
  readonly wanted: number;
  /** What is missing for all needs together; 0 when enough. */
  readonly missing: number;
  /** The day on which it runs out and for which need, or null. */
  readonly runsOut: { readonly on: Day; readonly need: string } | null;
  /** Every need that would be left short. */
  readonly short: readonly string[];
  /** Packs to buy. */
  readonly packs: number;
}

/** Takes the uses in the order of their days from what is there. */
export function stockOutlook(line: StockLine): StockOutlook {
  const uses = [...line.uses].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  let left = line.onHand;
  let runsOut: StockOutlook["runsOut"] = null;
  const short: string[] = [];
  for (const use of uses) {
    left -= use.quantity;
    if (left < 0) short.push(use.need);
    if (left < 0 && !runsOut) runsOut = { on: use.on, need: use.need };
  }
  const missing = Math.max(0, -left);
  return { id: line.id, wanted: line.onHand - left, missing, runsOut, short, packs: Math.ceil(missing / Math.max(1, line.pack)) };
}
