/** What a picture says of itself in its first bytes. */
export interface PictureHead {
  readonly mediaType: "image/png" | "image/jpeg";
  readonly width: number;
  readonly height: number;
}

/** Most pixels that are opened, on the screen and on the server alike. */
export const MOST_PIXELS = 50_000_000;

const PNG = [0x89504e47, 0x0d0a1a0a] as const;

/** Reads a PNG's or a JPEG's own size (ISO/IEC 15948; ITU-T T.81 annex B); null for anything else, or a file that breaks off before it. */
export function pictureHead(bytes: DataView): PictureHead | null {
  const { byteLength } = bytes;
  if (byteLength > 24 && bytes.getUint32(0) === PNG[0] && bytes.getUint32(4) === PNG[1]) return { mediaType: "image/png", width: bytes.getUint32(16), height: bytes.getUint32(20) };
  if (byteLength < 4 || bytes.getUint16(0) !== 0xffd8) return null;
  for (let at = 2; at + 9 < byteLength;) {
    if (bytes.getUint8(at) !== 0xff) return null;
    const marker = bytes.getUint8(at + 1);
    // Frames of every kind carry the size; three markers in their midst are tables.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { mediaType: "image/jpeg", height: bytes.getUint16(at + 5), width: bytes.getUint16(at + 7) };
    at += 2 + bytes.getUint16(at + 2);
  }
  return null;
}
