import { FIRST_SHOP, type Role, type ShopRead } from "@yule/contract";
import { eq } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { account, shop } from "./tables.ts";

/** The first shop of a kitchen table. Of any shop the maker has this id. */
export const HOME = { shopId: FIRST_SHOP, accountId: "01936b5c-7a00-7000-8000-000000000002" } as const;

/** The row of the shop at hand. */
export async function readHome(tx: Transaction): Promise<typeof shop.$inferSelect> {
  const [row] = await tx.select().from(shop);
  if (!row) throw new Error("the shop has no row");
  return row;
}

/** Where the shop's days begin; asked alone, since it is also asked of tables that wait for an update. */
export async function readTimeZone(tx: Transaction): Promise<string> {
  const [row] = await tx.select({ timeZone: shop.timeZone }).from(shop);
  return row?.timeZone ?? "UTC";
}

export async function readShop(
  tx: Transaction,
  { accountId, role, isLocked }: { readonly accountId: string; readonly role: Role; readonly isLocked: boolean },
  now: Date,
): Promise<ShopRead> {
  const row = await readHome(tx);
  const [who] = await tx.select().from(account).where(eq(account.id, accountId));
  if (!who) throw new Error("the shop has no maker");
  return {
    id: row.id,
    version: row.version,
    name: row.name,
    address: row.address,
    lengthSystem: row.lengthSystem,
    country: row.country,
    region: row.region,
    timeZone: row.timeZone,
    currency: row.currency,
    lateAfter: row.lateAfter,
    dryingPlaces: row.dryingPlaces,
    changeover: row.changeover,
    sureIn100: row.sureIn100,
    hourMinor: row.hourMinor,
    feeHundredths: row.feeHundredths,
    feeMinor: row.feeMinor,
    helperMay: row.helperMay as ShopRead["helperMay"],
    occasionCountries: row.occasionCountries,
    calendarSecret: row.calendarSecret,
    manner: row.manner,
    isDemo: row.isDemo,
    rulesOff: row.rulesOff,
    now: now.toISOString(),
    account: { id: who.id, name: who.name, role, isLocked },
  };
}
