import type { CommandPayload, FeedNews } from "@yule/contract";
import { money, phrase } from "@yule/core";
import { v7 } from "uuid";
import { isBegun, panelsBegunOf } from "../bench/reads.ts";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult } from "../logbook/handler.ts";
import { dropNeed } from "../season/dropNeed.ts";
import { feedTold } from "../season/orders.ts";
import { needLinesOf, needTakenFor } from "../season/reads.ts";
import { bind } from "./letters.ts";
import { newsTaken, orderOfNeed, paidOf, isPosted, recipientsOf } from "./reads.ts";

type Path = readonly (string | number)[];
type Need = NonNullable<Awaited<ReturnType<typeof needTakenFor>>>;

/** Does what the feed told: in the feed's order, since a change comes before the refund that it leads to. */
async function takeNews(writing: Writing, { refs, isLeft }: CommandPayload<"take-news">): Promise<HandlerResult<"take-news">> {
  const { news } = await feedTold(writing.tx, writing.outside.orders, writing.at);
  const known = new Set((await newsTaken(writing.tx, refs)).map(({ ref }) => ref));
  refs.forEach((ref, index) => {
    if (known.has(ref)) refuse({ code: "taken", path: ["refs", index], given: [{ text: ref }], allowed: phrase`a message of the feed that was not taken yet` });
    if (!news.some((each) => each.ref === ref)) missing("message of the feed", ["refs", index], ref);
  });
  const titles = new Set<string>();
  for (const each of news) {
    const index = refs.indexOf(each.ref);
    if (index < 0) continue;
    const need = await needTakenFor(writing.tx, each.orderRef);
    titles.add(need?.title ?? each.orderRef);
    const orderId = isLeft ? null : await done(writing, each, need, ["refs", index]);
    await writing.insert("orderNews", { id: v7(), ref: each.ref, orderRef: each.orderRef, orderId, isLeft });
  }
  return { subject: ["shop", writing.shopId], facts: { titles: [...titles], news: refs.length, isLeft } };
}

/** @returns the order whose payments it is about; null where it is about none */
async function done(writing: Writing, news: FeedNews, need: Need | null, path: Path): Promise<string | null> {
  if (news.kind === "refunded") return giveBack(writing, news, need, path);
  if (!need) return refuse({ code: "not-here", path, given: [{ text: news.orderRef }], allowed: phrase`an order that is still here; leave this message` });
  if (news.kind === "paid") return pay(writing, news, need);
  if (await isPosted(writing.tx, need.id))
    refuse({ code: "posted", path, given: phrase`${{ name: need.title, of: "need" }}, which was posted`, allowed: phrase`an order that was not posted; leave this message` });
  await (news.kind === "changed" ? change(writing, news, need, path) : cancel(writing, need));
  return null;
}

/** Where payments of a need are noted: the order that it belongs to, or one made of it alone. */
async function orderFor(writing: Writing, need: Need): Promise<string> {
  const known = await orderOfNeed(writing.tx, need.id);
  if (known !== null) return known;
  const id = v7();
  await bind(writing, { id, kind: "order", title: need.title, needIds: [need.id] });
  await writing.insert("order", { id, householdId: null, priceMinor: need.priceMinor, depositMinor: need.depositMinor });
  return id;
}

async function pay(writing: Writing, { minor, on }: FeedNews, need: Need): Promise<string> {
  const orderId = await orderFor(writing, need);
  await writing.insert("orderPayment", { id: v7(), orderId, minor: minor ?? 0, on });
  return orderId;
}

/** Also of an order that is gone by now. No more goes back than was paid. */
async function giveBack(writing: Writing, { orderRef, minor, on }: FeedNews, need: Need | null, path: Path): Promise<string> {
  const orderId = (need && (await orderOfNeed(writing.tx, need.id))) ?? (await newsTaken(writing.tx, { orderRef })).find((each) => each.orderId !== null)?.orderId ?? null;
  const paid = orderId === null ? 0 : await paidOf(writing.tx, orderId);
  if (orderId === null || paid < (minor ?? 0))
    return refuse({
      code: "more-than-paid",
      path,
      given: phrase`${{ money: money(minor ?? 0) }} given back`,
      allowed: phrase`at most ${{ money: money(paid) }}, what was noted as paid; take up its payment first, or leave this message`,
    });
  await writing.insert("orderPayment", { id: v7(), orderId, minor: -(minor ?? 0), on });
  return orderId;
}

/** Another number of cards, and another price where it was told. Cards that are made stay the order's. */
async function change(writing: Writing, { quantity, minor }: FeedNews, need: Need, path: Path): Promise<void> {
  const lines = await needLinesOf(writing.tx, need.id);
  const [first, ...others] = lines;
  if (!first) return missing("line of this need", path, need.id);
  const rest = others.reduce((sum, line) => sum + line.quantity, 0);
  const least = rest + Math.max(1, first.assembled);
  const cards = quantity ?? rest + first.quantity;
  if (cards < least)
    refuse({ code: "fewer-than-made", path, given: [{ count: cards }], allowed: phrase`at least ${least}, already assembled or of another colourway; leave this message` });
  await writing.update("needLine", first.id, { quantity: cards - rest });
  const priceMinor = minor ?? need.priceMinor;
  const depositMinor = priceMinor === null || need.depositMinor === null ? need.depositMinor : Math.min(priceMinor, need.depositMinor);
  await writing.update("need", need.id, { priceMinor, depositMinor, neutralCards: Math.min(need.neutralCards, cards) });
  const orderId = await orderOfNeed(writing.tx, need.id);
  const order = orderId === null ? null : await writing.find("order", orderId);
  if (!order || order.priceMinor === null || minor === null) return;
  const price = Math.max(0, order.priceMinor + minor - (need.priceMinor ?? 0));
  await writing.update("order", order.id, { priceMinor: price, depositMinor: order.depositMinor === null ? null : Math.min(order.depositMinor, price) });
}

/**
 * Nobody waits for it any more. What was not begun is not painted; panels that were begun are finished for the stash; cards that were assembled
 * are offered in the shop.
 */
async function cancel(writing: Writing, need: Need): Promise<void> {
  if (!(await isBegun(writing.tx, need.id))) return dropNeed(writing, need.id);
  const lines = await needLinesOf(writing.tx, need.id);
  const begun = await panelsBegunOf(writing.tx, need.id);
  const isMade = lines.some(({ assembled }) => assembled > 0);
  for (const line of lines) {
    const quantity = isMade ? line.assembled : Math.min(line.quantity, begun.get(line.colourwayId) ?? 0);
    if (quantity === 0) await writing.remove("needLine", line.id);
    else if (quantity !== line.quantity) await writing.update("needLine", line.id, { quantity });
  }
  for (const each of await recipientsOf(writing.tx, need.id)) await writing.remove("recipient", each.id);
  await writing.update("need", need.id, { kind: isMade ? "shop listing" : "stash", zone: null, depositMinor: null, neutralCards: 0, service: null });
}

export const orderNewsHandlers = { "take-news": takeNews };
