import type { EventRead } from "./logbook.ts";

/** Where the page after an entry begins. It stands apart from the schemas, which no screen waits for. */
export const cursorAfter = ({ at, seq }: Pick<EventRead, "at" | "seq">): string => `${at}_${String(seq)}`;
