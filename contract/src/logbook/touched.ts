import type { ReadName } from "../common/reads.ts";

/** Whatever is believed. */
const BELIEVED = ["bench", "finish", "fairs", "stores", "dispatch"] as const;

/** The reads that each command makes stale. */
export const logbookTouched = {
  "pin-note": [],
  "remove-note": [],
  "leave-out": ["bench", "finish", "fairs"],
  "learn-anew": BELIEVED,
  "count-again": BELIEVED,
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
