import { MOST_PIXELS, pictureHead, t } from "@yule/core";

const MOST_MEGAPIXELS = MOST_PIXELS / 1e6;
/** Most that is kept of one picture as it came. */
export const MOST_BYTES = 12_000_000;
/** Beyond this a file is not even opened. */
const MOST_FILE_BYTES = 80_000_000;
const HEAD_BYTES = 512 * 1024;

/** What is wrong with a file before it is opened, in one clear line; null where nothing is. */
export async function wrongWith(file: Blob): Promise<string | null> {
  const megabytes = (bytes: number): string => `${String(Math.round(bytes / 1e5) / 10)} MB`;
  if (file.size > MOST_FILE_BYTES) return t`The file is of ${megabytes(file.size)}. Choose one of at most ${megabytes(MOST_FILE_BYTES)}.`;
  const head = pictureHead(new DataView(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (!head) return t`This is ${file.type === "" ? t`a file` : file.type} that is no picture this program reads. Choose a PNG or JPEG photo or scan.`;
  const megapixels = (head.width * head.height) / 1e6;
  if (head.width === 0 || head.height === 0 || megapixels > MOST_MEGAPIXELS) {
    return t`The picture is of ${String(head.width)} × ${String(head.height)} pixels (${String(Math.round(megapixels))} megapixels). Choose one of at most ${String(MOST_MEGAPIXELS)} megapixels: scan it at half the resolution.`;
  }
  return null;
}
