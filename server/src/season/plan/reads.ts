import type { PlanRead } from "@yule/contract";
import { dayAt, minuteOfDayAt } from "@yule/core";
import { workOut, type Outlook } from "@yule/derive";
import { eq, sql } from "drizzle-orm";
import { readBench } from "../../bench/reads.ts";
import type { Transaction } from "../../db/pool.ts";
import { readDesigns } from "../../designs/reads.ts";
import { readDispatch } from "../../dispatch/reads.ts";
import type { Outside } from "../../outside/outside.ts";
import { HOME, readShop } from "../../shop/reads.ts";
import { readStores } from "../../stores/reads.ts";
import { readSeason } from "../reads.ts";
import { seasonPlanTable } from "../tables.ts";

/** The plan as the shop has it, and whether a newer one is on its way. */
export async function readPlan(tx: Transaction): Promise<PlanRead> {
  const [row] = await tx.select().from(seasonPlanTable);
  return {
    plan: row?.plan ?? null,
    starts: row?.starts ?? null,
    revision: row?.revision ?? -1,
    wanted: row?.wanted ?? 0,
    isSetAside: row !== undefined && row.setAside === row.wanted,
  };
}

/** What tells one plan from the next, without the plan. */
export async function planIsAt(tx: Transaction): Promise<unknown> {
  const { revision, wanted, setAside, factsAt } = seasonPlanTable;
  const [row] = await tx.select({ revision, wanted, setAside, factsAt, hasStarts: sql<boolean>`${seasonPlanTable.starts} is not null` }).from(seasonPlanTable);
  return row ?? null;
}

/** The season worked out as every screen does, from the same reads. */
export async function readOutlook(tx: Transaction, outside: Outside, now: Date): Promise<Outlook> {
  const shop = await readShop(tx, { ...HOME, role: "maker", isLocked: false }, now);
  const season = await readSeason(tx);
  const { designs } = await readDesigns(tx);
  const { stores } = await readStores(tx, now);
  const bench = await readBench(tx, outside.hygrometer, now);
  const dispatch = await readDispatch(tx, outside.carrier, now);
  const { season: own, prepared, copied, occasionsBefore, left, needs, sessions: pattern, changes, pinned, lessons, ownOccasions, reliability } = season;
  return workOut({
    ...{ shop, season: own, prepared, copied, occasionsBefore, left, needs, pattern, changes, pinned, lessons, ownOccasions, reliability, designs, stores, dispatch, now },
    batches: bench.batches,
    learned: bench.learned,
    yields: bench.yields,
    today: dayAt(now, shop.timeZone),
    minute: minuteOfDayAt(now, shop.timeZone),
  });
}

/** Counts a change of the facts. @returns how many there were by now */
export async function countChange(tx: Transaction, shopId: string): Promise<number> {
  const [row] = await tx
    .insert(seasonPlanTable)
    .values({ shopId, wanted: 1 })
    .onConflictDoUpdate({ target: seasonPlanTable.shopId, set: { wanted: sql`${seasonPlanTable.wanted} + 1` } })
    .returning({ wanted: seasonPlanTable.wanted });
  return row?.wanted ?? 0;
}

/** What is left to do: the plan that stands and the change that is wanted. */
export interface PlanTask {
  readonly row: typeof seasonPlanTable.$inferSelect;
  /** The plan is of the present; only until when it may wait is not known yet. */
  readonly isPlanned: boolean;
}

/** @returns null where the plan is of the present, and so is what follows from it */
export async function readTask(tx: Transaction, shopId: string, now: Date): Promise<PlanTask | null> {
  await tx.insert(seasonPlanTable).values({ shopId }).onConflictDoNothing();
  const [row] = await tx.select().from(seasonPlanTable).where(eq(seasonPlanTable.shopId, shopId));
  if (!row) return null;
  const isPresent = row.factsAt !== null && row.staleAt !== null && row.factsAt <= now && now < row.staleAt;
  const isPlanned = row.revision === row.wanted && isPresent;
  return isPlanned && row.starts !== null ? null : { row, isPlanned };
}
