import { and, eq } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { picture } from "./tables.ts";

export const MOST_PICTURE_BYTES = 12_000_000;
const MOST_PIXELS = 50_000_000;

/** What a picture says of itself in its first bytes; null for anything but PNG and JPEG. */
export function pictureHeader(bytes: Buffer): { mediaType: string; width: number; height: number } | null {
  if (bytes.length > 24 && bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) {
    return { mediaType: "image/png", width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) };
  }
  if (bytes.length < 4 || bytes.readUInt16BE(0) !== 0xffd8) return null;
  for (let at = 2; at + 9 < bytes.length;) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1] ?? 0;
    const isFrame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
    if (isFrame) return { mediaType: "image/jpeg", height: bytes.readUInt16BE(at + 5), width: bytes.readUInt16BE(at + 7) };
    at += 2 + bytes.readUInt16BE(at + 2);
  }
  return null;
}

export async function savePicture(tx: Transaction, shopId: string, id: string, bytes: Buffer, at: Date): Promise<void> {
  const header = pictureHeader(bytes);
  if (!header)
    throw new Refusal(415, "This is not a picture that can be read.", [
      { code: "not-a-picture", path: ["picture"], given: `${String(bytes.length)} bytes of something else`, allowed: "a PNG or JPEG picture" },
    ]);
  if (header.width * header.height > MOST_PIXELS || header.width === 0 || header.height === 0) {
    throw new Refusal(413, "The picture is too large.", [
      { code: "too-many-pixels", path: ["picture"], given: `${String(header.width)} × ${String(header.height)} pixels`, allowed: "at most 50 megapixels" },
    ]);
  }
  await tx
    .insert(picture)
    .values({ shopId, id, bytes, at, ...header })
    .onConflictDoNothing();
}

export async function readPicture(tx: Transaction, shopId: string, id: string): Promise<{ mediaType: string; bytes: Buffer } | null> {
  const [row] = await tx
    .select()
    .from(picture)
    .where(and(eq(picture.shopId, shopId), eq(picture.id, id)));
  return row ?? null;
}
