import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const designsTouched = {
  "add-series": ["designs"],
  "add-design": ["designs"],
  "change-stack": ["designs"],
  "change-route": ["designs"],
  "change-guides": ["designs"],
  "change-series": ["designs"],
  "change-traits": ["designs"],
  "change-words": ["designs"],
  "change-colourway": ["designs"],
  "add-colourway": ["designs"],
  "archive-design": ["designs"],
  "weigh-letter": ["designs"],
  "add-sentiment": ["designs"],
  "remove-sentiment": ["designs"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
