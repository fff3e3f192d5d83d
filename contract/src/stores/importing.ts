import { written } from "@yule/core";
import { z } from "zod";
import { id } from "../common/envelope.ts";
import { amount, addStore } from "./stores.ts";
import { addOffer, addSupplier } from "./suppliers.ts";

/** A stock or price list from elsewhere: all of it or none. */
export const importStores = z
  .strictObject({
    stores: z.array(addStore).max(2_000),
    suppliers: z.array(addSupplier).max(100),
    offers: z.array(addOffer).max(4_000),
    counts: z.array(z.strictObject({ id, onHand: amount })).max(2_000),
  })
  .refine(({ stores, suppliers, offers, counts }) => stores.length + suppliers.length + offers.length + counts.length > 0, {
    path: ["stores"],
    message: written`at least one row`,
  });
