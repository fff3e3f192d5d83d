import type { BackupManifest } from "@yule/contract";
import { ZipArchive } from "archiver";
import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { finished } from "node:stream/promises";
import { Readable } from "node:stream";
import { connected, forShop } from "./connection.ts";
import { contentsOf, hashed } from "./contents.ts";
import { schemaOf } from "./schema.ts";

export const MANIFEST = "manifest.json";

/**
 * Writes a whole shop into one file: rows of each table as JSON lines, pictures as they are, and at the end a manifest with the size and the SHA-256 of each. A file
 * that could not be written to its end is taken away.
 * @param migrations the folder by which the schema of the tables is named
 */
export async function writeBackup(url: string, shopId: string, file: string, made: Date, migrations: string): Promise<BackupManifest> {
  // Level 1 packs lines nearly as well as 6, in a third of the time.
  const zip = new ZipArchive({ zlib: { level: 1 } });
  const out = createWriteStream(file, { mode: 0o600 });
  const written = finished(out);
  zip.pipe(out);
  const broken = new Promise<never>((_, reject) => zip.once("error", reject));
  broken.catch(() => undefined);
  written.catch(() => undefined);
  const put = (chunks: AsyncIterable<Buffer>, name: string, isPacked: boolean): Promise<unknown> => {
    const taken = new Promise((resolve) => zip.once("entry", resolve));
    zip.append(Readable.from(chunks, { objectMode: false }), { name, date: made, store: !isPacked });
    return Promise.race([taken, broken, written.then(() => Promise.reject(new Error("the file ended early")))]);
  };
  try {
    const manifest = await connected(url, (client) =>
      forShop(client, shopId, "read", async (): Promise<BackupManifest> => {
        const { rows } = await client.query<{ name: string }>("select name from shop where shop_id = $1", [shopId]);
        const files: BackupManifest["files"] = [];
        for await (const { name, rows, isPacked, chunks } of contentsOf(client, shopId)) {
          const { passed, done } = hashed(chunks);
          await put(passed, name, isPacked);
          files.push({ name, rows, ...done() });
        }
        return { format: "yule-stack-backup", version: 1, schema: await schemaOf(client, migrations), shop: rows[0]?.name ?? "", made: made.toISOString(), files };
      }),
    );
    await put(Readable.from([Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`)]), MANIFEST, true);
    await zip.finalize();
    await written;
    return manifest;
  } catch (thrown) {
    zip.abort();
    out.destroy();
    await rm(file, { force: true });
    throw thrown;
  }
}
