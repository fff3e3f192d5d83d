import { ZipArchive } from "archiver";
import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { Readable } from "node:stream";
import { finished } from "node:stream/promises";

/** Puts one file into a zip, and waits until it is in. @param isPacked false for what is packed already */
export type Put = (chunks: AsyncIterable<Buffer> | readonly Buffer[], name: string, isPacked?: boolean) => Promise<void>;

/**
 * Writes a zip, file by file, as its contents come. One that could not be written to its end is taken away.
 * @param level of packing (RFC 1951), 1 to 9
 * @param made the moment that all its files have
 */
export async function writeZip<T>(file: string, level: number, made: Date, fill: (put: Put) => Promise<T>): Promise<T> {
  const zip = new ZipArchive({ zlib: { level } });
  const out = createWriteStream(file, { mode: 0o600 });
  const written = finished(out);
  const broken = new Promise<never>((_, reject) => zip.once("error", reject));
  // Whoever puts a file in meets these; where nobody does, they are no fault of the process.
  written.catch(() => undefined);
  broken.catch(() => undefined);
  zip.pipe(out);
  const put: Put = async (chunks, name, isPacked = true) => {
    const taken = new Promise((resolve) => zip.once("entry", resolve));
    zip.append(Readable.from(chunks, { objectMode: false }), { name, date: made, store: !isPacked });
    await Promise.race([taken, broken, written.then(() => Promise.reject(new Error("the file ended early")))]);
  };
  try {
    const result = await fill(put);
    await zip.finalize();
    await written;
    return result;
  } catch (thrown) {
    zip.abort();
    out.destroy();
    await rm(file, { force: true });
    throw thrown;
  }
}
