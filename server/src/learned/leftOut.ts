import type { LeftOutRead } from "@yule/contract";
import { day, type Day } from "@yule/core";
import { EVERYTHING, type Counted } from "@yule/derive";
import { and, desc, eq, inArray, isNull, or, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { leftOut } from "./tables.ts";

type Row = typeof leftOut.$inferSelect;

/** What of some batches teaches, where something of them or of their designs is left out. */
export async function countedOf(tx: Transaction, batches: readonly { readonly id: string; readonly designId: string }[]): Promise<(batch: (typeof batches)[number]) => Counted> {
  if (batches.length === 0) return () => EVERYTHING;
  const designs = [...new Set(batches.map(({ designId }) => designId))];
  const rows = await tx
    .select()
    .from(leftOut)
    .where(
      or(
        and(
          eq(leftOut.of, "batch"),
          inArray(
            leftOut.ofId,
            batches.map(({ id }) => id),
          ),
        ),
        and(eq(leftOut.of, "design"), inArray(leftOut.ofId, designs)),
      ),
    );
  return ({ id, designId }) => {
    const own = rows.filter(({ ofId }) => ofId === id || ofId === designId);
    if (own.length === 0) return EVERYTHING;
    const ofBatch = own.filter(({ of }) => of === "batch");
    return {
      isNothing: ofBatch.some((row) => row.day === null),
      without: new Set(ofBatch.flatMap((row) => (row.day === null ? [] : [day(row.day)]))),
      since: latest(own.filter(({ of }) => of === "design")),
    };
  };
}

const latest = (rows: readonly Row[]): Date | null => rows.reduce<Date | null>((last, { at }) => (last === null || at > last ? at : last), null);

/** Since when evenings, or the post, are learned anew; null where they never were. */
export async function anewSince(tx: Transaction, of: "evenings" | "post"): Promise<Date | null> {
  return latest(await tx.select().from(leftOut).where(eq(leftOut.of, of)));
}

/** Fairs that nothing is learned of. */
export async function fairsLeftOut(tx: Transaction): Promise<ReadonlySet<string>> {
  const rows = await tx.select({ ofId: leftOut.ofId }).from(leftOut).where(eq(leftOut.of, "fair"));
  return new Set(rows.flatMap(({ ofId }) => (ofId === null ? [] : [ofId])));
}

/** So many are listed. */
const MOST_LISTED = 200;

/** What is left out of some batches and of their design, and of all that is not of one design; newest first. */
export async function readLeftOut(tx: Transaction, designId: string, batchIds: readonly string[]): Promise<LeftOutRead[]> {
  const rows = await tx
    .select()
    .from(leftOut)
    .where(
      or(
        inArray(leftOut.of, ["fair", "material", "evenings", "post"]),
        and(eq(leftOut.of, "design"), eq(leftOut.ofId, designId)),
        batchIds.length === 0 ? isNull(leftOut.id) : and(eq(leftOut.of, "batch"), inArray(leftOut.ofId, [...batchIds])),
      ),
    )
    .orderBy(desc(leftOut.at), desc(leftOut.id))
    .limit(MOST_LISTED);
  return rows.map(({ shopId: _, day: only, at, ...row }) => ({ ...row, day: only as Day | null, at: at.toISOString() }));
}

/** Writes a name over in what was told of why something is left out. */
export async function eraseFromWhys(tx: Transaction, name: string, instead: string): Promise<void> {
  await tx
    .update(leftOut)
    .set({ why: sql`replace(${leftOut.why}, ${name}, ${instead})` })
    .where(sql`position(${name} in ${leftOut.why}) > 0`);
}
