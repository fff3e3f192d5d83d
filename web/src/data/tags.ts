import type { CommandKind } from "@yule/contract";

/** What a read is called, so that a command can say which reads it makes stale. */
export const ALL_TAGS = ["shop", "season", "designs", "stores", "colour", "sheets", "bench", "dispatch", "logbook", "orders"] as const;
export type Tag = (typeof ALL_TAGS)[number];

const TOUCHED: Readonly<Record<CommandKind, readonly Tag[]>> = {
  "set-shop": ALL_TAGS,
  "add-need": ["season", "dispatch", "orders"],
  "change-need": ["season"],
  "remove-need": ["season", "dispatch", "orders", "bench"],
  "add-needs": ["season", "dispatch", "orders"],
  "serve-need": ["season", "bench"],
  "tell-outcome": ["season"],
  "note-lesson": ["season"],
  "remove-lesson": ["season"],
  "set-sessions": ["season"],
  "add-session-change": ["season"],
  "add-session-changes": ["season"],
  "remove-session-change": ["season"],
  "add-own-occasion": ["season"],
  "add-own-occasions": ["season"],
  "remove-own-occasion": ["season"],
  "set-calendar-address": ["shop"],
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
  "add-sentiment": ["designs"],
  "remove-sentiment": ["designs"],
  "add-paint": ["colour"],
  "change-paint": ["colour"],
  "shelve-paint": ["colour"],
  "mark-touches": ["designs"],
  "add-store": ["stores"],
  "count-store": ["stores"],
  "buy-store": ["stores"],
  "change-store": ["stores"],
  "split-sheets": ["stores", "bench", "sheets"],
  "keep-offcut": ["sheets"],
  "drop-offcut": ["sheets"],
  "keep-split-plan": ["sheets"],
  "drop-split-plan": ["sheets"],
  "tell-bench": ["bench"],
  "tell-session": ["bench"],
  "grade-panels": ["bench"],
  "assemble-cards": ["season", "stores"],
  "add-household": ["dispatch"],
  "change-household": ["dispatch"],
  "post-need": ["season", "dispatch"],
  undo: ALL_TAGS,
};

/** The reads that a command makes stale. A kind this version does not know touches everything. */
export function tagsTouchedBy(kind: string): Tag[] {
  const touched = (TOUCHED as Partial<Record<string, readonly Tag[]>>)[kind] ?? ALL_TAGS;
  return [...new Set<Tag>([...touched, "logbook"])];
}
