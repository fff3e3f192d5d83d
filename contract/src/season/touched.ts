import type { ReadName } from "../common/reads.ts";

/** The reads that each command makes stale. */
export const seasonTouched = {
  // Of the stash the bench shows what designs are asked for.
  "add-need": ["season", "dispatch", "orders", "bench"],
  "change-need": ["season", "bench"],
  "remove-need": ["season", "dispatch", "orders", "bench"],
  "add-needs": ["season", "dispatch", "orders", "bench"],
  "serve-need": ["season", "bench", "finish"],
  "tell-outcome": ["season", "finish"],
  "prepare-season": ["season"],
  "change-season": ["season"],
  // What is open is what the other reads lean on.
  "close-season": ["season", "dispatch", "bench", "designs", "sheets", "orders"],
  "open-season": ["season", "dispatch", "bench", "designs", "sheets", "orders"],
  "note-lesson": ["season"],
  "answer-lesson": ["season"],
  "remove-lesson": ["season"],
  "set-sessions": ["season"],
  "add-session-change": ["season"],
  "add-session-changes": ["season"],
  "remove-session-change": ["season"],
  "pin-session": ["season"],
  "unpin-session": ["season"],
  "add-own-occasion": ["season"],
  "add-own-occasions": ["season"],
  "remove-own-occasion": ["season"],
} as const satisfies Readonly<Record<string, readonly ReadName[]>>;
