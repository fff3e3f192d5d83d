import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const finishTouched = {
  "grade-panels": ["bench", "costs"],
  "assemble-cards": ["season", "stores", "costs"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
