import type { BenchRead } from "@yule/contract";
import { asc, eq, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { batch, benchFact, unit } from "./tables.ts";

export async function readBench(tx: Transaction): Promise<BenchRead> {
  const batches = await tx.select().from(batch).orderBy(asc(batch.startedAt));
  const units = await tx.select().from(unit).orderBy(asc(unit.number));
  const facts = await tx.select().from(benchFact).where(eq(benchFact.retracted, false)).orderBy(asc(benchFact.at));
  const yields = await tx
    .select({
      designId: batch.designId,
      good: sql`count(*) filter (where ${unit.grade} = 'good')`.mapWith(Number),
      bad: sql`count(*) filter (where ${unit.grade} in ('rescue', 'stash', 'scrap'))`.mapWith(Number),
    })
    .from(unit)
    .innerJoin(batch, eq(unit.batchId, batch.id))
    .groupBy(batch.designId);
  return {
    batches: batches.map((row) => ({
      id: row.id,
      needId: row.needId,
      designId: row.designId,
      startedAt: row.startedAt.toISOString(),
      units: units.filter((each) => each.batchId === row.id).map(({ id, number, colourwayId, grade, servesNeedId }) => ({ id, number, colourwayId, grade, servesNeedId })),
      facts: facts.filter((each) => each.batchId === row.id).map(({ id, unitId, stageId, what, at }) => ({ id, unitId, stageId, what, at: at.toISOString() })),
    })),
    yields,
  };
}
