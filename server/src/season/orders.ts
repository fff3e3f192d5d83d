import type { OrdersRead } from "@yule/contract";
import { dayAt } from "@yule/core";
import { inArray } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readListings } from "../designs/reads.ts";
import type { OrderFeed } from "../outside/orders.ts";
import { readHome } from "../shop/reads.ts";
import { need } from "./tables.ts";

/** What the feed tells that no need was made of yet. Every design counts as listed under its name. */
export async function readOrders(tx: Transaction, feed: OrderFeed, now: Date): Promise<OrdersRead> {
  const home = await readHome(tx);
  const listings = await readListings(tx);
  const orders = feed.orders(
    listings.filter((each) => each.variants.length > 0),
    dayAt(now, home.timeZone),
  );
  const refs = orders.map(({ ref }) => ref);
  const known = refs.length === 0 ? [] : await tx.select({ ref: need.orderRef }).from(need).where(inArray(need.orderRef, refs));
  const taken = new Set(known.map(({ ref }) => ref));
  return { name: feed.name, simulated: feed.simulated, orders: orders.filter((order) => !taken.has(order.ref)) };
}
