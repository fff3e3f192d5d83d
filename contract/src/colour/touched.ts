import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const colourTouched = {
  "add-paint": ["colour"],
  "change-paint": ["colour"],
  "shelve-paint": ["colour"],
  "mark-touches": ["designs"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
