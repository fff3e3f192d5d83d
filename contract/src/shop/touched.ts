import { ALL_READS, type ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const shopTouched = {
  "set-shop": ALL_READS.filter((read) => read !== "plan"),
  "set-calendar-address": ["shop"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
