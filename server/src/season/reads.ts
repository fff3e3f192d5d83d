import type { NeedRead, SeasonRead } from "@yule/contract";
import { and, asc, eq, getTableColumns, gte, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { householdsOf, postedOn } from "../dispatch/reads.ts";
import { readReliability } from "./plan/forecasts.ts";
import { lesson, need, needLine, ownOccasion, pinnedSession, sessionChange, sessionPattern } from "./tables.ts";

export async function readSeason(tx: Transaction): Promise<SeasonRead> {
  const needs = await readNeeds(tx);
  const sessions = await tx.select().from(sessionPattern).orderBy(asc(sessionPattern.weekday), asc(sessionPattern.from));
  const changes = await tx.select().from(sessionChange).orderBy(asc(sessionChange.first), asc(sessionChange.from), asc(sessionChange.id));
  // What has passed pins nothing; a year of it at the most is read, by the clock of the database.
  const pinned = await tx
    .select()
    .from(pinnedSession)
    .where(gte(pinnedSession.day, sql`current_date - 400`))
    .orderBy(asc(pinnedSession.day), asc(pinnedSession.to));
  const ownOccasions = await tx.select().from(ownOccasion).orderBy(asc(ownOccasion.month), asc(ownOccasion.date));
  const lessons = await tx.select().from(lesson).orderBy(asc(lesson.notedOn), asc(lesson.id));
  return {
    needs,
    sessions: sessions.map(({ id, weekday, from, to, who, light }) => ({ id, weekday, from, to, who, light })),
    pinned: pinned.map(({ shopId: _shop, ...session }) => session),
    changes: changes.map(({ shopId: _shop, ...change }) => change),
    ownOccasions: ownOccasions.map(({ shopId: _shop, ...occasion }) => occasion),
    lessons: lessons.map(({ shopId: _shop, ...noted }) => noted),
    reliability: await readReliability(tx),
  };
}

/** Needs with their lines, to how many households they go, and when they went off. */
async function readNeeds(tx: Transaction): Promise<NeedRead[]> {
  const { id, colourwayId, quantity, assembled, fromLeft, sold, given, leftOver } = needLine;
  const lines = tx
    .select({
      of: sql`json_agg(json_build_object('id', ${id}, 'colourwayId', ${colourwayId}, 'quantity', ${quantity}, 'assembled', ${assembled}, 'fromLeft', ${fromLeft}, 'sold', ${sold}, 'given', ${given}, 'leftOver', ${leftOver}) order by ${id})`,
    })
    .from(needLine)
    .where(and(eq(needLine.shopId, need.shopId), eq(needLine.needId, need.id)));
  const { shopId: _shop, ...columns } = getTableColumns(need);
  return tx
    .select({
      ...columns,
      lines: sql<NeedRead["lines"]>`coalesce((${lines}), '[]')`,
      households: sql`(${householdsOf(tx, need)})`.mapWith(Number),
      postedOn: sql<string | null>`(${postedOn(tx, need)})`,
    })
    .from(need)
    .orderBy(asc(need.due), asc(need.id));
}

export type NeedLine = typeof needLine.$inferSelect;

/** The lines of a need. */
export const needLinesOf = (tx: Transaction, needId: string): Promise<NeedLine[]> => tx.select().from(needLine).where(eq(needLine.needId, needId));
