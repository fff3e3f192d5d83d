import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const colourTouched = {
  "add-paint": ["colour", "stores"],
  "change-paint": ["colour", "stores"],
  "shelve-paint": ["colour", "stores"],
  "mark-touches": ["designs"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
