import { addDays, day, type Day } from "@yule/core";
import { and, desc, eq, inArray, isNotNull, isNull } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { need, needLine, ownOccasion, season } from "./tables.ts";

/** What belongs to the open season is found first, and the rest by its ids: told so, PostgreSQL goes by its indices whatever lies in the past. */
export async function openNeeds(tx: Transaction): Promise<{ readonly id: string; readonly designId: string }[]> {
  return tx
    .select({ id: need.id, designId: need.designId })
    .from(need)
    .innerJoin(season, and(eq(season.shopId, need.shopId), eq(season.id, need.seasonId)))
    .where(eq(season.state, "open"));
}

/** What some needs are called, of whatever season. */
export async function titlesOfNeeds(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: need.id, title: need.title })
    .from(need)
    .where(inArray(need.id, [...new Set(ids)]));
  return new Map(rows.map(({ id, title }) => [id, title]));
}

/** The open season's money is all since the last one that is closed ended: the day after it, or null where none is closed. */
export async function sinceLastSeason(tx: Transaction): Promise<Day | null> {
  const [last] = await tx.select({ until: season.until }).from(season).where(eq(season.state, "closed")).orderBy(desc(season.until)).limit(1);
  return last ? addDays(day(last.until), 1) : null;
}

/** What some needs bring in all, in minor units; those without a price are left out. */
export async function pricesOfNeeds(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: need.id, price: need.priceMinor })
    .from(need)
    .where(inArray(need.id, [...ids]));
  return new Map(rows.flatMap(({ id, price }) => (price === null ? [] : [[id, price] as const])));
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

/** Lines of the listings of the open season that have not gone out of hand, with what is made of them. */
export async function listedLines(tx: Transaction): Promise<{ readonly colourwayId: string; readonly assembled: number }[]> {
  return tx
    .select({ colourwayId: needLine.colourwayId, assembled: needLine.assembled })
    .from(needLine)
    .innerJoin(need, and(eq(need.shopId, needLine.shopId), eq(need.id, needLine.needId)))
    .innerJoin(season, and(eq(season.shopId, need.shopId), eq(season.id, need.seasonId)))
    .where(and(eq(season.state, "open"), eq(need.kind, "shop listing"), isNull(needLine.leftOver)));
}
