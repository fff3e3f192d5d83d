/** A file's text, whichever of the usual ways it is written in; null where it is none of them. */
export function decodeText(bytes: Uint8Array): string | null {
  const [first, second] = bytes;
  try {
    if (first === 0xff && second === 0xfe) return new TextDecoder("utf-16le", { fatal: true }).decode(bytes);
    if (first === 0xfe && second === 0xff) return new TextDecoder("utf-16be", { fatal: true }).decode(bytes);
    // Without a mark: text in our letters has a zero in every second place of UTF-16.
    const zeros = [0, 1].map((odd) => bytes.subarray(0, 200).filter((byte, index) => index % 2 === odd && byte === 0).length);
    const half = Math.min(100, bytes.length / 2) * 0.6;
    if ((zeros[1] ?? 0) > half) return new TextDecoder("utf-16le", { fatal: true }).decode(bytes);
    if ((zeros[0] ?? 0) > half) return new TextDecoder("utf-16be", { fatal: true }).decode(bytes);
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}
