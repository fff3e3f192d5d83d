import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { startPostgres } from "./postgres.mjs";

export const root = join(import.meta.dirname, "../..");
export const MIGRATIONS = join(root, "server/migrations");

/** Where a shop that is open says how it is reached. */
const RUNNING = "running.json";

/** Ends with one clear line. */
export function endWith(line: string): never {
  process.stderr.write(`${line}\n`);
  process.exit(2);
}

/** Reads words such as `--data DIR`, and the words beside them. */
export function readWords(words: readonly string[], flags: readonly string[], most: number): { readonly told: ReadonlyMap<string, string>; readonly plain: readonly string[] } {
  const told = new Map<string, string>();
  const plain: string[] = [];
  for (let index = 0; index < words.length; index += 1) {
    const word = words[index] ?? "";
    if (word.startsWith("--")) {
      if (!flags.includes(word)) endWith(`${word}: given as a flag, allowed ${flags.join(", ")}`);
      told.set(word, words[(index += 1)] ?? "");
    } else plain.push(word);
  }
  if (plain.length > most) endWith(`${plain[most] ?? ""}: given beside the rest, allowed ${most === 0 ? "flags alone" : "one file"}`);
  return { told, plain };
}

/** The folder of a shop. @param isNew whether it may be one that is not there yet */
export function folderOf(data: string | undefined, isNew = false): string {
  const folder = resolve(root, data ?? ".data/shop");
  if (data === "" || (!isNew && !["password", RUNNING].some((each) => existsSync(join(folder, each)))))
    endWith(`--data: given ${data === undefined ? ".data/shop, where no shop is" : data === "" ? "nothing" : data}, allowed the folder of a shop`);
  mkdirSync(folder, { recursive: true });
  return folder;
}

/** The database of a shop, whether the shop is open or not: one that is open is reached where it runs. */
export async function reachShop(folder: string): Promise<{ readonly url: string; readonly close: () => Promise<void> }> {
  const lock = join(folder, RUNNING);
  // The file is taken away when a shop ends in order.
  if (existsSync(lock)) return { url: (JSON.parse(readFileSync(lock, "utf8")) as { readonly database: string }).database, close: () => Promise.resolve() };
  const postgres = await startPostgres(folder);
  return { url: postgres.url, close: () => postgres.stop() };
}

/** A shop that comes from elsewhere is not begun with the demo. */
export function beginsWithoutDemo(folder: string, at: Date): void {
  const file = join(folder, "beginning.json");
  if (!existsSync(file)) writeFileSync(file, JSON.stringify({ demo: false, at: at.toISOString(), loaded: false }));
}
