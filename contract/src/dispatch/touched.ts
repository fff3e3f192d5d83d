import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const dispatchTouched = {
  "add-household": ["dispatch"],
  "add-households": ["dispatch"],
  "change-household": ["dispatch"],
  "post-need": ["season", "dispatch", "costs"],
  "bind-needs": ["dispatch"],
  "allot-cards": ["season", "dispatch"],
  "post-letters": ["season", "dispatch", "costs", "stores"],
  "tell-letters": ["dispatch"],
  "tell-written": ["dispatch"],
  "tell-had": ["dispatch"],
  "tell-sent": ["dispatch"],
  "add-person": ["dispatch", "season"],
  "drop-person": ["dispatch", "season"],
  "tell-died": ["dispatch", "season"],
  "add-address": ["dispatch"],
  "drop-address": ["dispatch"],
  "tell-household": ["dispatch"],
  "merge-households": ["dispatch", "season"],
  "erase-household": ["dispatch", "season", "logbook"],
  "set-fair": ["dispatch", "fairs"],
  "bring-to-fair": ["fairs"],
  "ring-up": ["fairs"],
  "close-fair": ["season", "dispatch", "fairs", "costs", "finish"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
