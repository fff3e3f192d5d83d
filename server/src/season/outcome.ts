import type { SeasonOutcome } from "@yule/contract";
import { and, count, eq, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Transaction } from "../db/pool.ts";
import { postedOn } from "../dispatch/reads.ts";
import { need, needLine } from "./tables.ts";

/** What a season has come to by now. */
export async function outcomeOf(tx: Transaction, seasonId: string): Promise<SeasonOutcome> {
  const posted = sql`(${postedOn(tx, need)})`;
  const many = (which: SQL) => sql`count(*) filter (where ${which})`.mapWith(Number);
  const [needs] = await tx
    .select({ needs: count(), posted: many(sql`${posted} is not null`), inTime: many(sql`${posted} <= ${need.due}`) })
    .from(need)
    .where(eq(need.seasonId, seasonId));
  const sum = (of: PgColumn) => sql`coalesce(sum(${of}), 0)`.mapWith(Number);
  const [cards] = await tx
    .select({ cards: sum(needLine.quantity), sold: sum(needLine.sold), given: sum(needLine.given), leftOver: sum(needLine.leftOver) })
    .from(needLine)
    .innerJoin(need, and(eq(need.shopId, needLine.shopId), eq(need.id, needLine.needId)))
    .where(eq(need.seasonId, seasonId));
  return { needs: 0, posted: 0, inTime: 0, cards: 0, sold: 0, given: 0, leftOver: 0, ...needs, ...cards };
}
