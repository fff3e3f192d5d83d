import { written } from "@yule/core";
import { z } from "zod";
import { id, version } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";
import { amount, amountAboveZero, code, price } from "./stores.ts";

/**
 * A count: what lies there, at the moment it is told of. What came and went since then, from other devices, stays come and gone. `version` is read no
 * more: counts never conflict, the one of the later moment stands.
 */
export const countStore = z.strictObject({ id, version: version.optional(), onHand: amount });

/** Whole packs at the shelf's own price: a lot like any other. */
export const buyStore = z.strictObject({ id, quantity: amountAboveZero });

/** In another currency than the shop's: what was paid, and what one of its own units was worth in the shop's, in millionths. */
const paid = z.strictObject({
  currency: text().regex(/^[A-Z]{3}$/, { message: written`three capital letters such as EUR` }),
  minor: price,
  rateMillionths: z.int().min(1).max(1_000_000_000_000),
});

/** A lot that has come, with what it cost in all. */
export const receiveLot = z.strictObject({
  id,
  storeId: id,
  quantity: amountAboveZero,
  costMinor: price,
  supplierId: id.nullable().default(null),
  receivedOn: dayField,
  code: code.nullable().default(null),
  goodUntil: dayField.nullable().default(null),
  paid: paid.nullable().default(null),
  toBuyId: id.nullable().default(null).describe("the line of the list that it was bought by"),
});
/** A lot that is opened is used up first; null where it was not opened after all. */
export const openLot = z.strictObject({ id, version, openedOn: dayField.nullable() });

export const leavingReasons = ["taken", "spoilt", "given away", "dried up"] as const;
/** Something leaves the shelf otherwise than by a stage or by cards that are made. */
export const takeStore = z.strictObject({ id, quantity: amountAboveZero, reason: z.enum(leavingReasons), needId: id.nullable().default(null) });

/** What the scale says of a material that was laid on it. */
export const scaleQuery = z.strictObject({ store: id, empty: z.coerce.number().min(0).max(100_000).default(0).describe("grams of what it stands in") });
export interface ScaleRead {
  readonly grams: number;
  /** What it tells apart, grams. */
  readonly step: number;
  readonly by: string;
  readonly simulated: boolean;
}

export interface LotRead {
  readonly id: string;
  readonly version: number;
  readonly storeId: string;
  readonly code: string | null;
  readonly supplierId: string | null;
  readonly quantity: number;
  readonly costMinor: number;
  readonly left: number;
  readonly valueLeft: number;
  readonly receivedOn: string;
  readonly openedOn: string | null;
  readonly goodUntil: string | null;
}
