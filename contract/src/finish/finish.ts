import { z } from "zod";
import { grades } from "../bench/facts.ts";
import { id } from "../common/envelope.ts";

export const gradePanels = z.strictObject({
  batchId: id,
  grades: z
    .array(z.strictObject({ unitId: id, grade: z.enum(grades) }))
    .min(1)
    .max(5000),
});

/** Good panels become cards: bases, mats and envelopes leave the stores. What leaves is reckoned by the server; told, it must be the same. */
export const assembleCards = z.strictObject({
  needId: id,
  lines: z
    .array(z.strictObject({ lineId: id, quantity: z.int().min(1).max(10_000) }))
    .min(1)
    .max(50),
  uses: z
    .array(z.strictObject({ storeId: id, quantity: z.int().min(1).max(10_000) }))
    .max(20)
    .optional(),
});
