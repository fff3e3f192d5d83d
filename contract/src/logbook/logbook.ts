import { z } from "zod";
import type { EventTold } from "./events.ts";
import { text } from "../common/text.ts";

/** Which page of the logbook: what happened before a number, with a word in it. */
export const logbookQuery = z.object({
  before: z.coerce.number().int().min(1).optional(),
  find: text().max(100).optional(),
  most: z.coerce.number().int().min(1).max(200).default(60),
});

export interface EventRead {
  readonly seq: number;
  readonly id: string;
  readonly at: string;
  readonly kind: string;
  readonly subjectKind: string;
  readonly subjectId: string;
  /** What happened, as values; `eventPhrase` makes the sentence. */
  readonly happened: EventTold;
  readonly undoneBy: string | null;
  readonly undoable: boolean;
}
export interface LogbookRead {
  readonly events: readonly EventRead[];
}
