import { BackupKeeper } from "../../server/src/backup/keeper.ts";
import { inShop, openDatabase } from "../../server/src/db/pool.ts";
import { HOME, readTimeZone } from "../../server/src/shop/reads.ts";
import { MIGRATIONS } from "./reachShop.ts";

/** What makes and opens the backups of the shop in a folder. */
export const keeperFor = (url: string, data: string): BackupKeeper =>
  new BackupKeeper({
    url,
    data,
    shopId: HOME.shopId,
    migrations: MIGRATIONS,
    now: () => new Date(),
    timeZone: async () => {
      const database = openDatabase(url);
      try {
        return await inShop(database, HOME.shopId, readTimeZone);
      } finally {
        await database.$client.end();
      }
    },
  });
