import type { SeasonRead } from "@yule/contract";
import { asc, eq, gte, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readPostings, readRecipients } from "../dispatch/reads.ts";
import { readReliability } from "./plan/forecasts.ts";
import { lesson, need, needLine, ownOccasion, pinnedSession, sessionChange, sessionPattern } from "./tables.ts";

export async function readSeason(tx: Transaction): Promise<SeasonRead> {
  const needs = await tx.select().from(need).orderBy(asc(need.due), asc(need.id));
  const lines = await tx.select().from(needLine).orderBy(asc(needLine.id));
  const households = await readRecipients(tx);
  const postings = await readPostings(tx);
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
    needs: needs.map(({ shopId: _shop, ...row }) => ({
      ...row,
      lines: lines.filter((line) => line.needId === row.id).map(({ shopId: _owner, needId: _need, version: _version, ...line }) => line),
      households: households.filter((each) => each.needId === row.id).length,
      postedOn: postings.find((each) => each.needId === row.id)?.on ?? null,
    })),
    sessions: sessions.map(({ id, weekday, from, to, who, light }) => ({ id, weekday, from, to, who, light })),
    pinned: pinned.map(({ shopId: _shop, ...session }) => session),
    changes: changes.map(({ shopId: _shop, ...change }) => change),
    ownOccasions: ownOccasions.map(({ shopId: _shop, ...occasion }) => occasion),
    lessons: lessons.map(({ shopId: _shop, ...noted }) => noted),
    reliability: await readReliability(tx),
  };
}

export type NeedLine = typeof needLine.$inferSelect;

/** The lines of a need. */
export const needLinesOf = (tx: Transaction, needId: string): Promise<NeedLine[]> => tx.select().from(needLine).where(eq(needLine.needId, needId));
