import { isCountedOut, phrase, printAmount, measureOf, takeInTurn, type StoreKind, type TakenPart } from "@yule/core";
import type { MoveReason } from "@yule/contract";
import { and, asc, eq, gt, inArray } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { lotTable, storeTable, type storeMove } from "./tables.ts";

type Store = typeof storeTable.$inferSelect;
type Lot = typeof lotTable.$inferSelect;
type NewMove = Omit<typeof storeMove.$inferInsert, "shopId" | "version">;

/** Something that leaves the shelf, in whole units of its material, with what it is for. */
export interface Take {
  readonly storeId: string;
  readonly quantity: number;
  readonly reason: MoveReason;
  /** Where in what was told it stands. */
  readonly path: readonly (string | number)[];
  /** What the tables say goes, where that was reckoned and not told. */
  readonly assumed?: number | undefined;
  readonly needId?: string | null | undefined;
  readonly batchId?: string | undefined;
  readonly unitId?: string | undefined;
  readonly stageId?: string | undefined;
}

/** The stores, held until the command is through, in the order of their ids so that two commands do not wait for each other. */
export async function holdStores(writing: Writing, ids: readonly string[]): Promise<ReadonlyMap<string, Store>> {
  if (ids.length === 0) return new Map();
  const rows = await writing.tx
    .select()
    .from(storeTable)
    .where(and(eq(storeTable.shopId, writing.shopId), inArray(storeTable.id, [...new Set(ids)])))
    .orderBy(asc(storeTable.id))
    .for("no key update");
  return new Map(rows.map((row) => [row.id, row]));
}

/** The same, of which so much is there: what is missing of all that is asked for is refused before any of it is taken. */
export async function heldFor(writing: Writing, asked: readonly Pick<Take, "storeId" | "quantity" | "path">[]): Promise<ReadonlyMap<string, Store>> {
  const stores = await holdStores(
    writing,
    asked.map(({ storeId }) => storeId),
  );
  for (const each of asked) {
    const store = stores.get(each.storeId) ?? missing("store", each.path, each.storeId);
    if (each.quantity > store.onHand) refuse(notEnough(store.kind, store.name, each, store.onHand));
  }
  return stores;
}

/** Lots of which something is left, by their store. */
export async function lotsLeft(writing: Writing, stores: readonly string[]): Promise<Map<string, Lot[]>> {
  const found = new Map<string, Lot[]>(stores.map((id) => [id, []]));
  if (stores.length === 0) return found;
  const rows = await writing.tx
    .select()
    .from(lotTable)
    .where(and(eq(lotTable.shopId, writing.shopId), inArray(lotTable.storeId, [...stores]), gt(lotTable.left, 0)));
  for (const row of rows) found.get(row.storeId)?.push(row);
  return found;
}

/**
 * Takes from lots in their turn and writes the ledger. What is counted out must be there, or the command is refused; of what is poured and measured
 * as much is taken as the books have, and the rest asks for a count.
 */
export async function takeAll(writing: Writing, takes: readonly Take[]): Promise<void> {
  const ids = takes.map(({ storeId }) => storeId);
  const stores = await holdStores(writing, ids);
  const lots = await lotsLeft(writing, [...stores.keys()]);
  const onHand = new Map([...stores.values()].map((store) => [store.id, store.onHand]));
  const moves = takes.flatMap((take): NewMove[] => {
    const store = stores.get(take.storeId);
    if (!store) return missing("store", take.path, take.storeId);
    const there = onHand.get(store.id) ?? 0;
    const isTold = take.assumed === undefined;
    if (take.quantity > there && (isTold || isCountedOut(store.kind))) refuse(notEnough(store.kind, store.name, take, there));
    const own = lots.get(store.id) ?? [];
    const { parts, missing: short } = takeInTurn(own, take.quantity);
    onHand.set(store.id, there - (take.quantity - short));
    lots.set(
      store.id,
      own.map((lot) => {
        const part = parts.find((each) => each.lot === lot.id);
        return part ? { ...lot, left: lot.left - part.quantity, valueLeft: lot.valueLeft - part.cost } : lot;
      }),
    );
    const { storeId, reason, needId = null, batchId = null, unitId = null, stageId = null, assumed = 0 } = take;
    return movesOf({ storeId, reason, needId, batchId, unitId, stageId, at: writing.at }, parts, { assumed, unbooked: short });
  });
  await writing.insertAll("storeMove", moves);
}

/** A row for each lot that something comes out of, and one where it comes out of none. @param once what stands on the first of them alone */
export function movesOf(told: Omit<NewMove, "id" | "quantity">, parts: readonly TakenPart[], once: Partial<NewMove>): NewMove[] {
  const rows: NewMove[] = parts.map(({ lot, quantity, cost }) => ({ ...told, id: v7(), lotId: lot, quantity: -quantity, valueMinor: -cost }));
  const [first = { ...told, id: v7(), quantity: 0 }, ...rest] = rows;
  return [{ ...first, ...once }, ...rest];
}

function notEnough(kind: StoreKind, name: string, { path, quantity }: Pick<Take, "path" | "quantity">, there: number) {
  const words = (amount: number) => printAmount(amount, measureOf(kind));
  return {
    code: "not-enough",
    path,
    given: phrase`${words(quantity)} of ${{ name, of: "store" }}`,
    allowed: phrase`at most ${words(there)}, what is on the shelf (${words(quantity - there)} short)`,
  };
}
