import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const storesTouched = {
  "add-store": ["stores"],
  "count-store": ["stores"],
  "buy-store": ["stores"],
  "change-store": ["stores"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
