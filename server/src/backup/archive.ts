import { phrase, type Phrase } from "@yule/core";
import { backupManifest, type BackupAbout, type BackupManifest, MOST_RECORDING_BYTES, recordingType } from "@yule/contract";
import { createHash } from "node:crypto";
import { open, type Entry, type ZipFile } from "yauzl";
import { pictureHeader } from "../shop/pictures.ts";
import { refuse, Refusal } from "../db/refusal.ts";
import { schemasIn } from "./schema.ts";
import { MANIFEST } from "./write.ts";

/** A manifest of a shop of fifty years is a tenth of this. */
const MOST_MANIFEST_BYTES = 20_000_000;
/** What one picture may be, and a little over. */
const MOST_PICTURE_BYTES = 13_000_000;

/** A backup whose every file was read once and is as its manifest says. */
export interface Archive {
  readonly manifest: BackupManifest;
  readonly chunks: (name: string) => Promise<AsyncIterable<Buffer>>;
  readonly close: () => void;
}

const refused = (given: Phrase, allowed: Phrase): never => refuse({ code: "no-backup", path: ["backup"], given, allowed });
const CUT = phrase`a backup that was cut short`;
const ALTERED = phrase`a backup that was altered`;
const WHOLE = phrase`a backup as it was made`;

/**
 * Opens a backup and reads all of it once: what it holds is asked for by the names of its manifest alone, so names that lead out of a folder lead nowhere, and nothing
 * is unpacked to more than it says.
 * @throws Refusal where it is none, cut short, altered, or made by a newer version
 */
export async function openBackup(file: string, migrations: string): Promise<Archive> {
  const zip = await opened(file);
  try {
    const entries = await entriesOf(zip);
    const chunks = async (name: string): Promise<AsyncIterable<Buffer>> => {
      const entry = entries.get(name);
      return entry ? stream(zip, entry) : refused(CUT, WHOLE);
    };
    const head = entries.get(MANIFEST);
    if (!head || head.uncompressedSize > MOST_MANIFEST_BYTES) return refused(phrase`a file without the list of what is in it`, WHOLE);
    const manifest = manifestIn(await whole(await chunks(MANIFEST)));
    if (!schemasIn(migrations).includes(manifest.schema))
      return refused(phrase`a backup of a newer version of the program`, phrase`one of this version or an older one; bring the program up to date first`);
    if (manifest.files.length !== entries.size - 1) return refused(ALTERED, WHOLE);
    for (const told of manifest.files) {
      if (entries.get(told.name)?.uncompressedSize !== told.bytes) return refused(entries.has(told.name) ? ALTERED : CUT, WHOLE);
      await compare(told, await chunks(told.name));
    }
    return { manifest, chunks, close: () => zip.close() };
  } catch (thrown) {
    zip.close();
    if (thrown instanceof Refusal) throw thrown;
    // The library's own words are of offsets and signatures.
    return refused(ALTERED, WHOLE);
  }
}

const opened = (file: string): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    open(file, { lazyEntries: true, autoClose: false, validateEntrySizes: true, strictFileNames: true }, (error, zip) => {
      if (!error) return resolve(zip);
      reject(
        new Refusal(422, phrase`This cannot be done as asked.`, [
          { code: "no-backup", path: ["backup"], given: phrase`a file that is no backup, or one cut short`, allowed: WHOLE },
        ]),
      );
    });
  });

const entriesOf = (zip: ZipFile): Promise<Map<string, Entry>> =>
  new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip.on("entry", (entry: Entry) => {
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.once("end", () => resolve(entries));
    zip.once("error", reject);
    zip.readEntry();
  });

const stream = (zip: ZipFile, entry: Entry): Promise<AsyncIterable<Buffer>> =>
  new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, read) => (error ? reject(error) : resolve(read as AsyncIterable<Buffer>)));
  });

export async function whole(chunks: AsyncIterable<Buffer>): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const chunk of chunks) parts.push(chunk);
  return Buffer.concat(parts);
}

function manifestIn(bytes: Buffer): BackupManifest {
  let given: unknown;
  try {
    given = JSON.parse(bytes.toString("utf8"));
  } catch {
    return refused(ALTERED, WHOLE);
  }
  const read = backupManifest.safeParse(given);
  return read.success ? read.data : refused(phrase`a file that is no backup of this program`, WHOLE);
}

async function compare(told: BackupManifest["files"][number], chunks: AsyncIterable<Buffer>): Promise<void> {
  const hash = createHash("sha256");
  if (told.name.startsWith("recordings/")) {
    if (told.bytes > MOST_RECORDING_BYTES) refused(phrase`a voice note longer than any that is kept`, WHOLE);
    const bytes = await whole(chunks);
    if (recordingType(bytes) === null) refused(phrase`something else where a voice note should be`, WHOLE);
    hash.update(bytes);
  } else if (told.name.startsWith("pictures/")) {
    if (told.bytes > MOST_PICTURE_BYTES) refused(phrase`a picture larger than any that is kept`, WHOLE);
    const bytes = await whole(chunks);
    if (!pictureHeader(bytes)) refused(phrase`something else where a picture should be`, WHOLE);
    hash.update(bytes);
  } else for await (const chunk of chunks) hash.update(chunk);
  if (hash.digest("hex") !== told.sha256) refused(ALTERED, WHOLE);
}

/** What is in it, in the maker's words. */
export function aboutBackup(file: string, { shop, made, files }: BackupManifest): BackupAbout {
  const rows = (table: string): number => files.find(({ name }) => name === `tables/${table}.jsonl`)?.rows ?? 0;
  return { file, shop, made, designs: rows("design"), needs: rows("need"), panels: rows("unit"), pictures: rows("picture"), events: rows("event") };
}
