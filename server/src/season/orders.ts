import type { OrdersRead } from "@yule/contract";
import { dayAt } from "@yule/core";
import { asc, isNotNull } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { colourway, design } from "../designs/tables.ts";
import type { OrderFeed } from "../outside/orders.ts";
import { shop } from "../shop/tables.ts";
import { need } from "./tables.ts";

/** What the feed tells that no need was made of yet. Every design counts as listed under its name. */
export async function readOrders(tx: Transaction, feed: OrderFeed, now: Date): Promise<OrdersRead> {
  const [home] = await tx.select().from(shop);
  const designs = await tx.select().from(design).orderBy(asc(design.id));
  const colourways = await tx.select().from(colourway).orderBy(asc(colourway.id));
  const listings = designs.map((each) => ({ title: each.name, variants: colourways.filter((one) => one.designId === each.id).map((one) => one.name) }));
  const taken = new Set((await tx.select({ ref: need.orderRef }).from(need).where(isNotNull(need.orderRef))).map((each) => each.ref));
  const orders = feed.orders(
    listings.filter((each) => each.variants.length > 0),
    dayAt(now, home?.timeZone ?? "UTC"),
  );
  return { name: feed.name, simulated: feed.simulated, orders: orders.filter((order) => !taken.has(order.ref)) };
}
