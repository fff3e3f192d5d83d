import type { BackupKeeper } from "../../server/src/backup/keeper.ts";
import { Keepers } from "../../server/src/backup/keepers.ts";
import { inShop, openDatabase, type Database } from "../../server/src/db/pool.ts";
import { HOME, readTimeZone } from "../../server/src/shop/reads.ts";
import { endWith, MIGRATIONS } from "./reachShop.ts";

async function withDatabase<T>(url: string, work: (database: Database) => Promise<T>): Promise<T> {
  const database = openDatabase(url);
  try {
    return await work(database);
  } finally {
    await database.$client.end();
  }
}

/** The shop of a folder that has this name. Ends with one clear line where there is none such, or more than one. */
async function shopNamed(url: string, name: string): Promise<string> {
  const { rows } = await withDatabase(url, ({ $client }) => $client.query<{ id: string; name: string }>("select shop_id as id, name from shop order by name"));
  const found = rows.filter((each) => each.name.toLowerCase() === name.toLowerCase());
  if (found.length !== 1 || !found[0])
    return endWith(
      `--shop: given ${name === "" ? "nothing" : name}, which is the name of ${found.length === 0 ? "no shop" : "several shops"} here, allowed ${rows.map((each) => each.name).join(", ")}`,
    );
  return found[0].id;
}

/** What makes and opens the backups of a shop in a folder. @param name of one of several; left out for the first */
export async function keeperFor(url: string, data: string, name?: string): Promise<BackupKeeper> {
  const shopId = name === undefined ? HOME.shopId : await shopNamed(url, name);
  return new Keepers({
    url,
    data,
    migrations: MIGRATIONS,
    now: () => new Date(),
    timeZone: (id) => withDatabase(url, (database) => inShop(database, id, readTimeZone)),
  }).of(shopId);
}
