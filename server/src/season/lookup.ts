import { phrase } from "@yule/core";
import { dayPlace, type SeasonNeedsRead, type SeasonsRead, type SeasonSummary } from "@yule/contract";
import { and, asc, desc, eq, inArray, ne, sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { designNames } from "../designs/reads.ts";
import { postedOn } from "../dispatch/reads.ts";
import { outcomeOf } from "./outcome.ts";
import { lesson, need, needLine, season } from "./tables.ts";

/** Where a page ended: a day, and the id of the last row of that day. */
interface Place {
  readonly day: string;
  readonly id: string;
}
const [SEASONS_PAGE, NEEDS_PAGE, MOST_LESSONS] = [12, 60, 100];
/** Seasons with what they came to: kept of those that are closed, reckoned of the others. */
async function summaries(tx: Transaction, which: SQL | undefined, most: number): Promise<SeasonSummary[]> {
  const rows = await tx.select().from(season).where(which).orderBy(desc(season.until), desc(season.id)).limit(most);
  const found: SeasonSummary[] = [];
  for (const { shopId: _shop, cameTo, ...row } of rows) found.push({ ...row, ...(cameTo ?? (await outcomeOf(tx, row.id))) });
  return found;
}

/** A page of the seasons that are not open, latest first. */
export async function readSeasons(tx: Transaction, before: Place | undefined): Promise<SeasonsRead> {
  const seasons = await summaries(
    tx,
    and(ne(season.state, "open"), before ? sql`(${season.until}, ${season.id}) < (${before.day}::date, ${before.id}::uuid)` : undefined),
    SEASONS_PAGE,
  );
  const last = seasons[SEASONS_PAGE - 1];
  return { seasons, before: last ? dayPlace(last.until, last.id) : null };
}

/** A page of a season's needs by their day, as they are looked up. */
export async function readSeasonNeeds(tx: Transaction, id: string, after: Place | undefined): Promise<SeasonNeedsRead> {
  const [found] = await summaries(tx, eq(season.id, id), 1);
  if (!found) throw new Refusal(404, phrase`There is no such season.`);
  const rows = await tx
    .select({ id: need.id, kind: need.kind, title: need.title, due: need.due, designId: need.designId, postedOn: sql<string | null>`(${postedOn(tx, need)})` })
    .from(need)
    .where(and(eq(need.seasonId, id), after ? sql`(${need.due}, ${need.id}) > (${after.day}::date, ${after.id}::uuid)` : undefined))
    .orderBy(asc(need.due), asc(need.id))
    .limit(NEEDS_PAGE);
  const ids = rows.map((row) => row.id);
  const lines = ids.length === 0 ? [] : await tx.select().from(needLine).where(inArray(needLine.needId, ids)).orderBy(asc(needLine.id));
  const names = await designNames(
    tx,
    rows.map(({ designId }) => designId),
  );
  const lessons = await tx
    .select({ id: lesson.id, text: lesson.text, notedOn: lesson.notedOn })
    .from(lesson)
    .where(eq(lesson.seasonId, id))
    .orderBy(asc(lesson.notedOn), asc(lesson.id))
    .limit(MOST_LESSONS);
  const last = rows[NEEDS_PAGE - 1];
  return {
    season: found,
    needs: rows.map((row) => ({
      ...row,
      design: names.get(row.designId) ?? "",
      lines: lines.filter(({ needId }) => needId === row.id).map(({ shopId: _shop, version: _version, needId: _need, ...line }) => line),
    })),
    after: last ? dayPlace(last.due, last.id) : null,
    lessons,
  };
}
