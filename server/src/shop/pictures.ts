import { MOST_PIXELS, pictureHead, phrase, type Fault, type PictureHead } from "@yule/core";
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { missing, Refusal } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { picture } from "./tables.ts";

export const MOST_PICTURE_BYTES = 12_000_000;

/** What a picture says of itself in its first bytes; null for anything but PNG and JPEG. */
export const pictureHeader = (bytes: Buffer): PictureHead | null => pictureHead(new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength));

function checked(bytes: Buffer): PictureHead {
  const header = pictureHeader(bytes);
  if (!header)
    throw new Refusal(415, phrase`This is not a picture that can be read.`, [
      { code: "not-a-picture", path: ["picture"], given: phrase`${bytes.length} bytes of something else`, allowed: phrase`a PNG or JPEG picture` },
    ]);
  if (header.width * header.height > MOST_PIXELS || header.width === 0 || header.height === 0) {
    throw new Refusal(413, phrase`The picture is too large.`, [
      { code: "too-many-pixels", path: ["picture"], given: phrase`${header.width} × ${header.height} pixels`, allowed: phrase`at most 50 megapixels` },
    ]);
  }
  return header;
}

/** Keeps a picture once. @param originalId the picture it was straightened and cropped from, which must be there */
export async function savePicture(tx: Transaction, shopId: string, id: string, bytes: Buffer, at: Date, originalId: string | null = null): Promise<void> {
  const header = checked(bytes);
  if (originalId !== null && !(await readPicture(tx, shopId, originalId))) throw new Refusal(404, phrase`There is no such original picture.`);
  await tx
    .insert(picture)
    .values({ shopId, id, bytes, at, originalId, ...header })
    .onConflictDoNothing();
}

/** Refuses what refers to a picture that is not there. */
export async function checkPicture(writing: Writing, id: string, path: Fault["path"]): Promise<void> {
  const [found] = await writing.tx
    .select({ id: picture.id })
    .from(picture)
    .where(and(eq(picture.shopId, writing.shopId), eq(picture.id, id)));
  if (!found) missing("picture", path, id);
}

/** Takes pictures away for good, where nothing may stay of them. */
export async function removePictures(tx: Transaction, ids: readonly string[]): Promise<void> {
  if (ids.length > 0) await tx.delete(picture).where(inArray(picture.id, [...ids]));
}

/** Keeps the same picture at the size of the wall beside it. */
export async function saveSmall(tx: Transaction, shopId: string, id: string, bytes: Buffer): Promise<void> {
  checked(bytes);
  const done = await tx
    .update(picture)
    .set({ small: bytes })
    .where(and(eq(picture.shopId, shopId), eq(picture.id, id)));
  if (done.rowCount === 0) throw new Refusal(404, phrase`There is no such picture.`);
}

export async function readPicture(tx: Transaction, shopId: string, id: string, small = false): Promise<{ mediaType: string; bytes: Buffer } | null> {
  const [row] = await tx
    .select(
      small
        ? { mediaType: picture.mediaType, bytes: sql<Buffer>`coalesce(${picture.small}, ${picture.bytes})`, isSmall: sql<boolean>`${picture.small} is not null` }
        : { mediaType: picture.mediaType, bytes: picture.bytes, isSmall: sql<boolean>`false` },
    )
    .from(picture)
    .where(and(eq(picture.shopId, shopId), eq(picture.id, id)));
  return row ? { bytes: row.bytes, mediaType: row.isSmall ? (pictureHeader(row.bytes)?.mediaType ?? row.mediaType) : row.mediaType } : null;
}
