import { dayAt } from "@yule/core";
import { inShop, type Database } from "../db/pool.ts";
import { beginFirstSeason } from "../season/seasons.ts";
import { HOME } from "./reads.ts";
import { account, shop } from "./tables.ts";

/** Makes the shop, its maker and its first season when they are not there. @returns whether they were made now */
export async function ensureShop(database: Database, timeZone: string, now: Date): Promise<boolean> {
  return inShop(database, HOME.shopId, async (tx) => {
    const made = await tx
      .insert(shop)
      .values({ shopId: HOME.shopId, id: HOME.shopId, name: "My card table", lengthSystem: "in", country: "US", timeZone, currency: "USD" })
      .onConflictDoNothing()
      .returning();
    await tx.insert(account).values({ shopId: HOME.shopId, id: HOME.accountId, name: "Maker", role: "maker" }).onConflictDoNothing();
    if (made.length > 0) await beginFirstSeason(tx, HOME.shopId, dayAt(now, timeZone));
    return made.length > 0;
  });
}
