import { demoCommands, pastYears, type Bulk } from "@yule/demo";
import { existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { inShop, migrateDatabase, openDatabase } from "../server/src/db/pool.ts";
import { clockFrom } from "../server/src/http/clock.ts";
import { runCommands } from "../server/src/logbook/run.ts";
import { simulatedOutside } from "../server/src/outside/outside.ts";
import { season } from "../server/src/season/tables.ts";
import { ensureShop } from "../server/src/shop/begin.ts";
import { savePicture } from "../server/src/shop/pictures.ts";
import { HOME } from "../server/src/shop/reads.ts";
import { startPostgres } from "./lib/postgres.mjs";
import { endWith, MIGRATIONS, readWords, root } from "./lib/reachShop.ts";

/** Builds a shop with years of past seasons behind the demo's open one, through the commands of the contract alone. */
const MOST_YEARS = 20;

function readFlags(words: readonly string[]): { readonly years: number; readonly folder: string } {
  const { told } = readWords(words, ["--years", "--data"], 0);
  const years = told.get("--years") ?? "10";
  if (!/^\d+$/.test(years) || Number(years) < 1 || Number(years) > MOST_YEARS)
    endWith(`--years: given ${years === "" ? "nothing" : years}, allowed a whole number from 1 to ${String(MOST_YEARS)}`);
  const data = told.get("--data") ?? "";
  if (data === "") endWith("--data: given nothing, allowed a new or an empty folder");
  const folder = resolve(root, data);
  if (existsSync(folder) && readdirSync(folder).length > 0) endWith(`--data: given ${data}, which has a shop or something else in it, allowed a new or an empty folder`);
  return { years: Number(years), folder };
}

const { years, folder } = readFlags(process.argv.slice(2));
mkdirSync(folder, { recursive: true });
const from = performance.now();
const now = clockFrom(process.env.YULE_NOW).now();
// Broken off it is begun anew, in another folder: nothing has to outlast a loss of power.
const postgres = await startPostgres(folder, { durable: false });
await migrateDatabase(postgres.url, MIGRATIONS);
const database = openDatabase(postgres.url);
const giver = { ...HOME, outside: simulatedOutside };
await ensureShop(database, "Europe/Dublin", new Date(now.getTime() - (365 * years + 30) * 86_400_000));
const [first] = await inShop(database, HOME.shopId, (tx) => tx.select({ id: season.id, version: season.version }).from(season));
if (!first) throw new Error("the shop has no season");
let [commands, told] = [0, 0];
const keep = async (bulk: Bulk): Promise<void> => {
  await inShop(database, HOME.shopId, async (tx) => {
    for (const { id, paint } of bulk.pictures) await savePicture(tx, HOME.shopId, id, Buffer.from(paint()), bulk.commands[0]?.now ?? now);
  });
  await runCommands(database, giver, bulk.commands);
  commands += bulk.commands.length;
  if (commands - told > 5_000) {
    told = commands;
    process.stdout.write(`${String(commands)} commands, ${((performance.now() - from) / 1000).toFixed(0)} s\n`);
  }
};
// Needs stand in no one's way: a few bulks of them are kept at once. A year's begin and end wait for all before.
const AT_ONCE = 4;
let keeping: Promise<void>[] = [];
for (const bulk of pastYears(now, years, first)) {
  if (!bulk.standsAlone) {
    keeping.push(keep(bulk));
    if (keeping.length < AT_ONCE) continue;
  }
  await Promise.all(keeping);
  keeping = [];
  if (bulk.standsAlone) await keep(bulk);
}
const demo = demoCommands(now);
await inShop(database, HOME.shopId, async (tx) => {
  for (const { id, paint } of demo.pictures) await savePicture(tx, HOME.shopId, id, Buffer.from(paint()), now);
});
await runCommands(
  database,
  giver,
  demo.commands.map((given) => ({ given, now })),
);
await database.$client.query("vacuum analyze");
const { rows } = await database.$client.query<Record<string, string>>(
  "select (select count(*) from need) as needs, (select count(*) from unit) as panels, (select count(*) from bench_fact) as facts, (select count(*) from event) as events, (select count(*) from household) as households, (select count(*) from design where archived) as put_away, (select count(*) from picture) as pictures",
);
await database.$client.end();
await postgres.stop();
writeFileSync(join(folder, "beginning.json"), JSON.stringify({ demo: true, at: now.toISOString(), loaded: true }));
const { needs = "", panels = "", facts = "", events = "", households = "", put_away: putAway = "", pictures = "" } = rows[0] ?? {};
process.stdout.write(
  `${needs} needs, ${panels} panels, ${facts} bench facts, ${events} entries of the logbook, ${households} households, ${putAway} designs put away, ${pictures} pictures, in ${((performance.now() - from) / 1000).toFixed(0)} s.\n` +
    `Open it with: npm start -- --data ${folder}\n`,
);
