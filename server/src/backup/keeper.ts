import { phrase, type Phrase } from "@yule/core";
import { backupCauses, sentPhrase, type BackupAbout, type BackupCause, type BackupRead, type BackupsRead } from "@yule/contract";
import { randomBytes } from "node:crypto";
import { createWriteStream, existsSync, readFileSync, writeFileSync } from "node:fs";
import { access, constants, mkdir, readdir, rename, rm, stat } from "node:fs/promises";
import { basename, dirname, isAbsolute, join } from "node:path";
import { Transform, type Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { refuse, Refusal } from "../db/refusal.ts";
import { HOME } from "../shop/reads.ts";
import { aboutBackup, openBackup, type Archive } from "./archive.ts";
import { connected, forShop } from "./connection.ts";
import { isNightDue, superseded } from "./keeping.ts";
import { replaceShop } from "./restore.ts";
import { schemasIn } from "./schema.ts";
import { broughtUp, differsFrom, isNotAllowed } from "./scratch.ts";
import { writeReadable } from "./readable.ts";
import { writeBackup } from "./write.ts";

/** Where backups lie, and of which shop. */
export interface KeeperSetting {
  readonly url: string;
  readonly shopId: string;
  readonly migrations: string;
  /** The folder of the shop: its backups lie in `backups` there, unless another folder is named. */
  readonly data: string;
  readonly now: () => Date;
  readonly timeZone: () => Promise<string>;
}

const NAME = new RegExp(`^yule-(\\d{4})(\\d{2})(\\d{2})-(\\d{2})(\\d{2})(\\d{2})-(${backupCauses.join("|")})(-unchecked)?\\.zip$`);
const INCOMING = /^incoming-[0-9a-f]{12}\.zip$/;
const MOST_INCOMING_BYTES = 8_000_000_000;
/** How long what was brought in waits to be put in place. */
const INCOMING_LASTS_MS = 3_600_000;

const NO_ROOM = phrase`There is no room left where backups lie. Make room, or name another folder.`;
const NO_RIGHT = phrase`The folder of the backups cannot be written to. Name another folder.`;
const NOT_THERE = phrase`The folder of the backups is not there; perhaps a stick was pulled out. Put it back, or name another folder.`;
const ELSE = phrase`Something went wrong where the shop runs; its log says what. It is tried again tonight.`;
/** What the system says when a folder cannot take a file, as a person can mend it. */
const CANNOT_WRITE: Readonly<Record<string, Phrase>> = {
  ENOSPC: NO_ROOM,
  EDQUOT: NO_ROOM,
  EACCES: NO_RIGHT,
  EROFS: NO_RIGHT,
  ENOENT: NOT_THERE,
  EEXIST: NOT_THERE,
  ENOTDIR: NOT_THERE,
};
function inWords(thrown: unknown): unknown {
  const words = CANNOT_WRITE[(thrown as { readonly code?: string }).code ?? ""];
  return words === undefined ? thrown : new Refusal(507, words);
}

/** Makes backups, looks whether they can be read back, and keeps as many as are worth it. */
export class BackupKeeper {
  private fault: Phrase | null = null;
  /** One at a time, also of two screens. */
  private busy: Promise<unknown> = Promise.resolve();

  constructor(private readonly setting: KeeperSetting) {}

  get folder(): string {
    const file = join(this.setting.data, "backups.json");
    const told = existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as { readonly folder: string }).folder : null;
    return told === null ? join(this.setting.data, "backups") : join(told, this.within);
  }

  /** In a folder that is named for several shops each but the first has one of its own, so that no name is two shops'. */
  private get within(): string {
    return this.setting.shopId === HOME.shopId ? "" : `shop-${this.setting.shopId.slice(-12)}`;
  }

  /** Where they lie from now on; those that are there stay there. @throws Refusal where nothing can be written */
  async setFolder(folder: string): Promise<void> {
    const cannot = (given: string): never =>
      refuse({
        code: "no-folder",
        path: ["folder"],
        given: [{ name: folder, of: "folder" }, given],
        allowed: phrase`a folder of this machine, from its root, that can be written to`,
      });
    if (!isAbsolute(folder)) cannot(", which does not begin at the root");
    try {
      if (!(await stat(folder)).isDirectory()) cannot(", which is a file");
      await access(folder, constants.W_OK);
    } catch (thrown) {
      if (thrown instanceof Refusal) throw thrown;
      cannot(", which is not there or cannot be written to");
    }
    // As it is shown, the folder ends with the one of its own.
    const named = this.within !== "" && basename(folder) === this.within ? dirname(folder) : folder;
    writeFileSync(join(this.setting.data, "backups.json"), JSON.stringify({ folder: named }));
  }

  async read(): Promise<BackupsRead> {
    return { folder: this.folder, backups: await this.backups(), fault: this.fault && sentPhrase(this.fault) };
  }

  private async backups(): Promise<BackupRead[]> {
    // A folder that is away just now has none.
    const names = await readdir(this.folder).catch(() => []);
    const found: BackupRead[] = [];
    for (const file of names) {
      const parts = NAME.exec(file);
      if (!parts) continue;
      const [, year, month, date, hour, minute, second, cause, unchecked] = parts;
      const made = `${year ?? ""}-${month ?? ""}-${date ?? ""}T${hour ?? ""}:${minute ?? ""}:${second ?? ""}Z`;
      found.push({ file, made, cause: cause as BackupCause, isChecked: unchecked === undefined, bytes: (await stat(join(this.folder, file))).size });
    }
    return found.sort((a, b) => (a.made < b.made ? 1 : -1));
  }

  /** The path of one that lies in the folder, or was brought in. @throws Refusal for any other name */
  path(file: string): string {
    const known = NAME.test(file) ? join(this.folder, file) : INCOMING.test(file) ? join(this.setting.data, file) : null;
    if (known === null || !existsSync(known)) throw new Refusal(404, phrase`There is no such backup.`);
    return known;
  }

  /** Makes one now and reads it back. @throws Error where it could not be made, or what came out differs from what went in */
  make(cause: BackupCause): Promise<BackupRead> {
    return this.alone(async () => {
      try {
        const made = await this.written(cause);
        this.fault = null;
        await this.tidy();
        return made;
      } catch (thrown) {
        const told = inWords(thrown);
        // The words of the database and of packages are for the log.
        this.fault = told instanceof Refusal ? told.title : ELSE;
        throw told;
      }
    });
  }

  private async written(cause: BackupCause): Promise<BackupRead> {
    const { url, shopId, migrations, now } = this.setting;
    const at = now();
    await mkdir(this.folder, { recursive: true });
    const stem = `yule-${at.toISOString().slice(0, 19).replaceAll(/[-:]/g, "").replace("T", "-")}-${cause}`;
    const part = join(this.folder, `${stem}.part`);
    await writeBackup(url, shopId, part, at, migrations);
    const archive = await openBackup(part, migrations);
    const difference = await differsFrom(url, migrations, shopId, archive)
      .catch((thrown: unknown) => (isNotAllowed(thrown) ? undefined : Promise.reject(thrown as Error)))
      .finally(() => archive.close());
    if (typeof difference === "string") {
      await rename(part, join(this.folder, `${stem}.broken`));
      throw new Refusal(500, phrase`What was written to the backup came back otherwise. The shop is as it was; a backup is tried again tonight.`);
    }
    const file = `${stem}${difference === undefined ? "-unchecked" : ""}.zip`;
    await rename(part, join(this.folder, file));
    return { file, made: at.toISOString(), cause, isChecked: difference === null, bytes: (await stat(join(this.folder, file))).size };
  }

  private async tidy(): Promise<void> {
    const all = (await this.backups()).map((each) => ({ file: each.file, made: new Date(each.made) }));
    for (const { file } of superseded(all, this.setting.now(), await this.setting.timeZone())) await rm(join(this.folder, file), { force: true });
  }

  /** Makes the night's backup where it is due. */
  async night(): Promise<void> {
    const [newest] = await this.backups();
    if (isNightDue(newest ? new Date(newest.made) : null, this.setting.now(), await this.setting.timeZone())) await this.make("night");
    await this.forgetIncoming();
  }

  /** Takes a file in and says what is in it. @throws Refusal where it is no backup that can be opened */
  async bringIn(bytes: Readable): Promise<BackupAbout> {
    const file = `incoming-${randomBytes(6).toString("hex")}.zip`;
    const path = join(this.setting.data, file);
    let sum = 0;
    const limit = new Transform({
      transform(chunk: Buffer, _, done) {
        sum += chunk.length;
        done(sum > MOST_INCOMING_BYTES ? new Refusal(413, phrase`This file is larger than any backup.`) : null, chunk);
      },
    });
    try {
      await pipeline(bytes, limit, createWriteStream(path, { mode: 0o600 }));
      return await this.about(file);
    } catch (thrown) {
      await rm(path, { force: true });
      throw thrown;
    }
  }

  async about(file: string): Promise<BackupAbout> {
    return this.with(file, ({ manifest }) => Promise.resolve(aboutBackup(file, manifest)));
  }

  /** Puts a backup in the place of all that is there, which is kept as a backup first. All of it or nothing. */
  async restore(file: string): Promise<BackupAbout> {
    const about = await this.with(file, async (archive) => {
      // Opened before: the backup that is made now may be the one too many by which this one goes.
      await this.make("restore");
      await this.alone(() => this.ofThisVersion(archive, (current) => this.replaced(current)));
      return aboutBackup(file, archive.manifest);
    });
    if (INCOMING.test(file)) await rm(join(this.setting.data, file), { force: true });
    return about;
  }

  /** All that the shop holds, for eyes and other programs. @returns its path, and how it is taken away again */
  async readable(): Promise<{ readonly path: string; readonly forget: () => Promise<void> }> {
    const { url, shopId, data, now } = this.setting;
    const path = join(data, `readable-${randomBytes(6).toString("hex")}.zip`);
    await writeReadable(url, shopId, path, now());
    return { path, forget: () => rm(path, { force: true }) };
  }

  private async replaced(archive: Archive): Promise<void> {
    const { url, shopId } = this.setting;
    await connected(url, (client) => forShop(client, shopId, "write", () => replaceShop(client, shopId, archive)));
  }

  private async ofThisVersion(archive: Archive, work: (current: Archive) => Promise<void>): Promise<void> {
    const { url, shopId, migrations, data } = this.setting;
    if (archive.manifest.schema === schemasIn(migrations).at(-1)) return work(archive);
    const path = join(data, `upgraded-${randomBytes(6).toString("hex")}.zip`);
    try {
      await broughtUp(url, migrations, shopId, archive, path);
      const current = await openBackup(path, migrations);
      await work(current).finally(() => current.close());
    } finally {
      await rm(path, { force: true });
    }
  }

  private async with<T>(file: string, work: (archive: Archive) => Promise<T>): Promise<T> {
    const archive = await openBackup(this.path(file), this.setting.migrations);
    return work(archive).finally(() => archive.close());
  }

  private async forgetIncoming(): Promise<void> {
    for (const file of (await readdir(this.setting.data)).filter((each) => INCOMING.test(each))) {
      const path = join(this.setting.data, file);
      if (Date.now() - (await stat(path)).mtimeMs > INCOMING_LASTS_MS) await rm(path, { force: true });
    }
  }

  private alone<T>(work: () => Promise<T>): Promise<T> {
    const next = this.busy.then(work, work);
    this.busy = next.catch(() => undefined);
    return next;
  }
}
