import { written } from "@yule/core";
import { z } from "zod";
import type { EventTold } from "./events.ts";
import { id } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";
import type { CommandKind } from "../shop/command.ts";
import { benchCommands } from "../bench/commands.ts";
import { colourCommands } from "../colour/commands.ts";
import { designsCommands } from "../designs/commands.ts";
import { dispatchCommands } from "../dispatch/commands.ts";
import { logbookCommands } from "./commands.ts";
import type { NoteRead } from "./notes.ts";
import type { Role } from "../access/rights.ts";
import { finishCommands } from "../finish/commands.ts";
import { seasonCommands } from "../season/commands.ts";
import { sheetsCommands } from "../sheets/commands.ts";
import { shopCommands } from "../shop/commands.ts";
import { storesCommands } from "../stores/commands.ts";

/** What an entry is about, by the part of the work it belongs to. */
export const LOGBOOK_PARTS = {
  season: seasonCommands,
  designs: designsCommands,
  colour: colourCommands,
  stores: storesCommands,
  sheets: sheetsCommands,
  bench: benchCommands,
  finish: finishCommands,
  dispatch: dispatchCommands,
  shop: shopCommands,
  logbook: logbookCommands,
} as const;
export type LogbookPart = keyof typeof LOGBOOK_PARTS;
export const logbookParts = Object.keys(LOGBOOK_PARTS) as [LogbookPart, ...LogbookPart[]];
export const kindsOfPart = (part: LogbookPart): CommandKind[] => Object.keys(LOGBOOK_PARTS[part]) as CommandKind[];

/** Things that have a story of their own. */
export const storied = ["need", "design", "batch", "store", "household", "sheet", "offcut"] as const;
export type Storied = (typeof storied)[number];

const CURSOR = /^(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z)_(\d{1,15})$/;

/** Which page of the logbook: what happened before an entry, with words in it, in one part of the work, between two days, or to one thing. */
export const logbookQuery = z
  .object({
    before: text()
      .regex(CURSOR, { message: written`where another page ends` })
      .transform((told) => {
        const [, at = "", seq = ""] = CURSOR.exec(told) ?? [];
        return { at, seq: Number(seq) };
      })
      .optional(),
    find: text().max(100).optional(),
    part: z.enum(logbookParts).optional(),
    from: dayField.optional(),
    until: dayField.optional(),
    kind: z.enum(storied).optional(),
    of: id.optional(),
    who: text().max(120).optional().describe("the device by its name; empty where the shop runs"),
    most: z.coerce.number().int().min(1).max(200).default(60),
  })
  .refine(({ from, until }) => from === undefined || until === undefined || from <= until, { path: ["until"], message: written`a day not before the first` })
  .refine(({ kind, of }) => (kind === undefined) === (of === undefined), { path: ["of"], message: written`a kind and an id of one thing` });
export type LogbookQuery = z.output<typeof logbookQuery>;

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
  /** Who told it; null in entries of before that was kept. */
  readonly by: ToldBy | null;
  /** What is pinned to it. */
  readonly notes: readonly NoteRead[];
}
/** By which device something was told, "" where the shop runs, and as whom. */
export interface ToldBy {
  readonly device: string;
  readonly role: Role;
}
export interface LogbookRead {
  /** Latest first, by the moment at which it happened. */
  readonly events: readonly EventRead[];
  /** What the thing is called whose story was asked for; null where there is no such thing any more. */
  readonly name?: string | null;
}
