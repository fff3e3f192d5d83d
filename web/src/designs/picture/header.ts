/** Most that is read and kept of one picture. */
export const MOST_MEGAPIXELS = 50;
export const MOST_BYTES = 12_000_000;
/** Beyond this a file is not even opened. */
const MOST_FILE_BYTES = 80_000_000;
const HEAD_BYTES = 512 * 1024;

interface Head {
  readonly width: number;
  readonly height: number;
}

/** What a PNG or JPEG says of its size in its first bytes; null for anything else, or a file that breaks off there. */
export function headOf(bytes: DataView): Head | null {
  const { byteLength } = bytes;
  if (byteLength > 24 && bytes.getUint32(0) === 0x89504e47 && bytes.getUint32(4) === 0x0d0a1a0a) return { width: bytes.getUint32(16), height: bytes.getUint32(20) };
  if (byteLength < 4 || bytes.getUint16(0) !== 0xffd8) return null;
  for (let at = 2; at + 9 < byteLength;) {
    if (bytes.getUint8(at) !== 0xff) return null;
    const marker = bytes.getUint8(at + 1);
    // Frames of every kind carry the size; three markers in their midst are tables.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) return { height: bytes.getUint16(at + 5), width: bytes.getUint16(at + 7) };
    at += 2 + bytes.getUint16(at + 2);
  }
  return null;
}

/** What is wrong with a file before it is opened, in one clear line; null where nothing is. */
export async function wrongWith(file: Blob): Promise<string | null> {
  const megabytes = (bytes: number): string => `${String(Math.round(bytes / 1e5) / 10)} MB`;
  if (file.size > MOST_FILE_BYTES) return `picture: given a file of ${megabytes(file.size)}, allowed at most ${megabytes(MOST_FILE_BYTES)}`;
  const head = headOf(new DataView(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (!head) return `picture: given ${file.type === "" ? "a file" : file.type} that is no picture this program reads, allowed a PNG or JPEG photo or scan`;
  const megapixels = (head.width * head.height) / 1e6;
  if (head.width === 0 || head.height === 0 || megapixels > MOST_MEGAPIXELS) {
    return `picture: given ${String(head.width)} × ${String(head.height)} pixels (${String(Math.round(megapixels))} megapixels), allowed at most ${String(MOST_MEGAPIXELS)} megapixels; scan it at half the resolution`;
  }
  return null;
}
