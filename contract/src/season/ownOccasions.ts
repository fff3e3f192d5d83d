import { z } from "zod";
import { id, name, version } from "../common/envelope.ts";

export const ownOccasionKinds = ["birthday", "anniversary", "wedding", "school", "other"] as const;
/** A day of her own. Without a year it comes back every year; 29 February is kept on the 28th in other years. */
export const addOwnOccasion = z
  .strictObject({
    id,
    title: name,
    kind: z.enum(ownOccasionKinds),
    year: z.int().min(1900).max(2199).nullable().default(null),
    since: z.int().min(1900).max(2199).nullable().default(null).describe("the year it first happened: of the birth, of the wedding"),
    month: z.int().min(1).max(12),
    date: z.int().min(1).max(31),
    householdId: id.nullable().default(null),
    weeksAhead: z.int().min(0).max(52).default(0).describe("how many weeks before it a listing must be up"),
  })
  .superRefine((occasion, context) => {
    const days = new Date(Date.UTC(occasion.year ?? 2028, occasion.month, 0)).getUTCDate();
    if (occasion.date > days) context.addIssue({ code: "custom", path: ["date"], message: `1 to ${String(days)} in that month` });
  });
/** Many at once, from a calendar: all of them or none. */
export const addOwnOccasions = z.strictObject({ occasions: z.array(addOwnOccasion).min(1).max(500) });
export const removeOwnOccasion = z.strictObject({ id, version });

export interface OwnOccasionRead extends z.output<typeof addOwnOccasion> {
  readonly version: number;
}
