import type { Franking, FrankingJob } from "@yule/core";
import { z } from "zod";
import { idText, seedField, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

const money = z.int().min(0).max(1_000_000);
const limit = z.int().min(0).max(100_000).nullable();

/** Input of `calc postage`, money in minor units. */
export const postageIn = z.strictObject({
  stamps: z.array(z.strictObject({ value: z.int().min(1).max(1_000_000), count: limit.default(null).describe("null for as many as wanted") })).max(100),
  letters: z
    .array(z.strictObject({ id: idText, postage: money, most: limit.default(null).describe("stamps that it has room for; null for no limit") }))
    .max(2_000)
    .superRefine(uniqueIds("letters")),
  seed: seedField.default(1),
});

/** Output of `calc postage`. */
export const postageOut = z.object({
  letters: z.array(z.object({ id: text(), stamps: z.array(z.int()), over: z.int() })),
  unfranked: z.array(text()),
  over: z.int(),
  used: z.int(),
  proven: z.boolean(),
});

export function postageOutOf({ letters }: FrankingJob, franking: Franking): z.input<typeof postageOut> {
  return {
    letters: letters.flatMap(({ id, postage }, index) => {
      const stamps = franking.letters[index] ?? null;
      return stamps === null ? [] : [{ id, stamps: [...stamps], over: stamps.reduce((sum, value) => sum + value, 0) - postage }];
    }),
    unfranked: letters.flatMap(({ id }, index) => ((franking.letters[index] ?? null) === null ? [id] : [])),
    over: franking.over,
    used: franking.used,
    proven: franking.proven,
  };
}
