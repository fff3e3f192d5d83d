import type { BenchRead } from "@yule/contract";
import { and, asc, eq, gte, sql } from "drizzle-orm";
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
