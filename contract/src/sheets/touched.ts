import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const sheetsTouched = {
  "split-sheets": ["stores", "bench", "sheets", "costs"],
  "keep-offcut": ["sheets"],
  "drop-offcut": ["sheets"],
  "keep-split-plan": ["sheets"],
  "drop-split-plan": ["sheets"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
