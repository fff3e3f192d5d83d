import { byTurn, countTeaches, takeInTurn } from "@yule/core";
import type { CommandPayload, storesCommands } from "@yule/contract";
import { and, desc, eq, gt, inArray, sql } from "drizzle-orm";
import { v7 } from "uuid";
import { missing } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { holdStores, lotsLeft, movesOf } from "./ledger.ts";
import { receive } from "./receiving.ts";
import { lotTable, storeMove } from "./tables.ts";

/**
 * A count tells what lay there at its moment; what came and went since stays. Where a later count is known already, that one stands and this one
 * is only kept. What it finds beside the books is a move, and what it tells of how much goes is learned.
 */
export async function tellCount(writing: Writing, { id, onHand: counted }: CommandPayload<"count-store">): Promise<HandlerResult<"count-store">> {
  const store = (await holdStores(writing, [id])).get(id) ?? missing("store", ["id"], id);
  const { since, isStale } = await movedSince(writing, id);
  const inBooks = store.onHand - since;
  const off = isStale ? 0 : Math.max(counted - inBooks, -store.onHand);
  const taught = isStale ? null : await taughtBy(writing, id, off);
  const learned = taught ? { taughtCounts: taught.counts, taughtLogSum: taught.logSum, taughtLogSquares: taught.logSquares } : {};
  const says = { ...learned, unbooked: isStale ? 0 : -store.unbooked };
  if (off > 0) await foundMore(writing, store, off, says);
  else {
    const { parts } = takeInTurn((await lotsLeft(writing, [id])).get(id) ?? [], -off);
    await writing.insertAll("storeMove", movesOf({ storeId: id, reason: "counted", at: writing.at }, parts, says));
  }
  return { subject: ["store", id], facts: { name: store.name, kind: store.kind, onHand: counted, inBooks } };
}

const ofStore = (writing: Writing, storeId: string) => and(eq(storeMove.shopId, writing.shopId), eq(storeMove.storeId, storeId), eq(storeMove.retracted, false));

/** What came and went after the moment of the count, and whether somebody counted after it. */
async function movedSince(writing: Writing, storeId: string): Promise<{ since: number; isStale: boolean }> {
  const [row] = await writing.tx
    .select({ since: sql<number>`coalesce(sum(${storeMove.quantity}), 0)::int`, counts: sql<number>`(count(*) filter (where ${storeMove.reason} = 'counted'))::int` })
    .from(storeMove)
    .where(and(ofStore(writing, storeId), gt(storeMove.at, writing.at)));
  return { since: row?.since ?? 0, isStale: (row?.counts ?? 0) > 0 };
}

/** What the stretch since the last count teaches: what the tables said would go, and what really went. */
async function taughtBy(writing: Writing, storeId: string, off: number) {
  const [last] = await writing.tx
    .select({ at: storeMove.at })
    .from(storeMove)
    .where(and(ofStore(writing, storeId), inArray(storeMove.reason, ["counted", "first count"])))
    .orderBy(desc(storeMove.at))
    .limit(1);
  const [sum] = await writing.tx
    .select({ assumed: sql<number>`coalesce(sum(${storeMove.assumed}), 0)::float8`, taken: sql<number>`coalesce(-sum(${storeMove.quantity}), 0)::float8` })
    .from(storeMove)
    .where(and(ofStore(writing, storeId), eq(storeMove.reason, "taken"), last ? gt(storeMove.at, last.at) : undefined, sql`${storeMove.at} <= ${writing.at.toISOString()}`));
  return countTeaches(sum?.assumed ?? 0, (sum?.taken ?? 0) - off);
}

/** More than the books have goes back into the lot it is taken from, at its price; of a material that never came, it is a lot at the shelf's price. */
async function foundMore(writing: Writing, store: { readonly id: string; readonly pack: number; readonly packCostMinor: number }, off: number, says: object): Promise<void> {
  const [open] = byTurn((await lotsLeft(writing, [store.id])).get(store.id) ?? []);
  const [latest] = open
    ? [open]
    : await writing.tx
        .select()
        .from(lotTable)
        .where(and(eq(lotTable.shopId, writing.shopId), eq(lotTable.storeId, store.id), eq(lotTable.retracted, false)))
        .orderBy(desc(lotTable.receivedOn), desc(lotTable.id))
        .limit(1);
  if (!latest) {
    const costMinor = Math.round((off * store.packCostMinor) / store.pack);
    await receive(writing, { id: v7(), storeId: store.id, quantity: off, costMinor, reason: "counted" }, says);
    return;
  }
  const valueMinor = Math.round((off * latest.costMinor) / latest.quantity);
  await writing.insert("storeMove", { id: v7(), storeId: store.id, lotId: latest.id, quantity: off, valueMinor, reason: "counted", at: writing.at, ...says });
}

export const countHandlers: Pick<Handlers<typeof storesCommands>, "count-store"> = { "count-store": tellCount };
