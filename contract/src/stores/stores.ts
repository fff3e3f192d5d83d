import { measureOf, mostAmount, STORE_KINDS, type Form, type StoreKind, written } from "@yule/core";
import { z } from "zod";
import { id, name, unitsAboveZero, version } from "../common/envelope.ts";
import { text } from "../common/text.ts";
import { hexField } from "../colour/paint.ts";
import type { LotRead } from "./lots.ts";
import type { OfferRead, SupplierRead, ToBuyRead } from "./suppliers.ts";

export const storeKinds = STORE_KINDS;
export const surfaces = ["rough", "medium", "smooth"] as const;
/** The side of a sheet along which its fibres run. */
export const grainSides = ["width", "height"] as const;

/** An amount in whole units of its material: pieces, microlitres, millimetres, milligrams, thousandths of a pen. */
export const amount = z.int().min(0).max(2_000_000_000);
export const amountAboveZero = z.int().min(1).max(2_000_000_000);
export const price = z.int().min(0).max(100_000_000).describe("minor units");
export const priceAboveZero = z.int().min(1).max(100_000_000);
const leadDays = z.int().min(0).max(365);
/** What stands on a label, told once in a shop. */
export const code = text().trim().min(1).max(40);

/** What a maker tells of a material beyond its count. */
const facts = {
  name,
  width: unitsAboveZero.nullable(),
  height: unitsAboveZero.nullable(),
  pack: amountAboveZero.describe("what one pack, pad, roll, tube or bottle holds"),
  packCostMinor: price,
  leadDays,
  holdsMasking: z.boolean().default(false).describe("a paper known to hold masking fluid, which then tears its surface"),
  hex: hexField.nullable().default(null).describe("colour of card stock"),
  metallic: z.boolean().default(false),
  place: text().trim().max(60).default("").describe("where it lies"),
  position: z.int().min(0).max(100_000).default(0).describe("its turn on the walk along the shelf"),
  code: code.nullable().default(null),
  gsm: z.int().min(10).max(2_000).nullable().default(null),
  surface: z.enum(surfaces).nullable().default(null),
  deckle: z.boolean().default(false),
  grain: z.enum(grainSides).nullable().default(null),
  thickness: unitsAboveZero.nullable().default(null).describe("of foam tape"),
  valueMinor: priceAboveZero.nullable().default(null).describe("what a postage stamp is worth"),
  keepsDays: z.int().min(1).max(3_650).nullable().default(null).describe("days that it keeps once it is open"),
  pictureId: id.nullable().default(null),
};

const pieces = (kind: StoreKind, given: number): boolean => given <= mostAmount(measureOf(kind));

export const addStore = z
  .strictObject({ id, kind: z.enum(storeKinds), onHand: amount, ...facts })
  .refine((store) => (store.kind !== "sheet" && store.kind !== "card stock") || (store.width !== null && store.height !== null), {
    path: ["width"],
    message: written`a width and a height for sheets and card stock`,
  })
  .refine((store) => pieces(store.kind, store.onHand), { path: ["onHand"], message: written`at most 2,000,000 pieces` })
  .refine((store) => store.kind !== "paint", { path: ["kind"], message: written`any but a paint: that is put on the paint shelf, with its pigments` });

/** What is known of a store beyond its count; what is left out stays. One that is put away is offered for nothing more, and nothing may lie there. */
export const changeStore = z.strictObject({
  id,
  version,
  name: facts.name.optional(),
  pack: facts.pack.optional(),
  packCostMinor: facts.packCostMinor.optional(),
  leadDays: leadDays.optional(),
  holdsMasking: z.boolean().optional(),
  hex: hexField.nullable().optional(),
  metallic: z.boolean().optional(),
  place: text().trim().max(60).optional(),
  position: z.int().min(0).max(100_000).optional(),
  code: code.nullable().optional(),
  gsm: z.int().min(10).max(2_000).nullable().optional(),
  surface: z.enum(surfaces).nullable().optional(),
  deckle: z.boolean().optional(),
  grain: z.enum(grainSides).nullable().optional(),
  thickness: unitsAboveZero.nullable().optional(),
  valueMinor: priceAboveZero.nullable().optional(),
  keepsDays: z.int().min(1).max(3_650).nullable().optional(),
  pictureId: id.nullable().optional(),
  archived: z.boolean().optional(),
});

export interface StoreRead extends z.output<typeof addStore> {
  readonly version: number;
  readonly archived: boolean;
  /** Of a paint: how it comes, and one part of it beside one from a pan; null for all else. */
  readonly form: Form | null;
  readonly strength: number | null;
  /** What taps took beyond what was there: a count is asked for. */
  readonly unbooked: number;
  /** What counts have taught of how much goes. */
  readonly counts: number;
  readonly logSum: number;
  readonly logSquares: number;
}
export interface StoresRead {
  readonly stores: readonly StoreRead[];
  /** Lots of which something is left, in the order they are used up. */
  readonly lots: readonly LotRead[];
  readonly suppliers: readonly SupplierRead[];
  readonly offers: readonly OfferRead[];
  /** What is to be bought, until it is there. */
  readonly toBuy: readonly ToBuyRead[];
  readonly moves: readonly MoveRead[];
}

/** Why something came or went. */
export const moveReasons = ["first count", "received", "taken", "counted", "spoilt", "given away", "dried up", "learned anew", "older"] as const;
export type MoveReason = (typeof moveReasons)[number];
export interface MoveRead {
  readonly storeId: string;
  readonly lotId: string | null;
  readonly quantity: number;
  readonly reason: MoveReason;
  /** What it was taken for, by name; of older moves all that is known. */
  readonly why: string;
  readonly at: string;
}
