import { gramsOfOne, type StoreKind, phrase } from "@yule/core";
import type { LotRead, ScaleRead, scaleQuery, StoresRead, StoreRead, SupplierRead, ToBuyRead } from "@yule/contract";
import { and, asc, desc, eq, gt, gte, inArray, or, sql, type SQL } from "drizzle-orm";
import type { z } from "zod";
import { formsOfPaints } from "../colour/reads.ts";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Scale } from "../outside/scale.ts";
import { titlesOfNeeds } from "../season/open.ts";
import { lotTable, offerTable, storeMove, storeTable, supplierTable, toBuyTable } from "./tables.ts";

/** What lies on the shelf, in the order of the walk along it. */
export async function readShelf(tx: Transaction, which?: SQL): Promise<StoreRead[]> {
  const paints = formsOfPaints(tx);
  const rows = await tx
    .select({ store: storeTable, form: paints.form, strength: paints.strength })
    .from(storeTable)
    .leftJoin(paints, eq(paints.id, storeTable.id))
    .where(and(eq(storeTable.archived, false), which))
    .orderBy(asc(storeTable.position), asc(storeTable.kind), asc(storeTable.name), asc(storeTable.id));
  return rows.map(({ store: { shopId: _, ...row }, form, strength }) => ({ ...row, form, strength }));
}

/** The shelf as far as some kinds of materials, or some of them by their id, are asked about. */
export const readKinds = (tx: Transaction, kinds: readonly StoreKind[], ids: readonly string[]): Promise<StoreRead[]> =>
  readShelf(tx, or(kinds.length > 0 ? inArray(storeTable.kind, [...kinds]) : undefined, ids.length > 0 ? inArray(storeTable.id, [...ids]) : undefined));

/** What came and went is told for so many days, and no more than so much of it. */
const [RECENT_DAYS, MOST_MOVES] = [60, 200];
/** So many of a supplier's last orders tell how many days it takes. */
const LAST_ORDERS = 10;

export async function readStores(tx: Transaction, now: Date): Promise<StoresRead> {
  return {
    stores: await readShelf(tx),
    lots: await readLots(tx),
    suppliers: await readSuppliers(tx),
    offers: (await tx.select().from(offerTable).orderBy(asc(offerTable.id))).map(({ shopId: _, ...row }) => row),
    toBuy: await readToBuy(tx),
    moves: await readMoves(tx, new Date(now.getTime() - RECENT_DAYS * 86_400_000)),
  };
}

/** What lies on the scale. An invented one is told what should lie there, with what it stands in. */
export async function readScale(tx: Transaction, scale: Scale, { store: id, empty }: z.output<typeof scaleQuery>): Promise<ScaleRead> {
  const [store] = await readShelf(tx, eq(storeTable.id, id));
  const one = store ? gramsOfOne(store) : null;
  if (!store || one === null)
    throw new Refusal(422, phrase`This cannot be weighed.`, [
      {
        code: "not-weighed",
        path: ["store"],
        given: [store ? { name: store.name, of: "store" } : { text: id }],
        allowed: phrase`paper and card of a told weight, fluids, paints and glitter`,
      },
    ]);
  return { grams: scale.read(store.onHand * one + empty, id), step: scale.step, by: scale.name, simulated: scale.simulated };
}

async function readLots(tx: Transaction): Promise<LotRead[]> {
  const rows = await tx.select().from(lotTable).where(gt(lotTable.left, 0)).orderBy(asc(lotTable.receivedOn), asc(lotTable.id));
  return rows.map(({ shopId: _s, retracted: _r, paidCurrency: _c, paidMinor: _p, rateMillionths: _m, ...row }) => row);
}

async function readSuppliers(tx: Transaction): Promise<SupplierRead[]> {
  const last = tx
    .select({ days: sql<number>`${toBuyTable.receivedOn} - ${toBuyTable.orderedOn}`.as("days"), on: toBuyTable.receivedOn })
    .from(toBuyTable)
    .where(
      and(eq(toBuyTable.shopId, supplierTable.shopId), eq(toBuyTable.supplierId, supplierTable.id), eq(toBuyTable.state, "received"), sql`${toBuyTable.orderedOn} is not null`),
    )
    .orderBy(desc(toBuyTable.receivedOn))
    .limit(LAST_ORDERS)
    .as("last");
  const took = tx.select({ of: sql<number[]>`json_agg(${last.days} order by ${last.on} desc)` }).from(last);
  const rows = await tx
    .select({ supplier: supplierTable, took: sql<number[]>`coalesce((${took}), '[]')` })
    .from(supplierTable)
    .orderBy(asc(supplierTable.name), asc(supplierTable.id));
  return rows.map(({ supplier: { shopId: _, ...row }, took }) => ({ ...row, took }));
}

async function readToBuy(tx: Transaction): Promise<ToBuyRead[]> {
  const rows = await tx
    .select()
    .from(toBuyTable)
    .where(inArray(toBuyTable.state, ["listed", "in the basket", "ordered"]))
    .orderBy(asc(toBuyTable.orderBy), asc(toBuyTable.id));
  return rows.map(({ shopId: _s, receivedOn: _r, ...row }) => ({ ...row, orderBy: row.orderBy as ToBuyRead["orderBy"] }));
}

async function readMoves(tx: Transaction, since: Date): Promise<StoresRead["moves"]> {
  const rows = await tx
    .select()
    .from(storeMove)
    .where(and(eq(storeMove.retracted, false), gte(storeMove.at, since)))
    .orderBy(desc(storeMove.at), desc(storeMove.id))
    .limit(MOST_MOVES);
  const titles = await titlesOfNeeds(
    tx,
    rows.flatMap(({ needId }) => needId ?? []),
  );
  return rows.map(({ storeId, lotId, quantity, reason, why, at, needId }) => ({ storeId, lotId, quantity, reason, why: titles.get(needId ?? "") ?? why, at: at.toISOString() }));
}
