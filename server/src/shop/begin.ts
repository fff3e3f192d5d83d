import { dayAt } from "@yule/core";
import { inShop, type Database, type Transaction } from "../db/pool.ts";
import { beginFirstSeason } from "../season/seasons.ts";
import { HOME } from "./reads.ts";
import { account, shop } from "./tables.ts";

/** How a shop begins, before anything is told of it. */
export type FirstWords = Pick<typeof shop.$inferInsert, "name" | "lengthSystem" | "country" | "region" | "timeZone" | "currency" | "manner" | "isDemo">;
const USUAL: Omit<FirstWords, "timeZone"> = { name: "My card table", lengthSystem: "in", country: "US", currency: "USD" };

/** Makes the first shop, its maker and its first season when they are not there. @returns whether they were made now */
export const ensureShop = (database: Database, timeZone: string, now: Date): Promise<boolean> =>
  inShop(database, HOME.shopId, (tx) => beginShop(tx, HOME.shopId, { ...USUAL, timeZone }, now));

/** Makes a shop within the transaction of it, where it is not there. @returns whether it was made now */
export async function beginShop(tx: Transaction, shopId: string, words: FirstWords, now: Date): Promise<boolean> {
  const made = await tx
    .insert(shop)
    .values({ ...words, shopId, id: shopId })
    .onConflictDoNothing()
    .returning();
  await tx.insert(account).values({ shopId, id: HOME.accountId, name: "Maker", role: "maker" }).onConflictDoNothing();
  if (made.length > 0) await beginFirstSeason(tx, shopId, dayAt(now, words.timeZone));
  return made.length > 0;
}

/** As the demo begins, wherever it is opened. */
export const DEMO_WORDS: FirstWords = { ...USUAL, timeZone: "UTC", isDemo: true };
