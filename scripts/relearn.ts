import { existsSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { inShop, migrateDatabase, openDatabase } from "../server/src/db/pool.ts";
import { relearn } from "../server/src/learned/fold.ts";
import { HOME } from "../server/src/shop/reads.ts";
import { startPostgres } from "./lib/postgres.mjs";

/** Learns all that the facts of a shop teach anew, whether it is open or not. */
const root = join(import.meta.dirname, "..");

function folderIn(words: readonly string[]): string {
  const [name, value] = words;
  if (name !== undefined && name !== "--data") {
    process.stderr.write(`${name}: given as a flag, allowed --data DIR\n`);
    process.exit(2);
  }
  const data = name === undefined ? ".data/shop" : (value ?? "");
  const folder = resolve(root, data);
  if (data === "" || !existsSync(join(folder, "password"))) {
    process.stderr.write(`--data: given ${data === "" ? "nothing" : data}, allowed the folder of a shop\n`);
    process.exit(2);
  }
  return folder;
}

const folder = folderIn(process.argv.slice(2));
const lock = join(folder, "running.json");
// A shop that is open is reached where it runs: the file is taken away when it ends in order.
const running = existsSync(lock) ? (JSON.parse(readFileSync(lock, "utf8")) as { readonly database: string }).database : null;
const postgres = running === null ? await startPostgres(folder) : null;
const url = running ?? postgres?.url ?? "";
const from = performance.now();
await migrateDatabase(url, join(root, "server/migrations"));
const database = openDatabase(url);
await inShop(database, HOME.shopId, (tx) => relearn(tx, HOME.shopId));
await database.$client.end();
await postgres?.stop();
process.stdout.write(`Learned anew in ${((performance.now() - from) / 1000).toFixed(1)} s.\n`);
