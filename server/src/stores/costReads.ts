import type { CostsRead } from "@yule/contract";
import { and, asc, between, eq, exists, inArray, isNull, sql } from "drizzle-orm";
import { batch, benchFact, unit } from "../bench/tables.ts";
import type { Transaction } from "../db/pool.ts";
import { posting } from "../dispatch/tables.ts";
import { need, season } from "../season/tables.ts";
import { readHome } from "../shop/reads.ts";
import { outlayTable, storeMove, storeTable } from "./tables.ts";

/** The open season's money, summed where it lies. */
export async function readCosts(tx: Transaction): Promise<CostsRead> {
  const [open] = await tx.select().from(season).where(eq(season.state, "open"));
  if (!open) return { materials: [], losses: [], hands: [], panels: [], posted: [], outlays: [] };
  const ofSeason = eq(need.seasonId, open.id);
  const { timeZone } = await readHome(tx);
  const within = between(sql`(${storeMove.at} at time zone ${timeZone})::date`, open.from, open.until);
  const spoilt = sql<boolean>`coalesce(${unit.grade} = 'scrap' or ${exists(spoiltFacts(tx))}, false)`;
  const materials = await tx
    .select({ needId: need.id, kind: storeTable.kind, spoilt: spoilt.as("spoilt"), valueMinor: sql<number>`(-sum(${storeMove.valueMinor}))::int` })
    .from(need)
    .innerJoin(storeMove, and(eq(storeMove.shopId, need.shopId), eq(storeMove.needId, need.id), eq(storeMove.retracted, false)))
    .innerJoin(storeTable, and(eq(storeTable.shopId, storeMove.shopId), eq(storeTable.id, storeMove.storeId)))
    .leftJoin(unit, and(eq(unit.shopId, storeMove.shopId), eq(unit.id, storeMove.unitId)))
    .where(ofSeason)
    .groupBy(need.id, storeTable.kind, sql`3`);
  const losses = await tx
    .select({ storeId: storeMove.storeId, reason: storeMove.reason, valueMinor: sql<number>`(-sum(${storeMove.valueMinor}))::int` })
    .from(storeMove)
    .where(
      and(
        eq(storeMove.retracted, false),
        isNull(storeMove.needId),
        inArray(storeMove.reason, ["taken", "counted", "spoilt", "given away", "dried up", "older"]),
        within,
        sql`${storeMove.at} >= ${open.from}::date - 1`,
      ),
    )
    .groupBy(storeMove.storeId, storeMove.reason);
  return {
    materials,
    losses: losses.filter(({ valueMinor }) => valueMinor !== 0),
    ...(await handsOf(tx, open.id)),
    posted: await tx
      .select({ needId: need.id, costMinor: sql<number>`sum(${posting.costMinor})::int` })
      .from(need)
      .innerJoin(posting, and(eq(posting.shopId, need.shopId), eq(posting.needId, need.id)))
      .where(ofSeason)
      .groupBy(need.id),
    outlays: (
      await tx
        .select()
        .from(outlayTable)
        .where(between(outlayTable.on, open.from, open.until))
        .orderBy(asc(outlayTable.on))
    ).map(({ shopId: _, ...row }) => ({
      ...row,
      on: row.on as CostsRead["outlays"][number]["on"],
    })),
  };
}

const spoiltFacts = (tx: Transaction) =>
  tx
    .select({ one: sql`1` })
    .from(benchFact)
    .where(
      and(eq(benchFact.shopId, unit.shopId), eq(benchFact.batchId, unit.batchId), eq(benchFact.unitId, unit.id), eq(benchFact.what, "spoilt"), eq(benchFact.retracted, false)),
    );

/** How often each stage was done for each need, and how many of its panels came to nothing. */
async function handsOf(tx: Transaction, seasonId: string): Promise<Pick<CostsRead, "hands" | "panels">> {
  const ofNeed = and(eq(batch.shopId, need.shopId), eq(batch.needId, need.id));
  const hands = await tx
    .select({
      needId: need.id,
      stageId: benchFact.stageId,
      panels: sql<number>`count(distinct ${benchFact.unitId})::int`,
      batches: sql<number>`count(distinct ${benchFact.batchId})::int`,
    })
    .from(need)
    .innerJoin(batch, ofNeed)
    .innerJoin(benchFact, and(eq(benchFact.shopId, batch.shopId), eq(benchFact.batchId, batch.id), eq(benchFact.what, "done"), eq(benchFact.retracted, false)))
    .where(eq(need.seasonId, seasonId))
    .groupBy(need.id, benchFact.stageId);
  const panels = await tx
    .select({
      needId: need.id,
      panels: sql<number>`count(*)::int`,
      spoilt: sql<number>`(count(*) filter (where ${unit.grade} = 'scrap' or ${exists(spoiltFacts(tx))}))::int`,
    })
    .from(need)
    .innerJoin(batch, ofNeed)
    .innerJoin(unit, and(eq(unit.shopId, batch.shopId), eq(unit.batchId, batch.id)))
    .where(eq(need.seasonId, seasonId))
    .groupBy(need.id);
  return { hands, panels };
}
