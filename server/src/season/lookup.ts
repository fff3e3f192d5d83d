import { dayPlace, type SeasonNeedsRead, type SeasonsRead, type SeasonSummary } from "@yule/contract";
import { and, asc, count, desc, eq, inArray, ne, sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { designNames } from "../designs/reads.ts";
import { postedOn } from "../dispatch/reads.ts";
import { lesson, need, needLine, season } from "./tables.ts";

/** Where a page ended: a day, and the id of the last row of that day. */
interface Place {
  readonly day: string;
  readonly id: string;
}
const [SEASONS_PAGE, NEEDS_PAGE, MOST_LESSONS] = [12, 60, 100];
/** What some seasons came to, each summed where it lies. */
async function summaries(tx: Transaction, which: SQL | undefined, most: number): Promise<SeasonSummary[]> {
  const ofSeason = and(eq(need.shopId, season.shopId), eq(need.seasonId, season.id));
  const posted = sql`(${postedOn(tx, need)})`;
  const needs = tx.select({ of: count() }).from(need).where(ofSeason);
  const went = tx
    .select({ of: sql`count(*) filter (where ${posted} is not null)` })
    .from(need)
    .where(ofSeason);
  const inTime = tx
    .select({ of: sql`count(*) filter (where ${posted} <= ${need.due})` })
    .from(need)
    .where(ofSeason);
  const sum = (what: SQL) =>
    sql`(${tx
      .select({ of: sql`coalesce(sum(${what}), 0)` })
      .from(needLine)
      .innerJoin(need, and(eq(need.shopId, needLine.shopId), eq(need.id, needLine.needId)))
      .where(ofSeason)})`.mapWith(Number);
  return tx
    .select({
      ...{ id: season.id, version: season.version, name: season.name, from: season.from, until: season.until, state: season.state },
      needs: sql`(${needs})`.mapWith(Number),
      posted: sql`(${went})`.mapWith(Number),
      inTime: sql`(${inTime})`.mapWith(Number),
      cards: sum(sql`${needLine.quantity}`),
      sold: sum(sql`${needLine.sold}`),
      given: sum(sql`${needLine.given}`),
      leftOver: sum(sql`${needLine.leftOver}`),
    })
    .from(season)
    .where(which)
    .orderBy(desc(season.until), desc(season.id))
    .limit(most);
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
  if (!found) throw new Refusal(404, "There is no such season.");
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
