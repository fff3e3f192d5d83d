import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const benchTouched = {
  "tell-bench": ["bench", "stores", "costs"],
  "tell-session": ["bench"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
