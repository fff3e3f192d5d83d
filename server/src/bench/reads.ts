import type { BenchRead } from "@yule/contract";
import { and, asc, eq, gte, sql, or } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import type { Hygrometer } from "../outside/hygrometer.ts";
import { batch, benchFact, sessionFact, unit } from "./tables.ts";

/** Sessions older than so many days are looked up in the logbook. */
const RECENT_DAYS = 30;

export async function readBench(tx: Transaction, hygrometer: Hygrometer, now: Date): Promise<BenchRead> {
  const batches = await tx.select().from(batch).orderBy(asc(batch.startedAt));
  const units = await tx.select().from(unit).orderBy(asc(unit.number));
  const facts = await tx.select().from(benchFact).where(eq(benchFact.retracted, false)).orderBy(asc(benchFact.at));
  const sessions = await tx
    .select()
    .from(sessionFact)
    .where(and(eq(sessionFact.retracted, false), gte(sessionFact.at, new Date(now.getTime() - RECENT_DAYS * 86_400_000))))
    .orderBy(asc(sessionFact.at));
  const air = hygrometer.at(now);
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
      perSheet: row.perSheet,
      units: units.filter((each) => each.batchId === row.id).map(({ id, number, colourwayId, grade, servesNeedId }) => ({ id, number, colourwayId, grade, servesNeedId })),
      facts: facts
        .filter((each) => each.batchId === row.id)
        .map(({ id, unitId, stageId, what, at, why, warmTenths, humidHundredths }) => ({
          id,
          unitId,
          stageId,
          what,
          at: at.toISOString(),
          why,
          room: warmTenths === null || humidHundredths === null ? null : { warm: warmTenths / 10, humid: humidHundredths / 100 },
        })),
    })),
    sessions: sessions.map(({ id, what, at, meantPanels, meantUntil, note }) => ({
      id,
      what,
      at: at.toISOString(),
      meant: meantPanels === null ? null : { panels: meantPanels, until: meantUntil?.toISOString() ?? null },
      note,
    })),
    room: air ? { ...air, by: hygrometer.name, simulated: hygrometer.simulated } : null,
    yields,
  };
}

/** Panels that a need can be assembled from: its own good ones, and those of the stash that were given to it. */
export const goodPanelsFor = (tx: Transaction, needId: string): Promise<{ colourwayId: string }[]> =>
  tx
    .select({ colourwayId: unit.colourwayId })
    .from(unit)
    .innerJoin(batch, and(eq(batch.shopId, unit.shopId), eq(batch.id, unit.batchId)))
    .where(or(and(eq(batch.needId, needId), eq(unit.grade, "good")), eq(unit.servesNeedId, needId)));

/** Whether panels of a need have come to the bench. */
export async function isBegun(tx: Transaction, needId: string): Promise<boolean> {
  const [found] = await tx.select({ id: batch.id }).from(batch).where(eq(batch.needId, needId)).limit(1);
  return found !== undefined;
}

/** Panels of the stash that were given to a need. */
export const panelsGivenTo = (tx: Transaction, needId: string): Promise<{ id: string }[]> => tx.select({ id: unit.id }).from(unit).where(eq(unit.servesNeedId, needId));

/** Whether something was told of a stage. */
export async function isStageTold(tx: Transaction, stageId: string): Promise<boolean> {
  const [found] = await tx.select({ id: benchFact.id }).from(benchFact).where(eq(benchFact.stageId, stageId)).limit(1);
  return found !== undefined;
}
