import type { BatchMoney } from "@yule/contract";
import { and, asc, eq, exists, inArray, or, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { batch, benchFact, unit } from "./tables.ts";

/** A panel that came to nothing: told to be spoilt at the bench, or judged so. */
const isLost = (tx: Transaction) =>
  or(
    eq(unit.grade, "scrap"),
    exists(
      tx
        .select({ one: sql`1` })
        .from(benchFact)
        .where(
          and(eq(benchFact.shopId, unit.shopId), eq(benchFact.batchId, unit.batchId), eq(benchFact.unitId, unit.id), eq(benchFact.what, "spoilt"), eq(benchFact.retracted, false)),
        ),
    ),
  );

/** A batch as far as the bench knows what it took. */
export type BatchWork = Omit<BatchMoney, "valueMinor">;

/** What was done at the bench for some needs, batch by batch, and the panels that came to nothing. */
export async function workOnNeeds(tx: Transaction, needs: readonly string[]): Promise<{ readonly batches: BatchWork[]; readonly lost: string[] }> {
  if (needs.length === 0) return { batches: [], lost: [] };
  const ofThem = inArray(batch.needId, [...needs]);
  const onTheirs = and(eq(unit.shopId, batch.shopId), eq(unit.batchId, batch.id));
  const begun = await tx
    .select({ batchId: batch.id, needId: batch.needId, begunAt: batch.startedAt, panels: sql<number>`count(*)::int` })
    .from(batch)
    .innerJoin(unit, onTheirs)
    .where(ofThem)
    .groupBy(batch.shopId, batch.id)
    .orderBy(asc(batch.startedAt), asc(batch.id));
  const stages = await tx
    .select({ batchId: batch.id, stageId: benchFact.stageId, panels: sql<number>`count(distinct ${benchFact.unitId})::int` })
    .from(batch)
    .innerJoin(benchFact, and(eq(benchFact.shopId, batch.shopId), eq(benchFact.batchId, batch.id), eq(benchFact.what, "done"), eq(benchFact.retracted, false)))
    .where(ofThem)
    .groupBy(batch.id, benchFact.stageId);
  const lost = await tx
    .select({ id: unit.id, batchId: batch.id })
    .from(batch)
    .innerJoin(unit, onTheirs)
    .where(and(ofThem, isLost(tx)));
  const ofBatch = new Map(begun.map(({ batchId }) => [batchId, { stages: [] as BatchWork["stages"][number][], spoilt: 0 }]));
  for (const { batchId, stageId, panels } of stages) ofBatch.get(batchId)?.stages.push({ stageId, panels });
  for (const { batchId } of lost) {
    const own = ofBatch.get(batchId);
    if (own) own.spoilt += 1;
  }
  return {
    batches: begun.map(({ begunAt, ...each }) => ({
      ...each,
      begunAt: begunAt.toISOString(),
      ...(ofBatch.get(each.batchId) ?? { stages: [], spoilt: 0 }),
    })),
    lost: lost.map(({ id }) => id),
  };
}
