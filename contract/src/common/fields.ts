import { phrase, isDay, mm, money, type Day, type Length, type Money, written } from "@yule/core";
import { z } from "zod";
import { text } from "./text.ts";

/** Longest side that is read, 100 m, and most of anything that is counted. */
const LONGEST_MM = 100_000;
export const MOST_PIECES = 1_000_000;

/** Millimetres at the command line, snapped to the nearest 1/320 mm. */
export const mmField = z.number().min(0).max(LONGEST_MM);
export const mmAboveZero = z
  .number()
  .gt(0)
  .max(LONGEST_MM)
  .refine((value) => value <= 0 || mm(value) > 0, { message: written`at least 0.002 mm` });
export const toLength = (value: number): Length => mm(value);

export const moneyField = z
  .int()
  .min(0)
  .max(1_000_000_000)
  .transform((value): Money => money(value));
/** Minutes at the command line. Ten years: longer times are slips of the hand. */
export const MOST_MINUTES = 5_256_000;
export const minutesField = z.number().min(0).max(MOST_MINUTES);
export const countField = z.int().min(1).max(MOST_PIECES);
export const dayField = text()
  .refine(isDay, { message: "a day such as 2031-11-08", params: { allowed: phrase`a day such as ${{ day: "2031-11-08" as Day }}` } })
  .transform((text): Day => text as Day);
export const idText = text().min(1).max(200);
export const seedField = z.int().min(0).max(4_294_967_295);

/** Refuses an id that stands twice, at the second place. */
export function uniqueIds(list: string): (items: readonly { id: string }[], context: z.RefinementCtx) => void {
  return (items, context) => {
    const seen = new Set<string>();
    items.forEach((item, index) => {
      if (seen.has(item.id)) context.addIssue({ code: "custom", path: [index, "id"], message: `an id that no other of ${list} has` });
      seen.add(item.id);
    });
  };
}
