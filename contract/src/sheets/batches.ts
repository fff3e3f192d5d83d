import { z } from "zod";
import { id } from "../common/envelope.ts";

/** Splits sheets for a need: the sheets leave the store and a batch of units stands on the bench. */
export const splitSheets = z.strictObject({
  batchId: id,
  needId: id,
  uses: z
    .array(z.strictObject({ storeId: id, sheets: z.int().min(1).max(10_000) }))
    .min(1)
    .max(20),
  units: z
    .array(z.strictObject({ id, number: z.int().min(1), colourwayId: id }))
    .min(1)
    .max(5000),
});
