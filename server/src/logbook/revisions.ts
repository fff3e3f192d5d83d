import type { ReadName } from "@yule/contract";
import { eq, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readRevision } from "./tables.ts";

/** What the reads named are at from now on. */
export type Revisions = Readonly<Partial<Record<ReadName, number>>>;

/** Counts up what was made stale, in the transaction that makes it so. Always in one order: two that wait for each other would wait for ever. */
export async function countStale(tx: Transaction, shopId: string, reads: readonly ReadName[]): Promise<Revisions> {
  const rows = await tx
    .insert(readRevision)
    .values([...reads].sort().map((name) => ({ shopId, name, revision: 1 })))
    .onConflictDoUpdate({ target: [readRevision.shopId, readRevision.name], set: { revision: sql`${readRevision.revision} + 1` } })
    .returning({ name: readRevision.name, revision: readRevision.revision });
  return Object.fromEntries(rows.map(({ name, revision }) => [name, revision]));
}

/** The revision of one read. */
export async function revisionOf(tx: Transaction, read: ReadName): Promise<number> {
  const [row] = await tx.select({ revision: readRevision.revision }).from(readRevision).where(eq(readRevision.name, read));
  return row?.revision ?? 0;
}
