import { and, eq, isNotNull } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { need, ownOccasion, season } from "./tables.ts";

/** What belongs to the open season is found first, and the rest by its ids: told so, PostgreSQL goes by its indices whatever lies in the past. */
export async function openNeeds(tx: Transaction): Promise<{ readonly id: string; readonly designId: string }[]> {
  return tx
    .select({ id: need.id, designId: need.designId })
    .from(need)
    .innerJoin(season, and(eq(season.shopId, need.shopId), eq(season.id, need.seasonId)))
    .where(eq(season.state, "open"));
}

/** Needs of all seasons that refill the stash. */
export async function stashNeeds(tx: Transaction): Promise<string[]> {
  return (await tx.select({ id: need.id }).from(need).where(eq(need.kind, "stash"))).map(({ id }) => id);
}

/** Households whose own days are kept. */
export async function householdsWithDays(tx: Transaction): Promise<string[]> {
  const rows = await tx.selectDistinct({ id: ownOccasion.householdId }).from(ownOccasion).where(isNotNull(ownOccasion.householdId));
  return rows.flatMap(({ id }) => (id === null ? [] : [id]));
}
