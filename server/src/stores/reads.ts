import type { StoresRead, StoreRead } from "@yule/contract";
import { asc, desc, eq } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { storeTable, storeMove } from "./tables.ts";

/** What is counted on the shelf. */
export async function readShelf(tx: Transaction): Promise<StoreRead[]> {
  const stores = await tx.select().from(storeTable).orderBy(asc(storeTable.kind), asc(storeTable.name));
  return stores.map(({ shopId: _, ...row }) => row);
}

export async function readStores(tx: Transaction): Promise<StoresRead> {
  const moves = await tx.select().from(storeMove).where(eq(storeMove.retracted, false)).orderBy(desc(storeMove.at)).limit(200);
  return {
    stores: await readShelf(tx),
    moves: moves.map((move) => ({ storeId: move.storeId, quantity: move.quantity, why: move.why, at: move.at.toISOString() })),
  };
}
