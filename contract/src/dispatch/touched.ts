import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const dispatchTouched = {
  "add-household": ["dispatch"],
  "change-household": ["dispatch"],
  "post-need": ["season", "dispatch", "costs"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
