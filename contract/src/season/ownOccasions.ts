import { phrase } from "@yule/core";
import { z } from "zod";
import { id, name, version } from "../common/envelope.ts";

export const ownOccasionKinds = ["birthday", "anniversary", "wedding", "school", "other"] as const;
/** Refuses a date that its month does not have; without a year 29 February is one. */
export function checkDateOfMonth({ month, date, year = null }: { readonly month: number; readonly date: number; readonly year?: number | null }, context: z.RefinementCtx): void {
  const days = new Date(Date.UTC(year ?? 2028, month, 0)).getUTCDate();
  if (date > days) context.addIssue({ code: "custom", path: ["date"], message: `1 to ${String(days)} in that month`, params: { allowed: phrase`1 to ${days} in that month` } });
}

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
  .superRefine(checkDateOfMonth);
/** Many at once, from a calendar: all of them or none. */
export const addOwnOccasions = z.strictObject({ occasions: z.array(addOwnOccasion).min(1).max(500) });
export const removeOwnOccasion = z.strictObject({ id, version });

export interface OwnOccasionRead extends z.output<typeof addOwnOccasion> {
  readonly version: number;
}
