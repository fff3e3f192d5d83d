import { and, eq, inArray, or, sql, type SQL } from "drizzle-orm";
import type { Change } from "../db/change.ts";
import type { Transaction } from "../db/pool.ts";
import { removePictures } from "../shop/pictures.ts";
import { removeRecordings } from "./recordings.ts";
import { entryNote, event } from "./tables.ts";

/** What stands in the logbook instead of a name. */
export const SOMEBODY = "a household";
/** Shorter words stand in many sentences that are of somebody else. */
export const SHORTEST_NAME = 3;

/** Who is taken out: rows of them, their names and addresses, and short names of theirs that others have too. */
interface Erased {
  readonly ids: readonly string[];
  /** Taken out wherever they stand. */
  readonly words: readonly string[];
  /** Taken out where one of the rows is named beside them. */
  readonly shared: readonly string[];
  /** Whether a row that was written is of them. */
  readonly isOf: (change: Change) => boolean;
}

/** Takes somebody out of the whole logbook: rows that were written of them, what was told, and their names in its sentences. */
export async function eraseFromLog(tx: Transaction, { ids, words, shared, isOf }: Erased): Promise<void> {
  const known = words.filter((word) => word.length >= SHORTEST_NAME);
  const rows = await tx
    .select()
    .from(event)
    .where(or(inArray(event.subjectId, [...ids]), ...[...ids, ...known].map(anywhere)));
  const theirs: string[] = [];
  for (const row of rows) {
    const isTheirs = ids.includes(row.subjectId) || ids.some((id) => JSON.stringify([row.payload, row.changes]).includes(id));
    const names = isTheirs ? [...known, ...shared] : known;
    if (isTheirs) theirs.push(row.id);
    const subject = ids.includes(row.subjectId) ? { subjectKind: "shop", subjectId: row.shopId } : {};
    await tx
      .update(event)
      .set({
        ...subject,
        payload: {},
        // What else they wrote may be taken back, and must not bring a name again.
        changes: without(
          row.changes.filter((change) => !isOf(change)),
          names,
        ),
        facts: without(row.facts, names),
        summary: without(row.summary, names),
      })
      .where(eq(event.id, row.id));
  }
  // After the entries: one that pins a note may be among them, and would be written again as it was read.
  await eraseNotes(tx, theirs, known);
}

/** What the logbook says of notes: that they were pinned, taken away, or either undone. */
const OF_NOTES = sql`(${event.kind} in ('pin-note', 'remove-note') or (${event.kind} = 'undo' and ${event.facts} #>> '{of,kind}' in ('pin-note', 'remove-note')))`;
const NOTHING_NOTED = JSON.stringify({ text: "", photo: false, voice: false });

/**
 * What was pinned to entries of theirs goes whole, with its photos and voice notes, and with what the logbook says of it: nobody can tell what of it is theirs. In
 * notes of other entries their names are written over.
 */
async function eraseNotes(tx: Transaction, theirs: readonly string[], words: readonly string[]): Promise<void> {
  if (theirs.length > 0) {
    const gone = await tx
      .delete(entryNote)
      .where(inArray(entryNote.eventId, [...theirs]))
      .returning();
    const idsOf = (of: "pictureId" | "recordingId"): string[] => gone.flatMap((note) => note[of] ?? []);
    await removePictures(tx, idsOf("pictureId"));
    await removeRecordings(tx, idsOf("recordingId"));
    await tx
      .update(event)
      .set({
        payload: {},
        changes: [],
        facts: sql`case when ${event.kind} = 'undo' then jsonb_set(${event.facts}, '{of,facts}', ${NOTHING_NOTED}::jsonb) else ${NOTHING_NOTED}::jsonb end`,
        summary: "",
      })
      .where(and(OF_NOTES, inArray(sql`coalesce(${event.facts} ->> 'to', ${event.facts} #>> '{of,facts,to}')`, [...theirs])));
  }
  for (const word of words)
    await tx
      .update(entryNote)
      .set({ text: sql`replace(${entryNote.text}, ${word}, ${SOMEBODY})` })
      .where(sql`position(${word} in ${entryNote.text}) > 0`);
}

const anywhere = (text: string): SQL => sql`position(${text} in ${event.payload}::text || ${event.changes}::text || coalesce(${event.facts}::text, '') || ${event.summary}) > 0`;

/** A value with the names in it written over. */
function without<T>(value: T, names: readonly string[]): T {
  if (typeof value === "string") return names.reduce<string>((text, name) => text.split(name).join(SOMEBODY), value) as T;
  if (Array.isArray(value)) return value.map((each: unknown) => without(each, names)) as T;
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, without(each as unknown, names)])) as T;
}
