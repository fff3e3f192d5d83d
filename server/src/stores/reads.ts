import type { StoresRead, StoreRead } from "@yule/contract";
import { and, asc, desc, eq, gte } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { storeTable, storeMove } from "./tables.ts";

/** What is counted on the shelf. */
export async function readShelf(tx: Transaction): Promise<StoreRead[]> {
  const stores = await tx.select().from(storeTable).orderBy(asc(storeTable.kind), asc(storeTable.name));
  return stores.map(({ shopId: _, ...row }) => row);
}

/** What came and went is told for so many days, and no more than so much of it. */
const [RECENT_DAYS, MOST_MOVES] = [60, 200];

export async function readStores(tx: Transaction, now: Date): Promise<StoresRead> {
  const since = new Date(now.getTime() - RECENT_DAYS * 86_400_000);
  const moves = await tx
    .select()
    .from(storeMove)
    .where(and(eq(storeMove.retracted, false), gte(storeMove.at, since)))
    .orderBy(desc(storeMove.at), desc(storeMove.id))
    .limit(MOST_MOVES);
  return {
    stores: await readShelf(tx),
    moves: moves.map((move) => ({ storeId: move.storeId, quantity: move.quantity, why: move.why, at: move.at.toISOString() })),
  };
}
