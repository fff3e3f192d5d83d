import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const finishTouched = {
  "grade-panels": ["bench", "costs", "finish"],
  "plan-rescue": ["bench", "finish"],
  "tell-rescue": ["finish"],
  "give-panels": ["bench", "costs"],
  "tell-making": ["finish"],
  "assemble-cards": ["season", "stores", "costs", "finish"],
  "add-box": ["finish"],
  "change-box": ["finish"],
  "put-in-box": ["season", "finish"],
  "count-cards": ["season", "finish"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
