import type { StoresRead } from "@yule/contract";
import { asc, desc, eq } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { store, storeMove } from "./tables.ts";

export async function readStores(tx: Transaction): Promise<StoresRead> {
  const stores = await tx.select().from(store).orderBy(asc(store.kind), asc(store.name));
  const moves = await tx.select().from(storeMove).where(eq(storeMove.retracted, false)).orderBy(desc(storeMove.at)).limit(200);
  return {
    stores: stores.map(({ shopId: _, ...row }) => row),
    moves: moves.map((move) => ({ storeId: move.storeId, quantity: move.quantity, why: move.why, at: move.at.toISOString() })),
  };
}
