import { createReadStream, existsSync } from "node:fs";
import { resolve } from "node:path";
import { migrateDatabase, openDatabase } from "../server/src/db/pool.ts";
import { Refusal } from "../server/src/db/refusal.ts";
import { problemOf } from "../server/src/http/problem.ts";
import { ensureShop } from "../server/src/shop/begin.ts";
import { keeperFor } from "./lib/keeperFor.ts";
import { beginsWithoutDemo, folderOf, MIGRATIONS, reachShop, readWords, endWith } from "./lib/reachShop.ts";

/** Puts a backup in the place of all that a shop has, or makes a shop of it on a new machine. What was there is kept as a backup first. */
const { told, plain } = readWords(process.argv.slice(2), ["--data", "--shop"], 1);
const [given] = plain;
if (given === undefined) endWith("FILE: given nothing, allowed the file of a backup: npm run restore -- FILE");
const path = resolve(given);
if (!existsSync(path)) endWith(`FILE: given ${given}, which is not there, allowed the file of a backup`);
const folder = folderOf(told.get("--data"), true);
const { url, close } = await reachShop(folder);
const from = performance.now();
try {
  await migrateDatabase(url, MIGRATIONS);
  const database = openDatabase(url);
  await ensureShop(database, "UTC", new Date());
  await database.$client.end();
  beginsWithoutDemo(folder, new Date());
  const keeper = await keeperFor(url, folder, told.get("--shop"));
  const { file } = await keeper.bringIn(createReadStream(path));
  const about = await keeper.restore(file);
  const seconds = ((performance.now() - from) / 1000).toFixed(1);
  process.stdout.write(
    `${about.shop}, as it was on ${about.made.slice(0, 16).replace("T", " ")} UTC: ${String(about.designs)} designs, ${String(about.needs)} needs, ${String(about.events)} entries of the logbook, in ${seconds} s.\nWhat was here before is kept in ${keeper.folder}.\n`,
  );
} catch (error) {
  if (!(error instanceof Refusal)) throw error;
  process.stderr.write(`FILE: ${problemOf(error).detail.replace("backup: ", "")}. Nothing was changed.\n`);
  process.exitCode = 2;
}
await close();
