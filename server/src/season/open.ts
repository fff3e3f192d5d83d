import { and, eq, isNotNull, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { need, ownOccasion, season } from "./tables.ts";

/** Needs of the open season, as a part of another read. */
export const openNeeds = (tx: Transaction) =>
  tx
    .select({ id: need.id })
    .from(need)
    .innerJoin(season, and(eq(season.shopId, need.shopId), eq(season.id, need.seasonId)))
    .where(eq(season.state, "open"));

/** Designs that open needs ask for. */
export const openDesigns = (tx: Transaction) =>
  tx
    .select({ id: need.designId })
    .from(need)
    .innerJoin(season, and(eq(season.shopId, need.shopId), eq(season.id, need.seasonId)))
    .where(eq(season.state, "open"));

/** Needs of all seasons that refill the stash. */
export const stashNeeds = (tx: Transaction) => tx.select({ id: need.id }).from(need).where(eq(need.kind, "stash"));

/** Households whose own days are kept. */
export const householdsWithDays = (tx: Transaction) =>
  tx
    .select({ id: sql<string>`${ownOccasion.householdId}` })
    .from(ownOccasion)
    .where(isNotNull(ownOccasion.householdId));
