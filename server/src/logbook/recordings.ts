import { RECORDED_AS, recordingType } from "@yule/contract";
import { phrase, type Fault } from "@yule/core";
import { and, eq, inArray } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { missing, Refusal } from "../db/refusal.ts";
import { recording } from "./tables.ts";

/** Keeps a voice note once. @throws Refusal for anything that no platform records */
export async function saveRecording(tx: Transaction, shopId: string, id: string, bytes: Buffer, at: Date): Promise<void> {
  const mediaType = recordingType(bytes);
  if (mediaType === null)
    throw new Refusal(415, phrase`This is not a voice note that can be kept.`, [
      { code: "not-a-recording", path: ["recording"], given: phrase`${bytes.length} bytes of something else`, allowed: phrase`sound as ${RECORDED_AS}` },
    ]);
  await tx.insert(recording).values({ shopId, id, bytes, at, mediaType }).onConflictDoNothing();
}

export async function readRecording(tx: Transaction, shopId: string, id: string): Promise<{ readonly mediaType: string; readonly bytes: Buffer } | null> {
  const [row] = await tx
    .select({ mediaType: recording.mediaType, bytes: recording.bytes })
    .from(recording)
    .where(and(eq(recording.shopId, shopId), eq(recording.id, id)));
  return row ?? null;
}

/** Refuses what refers to a voice note that is not there. */
export async function checkRecording(tx: Transaction, shopId: string, id: string, path: Fault["path"]): Promise<void> {
  const [found] = await tx
    .select({ id: recording.id })
    .from(recording)
    .where(and(eq(recording.shopId, shopId), eq(recording.id, id)));
  if (!found) missing("voice note", path, id);
}

/** Takes voice notes away for good, where nothing may stay of them. */
export async function removeRecordings(tx: Transaction, ids: readonly string[]): Promise<void> {
  if (ids.length > 0) await tx.delete(recording).where(inArray(recording.id, [...ids]));
}
