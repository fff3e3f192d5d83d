import { money, phrase, written } from "@yule/core";
import { z } from "zod";
import { id, name } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";

const minor = z.int().min(0).max(100_000_000);

/** An order of several designs as one thing: who gets it, by when, for how much in all. Told again it is changed. */
export const setOrder = z
  .strictObject({
    id,
    title: name,
    needIds: z.array(id).min(1).max(100),
    householdId: id.nullable().default(null).describe("who gets it, from the books"),
    due: dayField.nullable().default(null).describe("one day for all of it; null leaves each its own"),
    priceMinor: minor.nullable().default(null),
    depositMinor: minor.nullable().default(null).describe("asked for before painting begins"),
  })
  .superRefine(({ priceMinor, depositMinor }, context) => {
    if (depositMinor !== null && depositMinor > (priceMinor ?? Infinity))
      context.addIssue({
        code: "custom",
        path: ["depositMinor"],
        message: written`at most the price`,
        params: { allowed: phrase`at most the price, ${{ money: money(priceMinor ?? 0) }}` },
      });
  });

/** What the customer paid, or was given back. */
export const payOrder = z.strictObject({
  id,
  orderId: id,
  minor: z
    .int()
    .min(-100_000_000)
    .max(100_000_000)
    .refine((paid) => paid !== 0, { message: written`an amount, less than nothing for what was given back` }),
  on: dayField,
});

export interface OrderRead {
  readonly id: string;
  readonly householdId: string | null;
  readonly priceMinor: number | null;
  readonly depositMinor: number | null;
  readonly payments: readonly { readonly id: string; readonly minor: number; readonly on: string }[];
}
