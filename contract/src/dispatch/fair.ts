import type { Bring, FairJob } from "@yule/core";
import { z } from "zod";
import { idText, seedField, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

const count = z.int().min(0).max(100_000);
const money = z.int().min(0).max(1_000_000_000);
const positive = z.number().gt(0).max(1e6);

/** Input of `calc fair`, money in minor units. */
export const fairIn = z.strictObject({
  designs: z
    .array(
      z.strictObject({
        id: idText,
        price: money,
        cost: money,
        salvage: money.default(0).describe("what a card is worth that is left"),
        sold: z
          .array(
            z.strictObject({ brought: count, sold: count }).superRefine(({ brought, sold }, context) => {
              if (sold > brought) context.addIssue({ code: "custom", path: ["sold"], message: `at most ${String(brought)}, as many as were brought` });
            }),
          )
          .max(1_000)
          .default([]),
      }),
    )
    .max(500)
    .superRefine(uniqueIds("designs")),
  most: z.int().min(0).max(100_000).nullable().default(null).describe("cards in all; null for no limit"),
  prior: z.tuple([positive.describe("shape"), positive.describe("rate")]).describe("of the Gamma distribution of demand at a fair"),
  seed: seedField.default(1),
});

/** Output of `calc fair`. */
export const fairOut = z.object({
  designs: z.array(z.object({ id: text(), bring: z.int(), sold: z.number(), sellOut: z.number(), profit: z.number() })),
  profit: z.number(),
});

export const fairOutOf = ({ designs }: FairJob, brought: readonly Bring[]): z.input<typeof fairOut> => ({
  designs: designs.flatMap(({ id }, index) => {
    const of = brought[index];
    return of ? [{ id, ...of }] : [];
  }),
  profit: brought.reduce((sum, { profit }) => sum + profit, 0),
});
