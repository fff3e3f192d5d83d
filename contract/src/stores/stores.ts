import { z } from "zod";
import { id, name, unitsAboveZero, version } from "../common/envelope.ts";
import { hexField } from "../colour/paint.ts";

export const storeKinds = ["sheet", "card stock", "envelope", "other"] as const;
const quantity = z.int().min(0).max(1_000_000);

export const addStore = z
  .strictObject({
    id,
    kind: z.enum(storeKinds),
    name,
    width: unitsAboveZero.nullable(),
    height: unitsAboveZero.nullable(),
    onHand: quantity,
    pack: z.int().min(1).max(10_000),
    packCostMinor: z.int().min(0).max(100_000_000),
    leadDays: z.int().min(0).max(365),
    holdsMasking: z.boolean().default(false),
    hex: hexField.nullable().default(null).describe("colour of card stock"),
    metallic: z.boolean().default(false),
  })
  .refine((store) => (store.kind !== "sheet" && store.kind !== "card stock") || (store.width !== null && store.height !== null), {
    path: ["width"],
    message: "a width and a height for sheets and card stock",
  });
export const countStore = z.strictObject({ id, version, onHand: quantity });
/** What is known of a store beyond its count; what is left out stays. */
export const changeStore = z.strictObject({
  id,
  version,
  holdsMasking: z.boolean().optional().describe("a paper known to hold masking fluid, which then tears its surface"),
  hex: hexField.nullable().optional(),
  metallic: z.boolean().optional(),
});
export const buyStore = z.strictObject({ id, quantity: quantity.min(1) });

export interface StoreRead {
  readonly id: string;
  readonly version: number;
  readonly kind: (typeof storeKinds)[number];
  readonly name: string;
  readonly width: number | null;
  readonly height: number | null;
  readonly onHand: number;
  readonly pack: number;
  readonly packCostMinor: number;
  readonly leadDays: number;
  readonly holdsMasking: boolean;
  readonly hex: string | null;
  readonly metallic: boolean;
}
export interface StoresRead {
  readonly stores: readonly StoreRead[];
  readonly moves: readonly { readonly storeId: string; readonly quantity: number; readonly why: string; readonly at: string }[];
}
