import type { OrdersRead } from "@yule/contract";
import { dayAt } from "@yule/core";
import type { Transaction } from "../db/pool.ts";
import { readListings } from "../designs/reads.ts";
import { newsTaken } from "../dispatch/reads.ts";
import { readFeed, type FeedTold } from "../outside/feedLines.ts";
import type { OrderFeed } from "../outside/orders.ts";
import { readHome } from "../shop/reads.ts";
import { needsOfOrders } from "./reads.ts";

/** All that the feed tells now. Every design counts as listed under its name. */
export async function feedTold(tx: Transaction, feed: OrderFeed, now: Date): Promise<FeedTold> {
  const home = await readHome(tx);
  const listings = await readListings(tx);
  return readFeed(
    feed.lines(
      listings.filter((each) => each.variants.length > 0),
      dayAt(now, home.timeZone),
    ),
  );
}

/** What the feed tells that no need was made of yet, and what is new of orders that were taken. */
export async function readOrders(tx: Transaction, feed: OrderFeed, now: Date): Promise<OrdersRead> {
  const told = await feedTold(tx, feed, now);
  const refs = [...new Set([...told.orders.map(({ ref }) => ref), ...told.news.map(({ orderRef }) => orderRef)])];
  const needs = await needsOfOrders(tx, refs);
  const answered = await newsTaken(
    tx,
    told.news.map(({ ref }) => ref),
  );
  const done = new Set(answered.map(({ ref }) => ref));
  // An order that was cancelled is known by what was told of it before.
  const known = new Set([...needs.keys(), ...answered.map(({ orderRef }) => orderRef)]);
  const cancelled = new Set(told.news.filter(({ kind }) => kind === "cancelled").map(({ orderRef }) => orderRef));
  return {
    name: feed.name,
    simulated: feed.simulated,
    // What was cancelled before it was taken is no work at all.
    orders: told.orders.filter(({ ref }) => !known.has(ref) && !cancelled.has(ref)),
    news: told.news
      .filter(({ ref, orderRef }) => known.has(orderRef) && !done.has(ref))
      .map((each) => ({ ...each, title: needs.get(each.orderRef)?.title ?? each.orderRef, needId: needs.get(each.orderRef)?.id ?? null })),
    unread: told.unread,
  };
}
