import { mkdirSync } from "node:fs";
import { copyFile } from "node:fs/promises";
import { dirname, join, resolve } from "node:path";
import { keeperFor } from "./lib/keeperFor.ts";
import { folderOf, reachShop, readWords, endWith } from "./lib/reachShop.ts";

/** Makes a backup of a shop now, whether it is open or not, and reads it back. */
const { told } = readWords(process.argv.slice(2), ["--data", "--to", "--shop"], 0);
const to = told.get("--to");
if (to === "") endWith("--to: given nothing, allowed the file it is copied to");
const folder = folderOf(told.get("--data"));
const { url, close } = await reachShop(folder);
const from = performance.now();
const keeper = await keeperFor(url, folder, told.get("--shop"));
try {
  const made = await keeper.make("asked");
  const file = to === undefined ? join(keeper.folder, made.file) : resolve(to);
  if (to !== undefined) {
    mkdirSync(dirname(file), { recursive: true });
    await copyFile(join(keeper.folder, made.file), file);
  }
  const seconds = ((performance.now() - from) / 1000).toFixed(1);
  process.stdout.write(
    `${file}\n${(made.bytes / 1e6).toFixed(1)} MB in ${seconds} s, ${made.isChecked ? "read back and found equal" : "not read back: this database lets nobody make another"}.\n`,
  );
} catch (error) {
  process.stderr.write(`The backup could not be made: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = 1;
}
await close();
