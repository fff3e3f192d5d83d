import type { CommandPayload, logbookCommands, NoteRead } from "@yule/contract";
import { and, asc, eq, inArray } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { missing } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { checkPicture } from "../shop/pictures.ts";
import type { HandlerResult, Handlers } from "./handler.ts";
import { checkRecording } from "./recordings.ts";
import { entryNote, event } from "./tables.ts";

async function subjectOf(writing: Writing, eventId: string): Promise<HandlerResult<"pin-note">["subject"] | null> {
  const [row] = await writing.tx
    .select({ kind: event.subjectKind, id: event.subjectId })
    .from(event)
    .where(and(eq(event.shopId, writing.shopId), eq(event.id, eventId)));
  return row ? [row.kind, row.id] : null;
}

async function pinNote(writing: Writing, note: CommandPayload<"pin-note">): Promise<HandlerResult<"pin-note">> {
  const subject = (await subjectOf(writing, note.eventId)) ?? missing("logbook entry", ["eventId"], note.eventId);
  if (note.pictureId !== null) await checkPicture(writing, note.pictureId, ["pictureId"]);
  if (note.recordingId !== null) await checkRecording(writing.tx, writing.shopId, note.recordingId, ["recordingId"]);
  await writing.insert("entryNote", { ...note, at: writing.at });
  return { subject, facts: { to: note.eventId, text: note.text, photo: note.pictureId !== null, voice: note.recordingId !== null } };
}

async function removeNote(writing: Writing, { id, version }: CommandPayload<"remove-note">): Promise<HandlerResult<"remove-note">> {
  const found = (await writing.find("entryNote", id)) ?? missing("note", ["id"], id);
  await writing.remove("entryNote", id, version);
  return { subject: (await subjectOf(writing, found.eventId)) ?? ["shop", writing.shopId], facts: { to: found.eventId, text: found.text } };
}

export const noteHandlers: Pick<Handlers<typeof logbookCommands>, "pin-note" | "remove-note"> = { "pin-note": pinNote, "remove-note": removeNote };

/** What is pinned to some entries, each in the order in which it was. */
export async function notesOf(tx: Transaction, eventIds: readonly string[]): Promise<ReadonlyMap<string, readonly NoteRead[]>> {
  if (eventIds.length === 0) return new Map();
  const rows = await tx
    .select()
    .from(entryNote)
    .where(inArray(entryNote.eventId, [...eventIds]))
    .orderBy(asc(entryNote.at), asc(entryNote.id));
  const notes = new Map<string, NoteRead[]>();
  for (const { shopId: _, eventId, at, ...note } of rows) notes.set(eventId, [...(notes.get(eventId) ?? []), { ...note, at: at.toISOString() }]);
  return notes;
}
