import type { StoredPlan } from "@yule/contract";
import { addDays, mondayOf, reliabilityOf, type Day, type Reliability } from "@yule/core";
import { and, desc, eq, gt, isNotNull } from "drizzle-orm";
import type { Transaction } from "../../db/pool.ts";
import { readFirstPostings } from "../../dispatch/reads.ts";
import { countStale } from "../../logbook/revisions.ts";
import { forecastTable } from "../tables.ts";

/** What came of a forecast is looked at again for so long: a posting may be taken back. */
const LOOKED_AT_DAYS = 120;
/** How true a shop's chances are is told by its newest claims: it may learn. */
const NEWEST = 600;

/** Keeps what the first plan of each week says, and sets beside earlier ones what came of them. */
export async function keepForecasts(tx: Transaction, shopId: string, { facts, odds }: StoredPlan): Promise<void> {
  const readyBy = new Map(facts.needs.map((need) => [need.id, need.readyBy]));
  const rows = odds.needs.flatMap(({ id, chance }) => {
    const by = readyBy.get(id);
    // What is broken already is no forecast.
    return by === undefined || by < facts.today ? [] : [{ shopId, needId: id, week: mondayOf(facts.today), chance, readyBy: by }];
  });
  const fresh = rows.length > 0 ? await tx.insert(forecastTable).values(rows).onConflictDoNothing().returning({ week: forecastTable.week }) : [];
  const settled = await settle(tx, facts.today);
  if (fresh.length + settled > 0) await countStale(tx, shopId, ["season"]);
}

/** @returns how many forecasts met something else than stood beside them */
async function settle(tx: Transaction, today: Day): Promise<number> {
  let settled = 0;
  const rows = await tx
    .select()
    .from(forecastTable)
    .where(gt(forecastTable.week, addDays(today, -LOOKED_AT_DAYS)));
  const postedOn = await readFirstPostings(tx, [...new Set(rows.map(({ needId }) => needId))]);
  for (const { needId, week, readyBy, kept } of rows) {
    const posted = postedOn.get(needId);
    const came = posted === undefined ? (readyBy < today ? false : null) : posted <= readyBy;
    if (came === kept) continue;
    settled += 1;
    await tx
      .update(forecastTable)
      .set({ kept: came })
      .where(and(eq(forecastTable.needId, needId), eq(forecastTable.week, week)));
  }
  return settled;
}

/** How true the chances of this shop have been. */
export async function readReliability(tx: Transaction): Promise<Reliability> {
  const rows = await tx.select().from(forecastTable).where(isNotNull(forecastTable.kept)).orderBy(desc(forecastTable.week), forecastTable.needId).limit(NEWEST);
  return reliabilityOf(rows.map(({ needId, chance, kept }) => ({ need: needId, chance, kept: kept === true })));
}
