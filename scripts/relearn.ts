import { inShop, migrateDatabase, openDatabase } from "../server/src/db/pool.ts";
import { relearn } from "../server/src/learned/fold.ts";
import { HOME } from "../server/src/shop/reads.ts";
import { folderOf, MIGRATIONS, reachShop, readWords } from "./lib/reachShop.ts";

/** Learns all that the facts of a shop teach anew, whether it is open or not. */
const { told } = readWords(process.argv.slice(2), ["--data"], 0);
const { url, close } = await reachShop(folderOf(told.get("--data")));
const from = performance.now();
await migrateDatabase(url, MIGRATIONS);
const database = openDatabase(url);
await inShop(database, HOME.shopId, (tx) => relearn(tx, HOME.shopId));
await database.$client.end();
await close();
process.stdout.write(`Learned anew in ${((performance.now() - from) / 1000).toFixed(1)} s.\n`);
