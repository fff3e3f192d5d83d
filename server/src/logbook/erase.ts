import { and, eq, inArray, or, sql, type SQL } from "drizzle-orm";
import type { Change } from "../db/change.ts";
import type { Transaction } from "../db/pool.ts";
import { removePictures } from "../shop/pictures.ts";
import { entryNote, event, recording } from "./tables.ts";

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
  for (const row of rows) {
    const isTheirs = ids.includes(row.subjectId) || ids.some((id) => JSON.stringify([row.payload, row.changes]).includes(id));
    const names = isTheirs ? [...known, ...shared] : known;
    if (isTheirs) await eraseNotes(tx, row.id);
    const subject = ids.includes(row.subjectId) ? { subjectKind: "shop", subjectId: row.shopId } : {};
    await tx
      .update(event)
      .set({
        ...subject,
        payload: {},
        changes: row.changes.filter((change) => !isOf(change)),
        facts: without(row.facts, names),
        summary: without(row.summary, names),
      })
      .where(eq(event.id, row.id));
  }
}

/**
 * What was pinned to an entry of theirs goes whole, with its photos and voice notes, and with what the logbook says of the pinning: nobody can tell what of it is
 * theirs.
 */
async function eraseNotes(tx: Transaction, eventId: string): Promise<void> {
  const pinned = await tx
    .select()
    .from(event)
    .where(and(eq(event.kind, "pin-note"), sql`${event.payload} ->> 'eventId' = ${eventId}`));
  if (pinned.length === 0) return;
  const noteIds = pinned.map(({ payload }) => (payload as { readonly id: string }).id);
  const gone = await tx.delete(entryNote).where(inArray(entryNote.id, noteIds)).returning();
  const idsOf = (of: "pictureId" | "recordingId"): string[] => gone.flatMap((note) => note[of] ?? []);
  const [pictures, recordings] = [idsOf("pictureId"), idsOf("recordingId")];
  await removePictures(tx, pictures);
  if (recordings.length > 0) await tx.delete(recording).where(inArray(recording.id, recordings));
  const ofThem = or(
    inArray(
      event.id,
      pinned.map(({ id }) => id),
    ),
    and(eq(event.kind, "remove-note"), inArray(sql`${event.payload} ->> 'id'`, noteIds)),
  );
  await tx
    .update(event)
    .set({ payload: {}, changes: [], facts: { text: "", photo: false, voice: false }, summary: "" })
    .where(ofThem);
}

const anywhere = (text: string): SQL => sql`position(${text} in ${event.payload}::text || ${event.changes}::text || coalesce(${event.facts}::text, '') || ${event.summary}) > 0`;

/** A value with the names in it written over. */
function without<T>(value: T, names: readonly string[]): T {
  if (typeof value === "string") return names.reduce<string>((text, name) => text.split(name).join(SOMEBODY), value) as T;
  if (Array.isArray(value)) return value.map((each: unknown) => without(each, names)) as T;
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, without(each as unknown, names)])) as T;
}
