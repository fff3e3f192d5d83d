import type { Day } from "@yule/core";
import { z } from "zod";
import { id, version } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";
import { amount, price, priceAboveZero } from "./stores.ts";

/** What one panel takes at a stage, where the maker knows better than the tables: 0 for nothing, null for as much as is reckoned. */
const taking = z.strictObject({ stageId: id, storeId: id, amount: amount.nullable() });
export type TakingRead = z.output<typeof taking>;
export const setTakings = z.strictObject({ id, version, takings: z.array(taking).max(200) });

/** What the maker's time is worth and what is taken off a sale. */
export const setRates = z.strictObject({
  hourMinor: price.nullable().optional().describe("what an hour of her hands is worth; null while she has not said"),
  feeHundredths: z.int().min(0).max(5_000).optional().describe("of a sale's price, in hundredths of a per cent"),
  feeMinor: price.optional().describe("for each sale"),
});

export const outlayKinds = ["tool", "fair", "printing", "other"] as const;
/** Money that no single card took: a trimmer, a table at a fair. It is shared by the cards of its season. */
export const addOutlay = z.strictObject({ id, kind: z.enum(outlayKinds), title: text().trim().min(1).max(120), costMinor: priceAboveZero, on: dayField });
export const dropOutlay = z.strictObject({ id, version });

export interface OutlayRead extends z.output<typeof addOutlay> {
  readonly version: number;
}

/** What left the shelf for a need, of one kind of material; `spoilt` for panels that came to nothing. Value in minor units. */
export interface NeedMaterial {
  readonly needId: string;
  readonly kind: string;
  readonly spoilt: boolean;
  readonly valueMinor: number;
}
/** A batch of a need: its panels, those of them that came to nothing, on how many each stage was done, and what it took off the shelf, in minor units. */
export interface BatchMoney {
  readonly batchId: string;
  readonly needId: string;
  readonly begunAt: string;
  readonly panels: number;
  readonly spoilt: number;
  readonly stages: readonly { readonly stageId: string; readonly panels: number }[];
  readonly valueMinor: number;
}
/** Money of one week, from its Monday, in minor units: what was paid for lots, outlays and post, and what needs brought that went out. */
export interface WeekOfMoney {
  readonly from: Day;
  readonly lots: number;
  readonly outlays: number;
  readonly post: number;
  readonly income: number;
}
/** The open season's money: what left the shelf and for what, hands, post, outlays. */
export interface CostsRead {
  readonly materials: readonly NeedMaterial[];
  /** What left the shelf for no need: counted short, dried up, spoilt, given away. */
  readonly losses: readonly { readonly storeId: string; readonly reason: string; readonly valueMinor: number }[];
  readonly batches: readonly BatchMoney[];
  readonly posted: readonly { readonly needId: string; readonly costMinor: number }[];
  readonly outlays: readonly OutlayRead[];
  /** Weeks of the open season in which money came or went, in their order. */
  readonly weeks: readonly WeekOfMoney[];
}
