import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const storesTouched = {
  "add-store": ["stores"],
  "change-store": ["stores"],
  "count-store": ["stores", "costs"],
  "buy-store": ["stores"],
  "receive-lot": ["stores"],
  "open-lot": ["stores"],
  "take-store": ["stores", "costs"],
  "add-supplier": ["stores"],
  "change-supplier": ["stores"],
  "add-offer": ["stores"],
  "change-offer": ["stores"],
  "drop-offer": ["stores"],
  "list-to-buy": ["stores"],
  "mark-to-buy": ["stores"],
  "set-takings": ["designs"],
  "set-rates": ["shop"],
  "add-outlay": ["costs"],
  "drop-outlay": ["costs"],
  "import-stores": ["stores", "costs"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
