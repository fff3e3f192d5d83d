import { z } from "zod";
import { idText, minutesField, seedField, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

const stage = z.strictObject({
  id: idText,
  hands: minutesField.describe("minutes of hands"),
  setup: minutesField.default(0),
  dry: minutesField.default(0),
  within: minutesField.nullable().default(null).describe("minutes after being dry by which the hands must start"),
});

const batch = z.strictObject({
  id: idText,
  palette: text().max(200).default(""),
  units: z.int().min(0).max(5000),
  stages: z.array(stage).min(1).max(200).superRefine(uniqueIds("the batch's stages")),
});

/** Input of `calc run`, times in minutes. */
export const runIn = z.strictObject({
  batches: z.array(batch).min(1).max(500).superRefine(uniqueIds("batches")),
  changeover: minutesField.default(0),
  drying: z.int().min(0).max(1_000_000).nullable().default(null).describe("drying places; null for unlimited"),
  windows: z
    .array(z.tuple([minutesField, minutesField]))
    .max(20_000)
    .nullable()
    .default([])
    .transform((windows) => windows ?? []),
  seed: seedField.default(1),
});

/** Output of `calc run`. */
export const runOut = z.object({
  makespan: z.number(),
  bound: z.number(),
  moves: z.array(z.object({ batch: text(), unit: z.int(), stage: text(), start: z.number(), end: z.number() })),
});
