import type { NeedHands, NeedPanels } from "@yule/contract";
import { and, eq, exists, inArray, or, sql } from "drizzle-orm";
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

/** What was done at the bench for some needs, and what became of their panels. */
export async function workOnNeeds(tx: Transaction, needs: readonly string[]): Promise<{ readonly hands: NeedHands[]; readonly panels: NeedPanels[]; readonly lost: string[] }> {
  if (needs.length === 0) return { hands: [], panels: [], lost: [] };
  const ofThem = inArray(batch.needId, [...needs]);
  const hands = await tx
    .select({
      needId: batch.needId,
      stageId: benchFact.stageId,
      panels: sql<number>`count(distinct ${benchFact.unitId})::int`,
      batches: sql<number>`count(distinct ${benchFact.batchId})::int`,
    })
    .from(batch)
    .innerJoin(benchFact, and(eq(benchFact.shopId, batch.shopId), eq(benchFact.batchId, batch.id), eq(benchFact.what, "done"), eq(benchFact.retracted, false)))
    .where(ofThem)
    .groupBy(batch.needId, benchFact.stageId);
  const onTheirs = and(eq(unit.shopId, batch.shopId), eq(unit.batchId, batch.id));
  const units = await tx
    .select({ needId: batch.needId, panels: sql<number>`count(*)::int` })
    .from(batch)
    .innerJoin(unit, onTheirs)
    .where(ofThem)
    .groupBy(batch.needId);
  const lost = await tx
    .select({ id: unit.id, needId: batch.needId })
    .from(batch)
    .innerJoin(unit, onTheirs)
    .where(and(ofThem, isLost(tx)));
  return {
    hands,
    panels: units.map(({ needId, panels }) => ({ needId, panels, spoilt: lost.filter((each) => each.needId === needId).length })),
    lost: lost.map(({ id }) => id),
  };
}
