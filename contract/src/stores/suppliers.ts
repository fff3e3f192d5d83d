import { z } from "zod";
import { id, name, version } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";
import { amountAboveZero, price, priceAboveZero } from "./stores.ts";

const supplier = {
  name,
  postMinor: price.default(0),
  freeFromMinor: price.nullable().default(null).describe("goods from which post is free; null for never"),
  leastMinor: price.default(0).describe("goods below which no order is taken"),
  leadDays: z.int().min(0).max(365).describe("days from the order until it is there"),
};
export const addSupplier = z.strictObject({ id, ...supplier });
export const changeSupplier = z.strictObject({ id, version, archived: z.boolean().default(false), ...supplier });

const packs = z.int().min(1).max(10_000);
const offer = {
  pack: amountAboveZero.describe("what one pack holds"),
  packName: text().trim().max(40).default("").describe("pad, roll, tube ... as the supplier calls it"),
  priceMinor: priceAboveZero,
  atLeast: packs.default(1).describe("none, or so many packs at least"),
};
export const addOffer = z.strictObject({ id, storeId: id, supplierId: id, ...offer });
export const changeOffer = z.strictObject({ id, version, ...offer });
export const dropOffer = z.strictObject({ id, version });

const toBuyLine = z.strictObject({
  id,
  storeId: id,
  supplierId: id.nullable(),
  packs,
  quantity: amountAboveZero.describe("what all packs hold together"),
  costMinor: price.describe("of all packs together"),
  orderBy: dayField.nullable(),
});
/** What is to be bought, by supplier; what stood there of these materials and is not ordered yet makes way. */
export const listToBuy = z.strictObject({
  lines: z.array(toBuyLine).min(1).max(500),
});
export const toBuyStates = ["listed", "in the basket", "ordered", "received", "dropped"] as const;
export const markToBuy = z.strictObject({
  ids: z.array(id).min(1).max(500),
  state: z.enum(toBuyStates).exclude(["received"]),
});

export interface SupplierRead extends z.output<typeof addSupplier> {
  readonly version: number;
  readonly archived: boolean;
  /** Days that the last orders took, newest first. */
  readonly took: readonly number[];
}
export interface OfferRead extends z.output<typeof addOffer> {
  readonly version: number;
}
export interface ToBuyRead extends z.output<typeof toBuyLine> {
  readonly version: number;
  readonly state: (typeof toBuyStates)[number];
  readonly orderedOn: string | null;
}
