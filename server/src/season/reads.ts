import type { LessonRead, NeedKind, NeedRead, SeasonRead } from "@yule/contract";
import { and, asc, count, desc, eq, getTableColumns, gte, inArray, isNotNull, isNull, lte, or, sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { householdsOf, postedOn } from "../dispatch/reads.ts";
import { countedOff } from "../finish/reads.ts";
import { readLeft } from "../learned/reads.ts";
import { readReliability } from "./plan/forecasts.ts";
import { lesson, need, needLine, ownOccasion, pinnedSession, season, sessionChange, sessionPattern } from "./tables.ts";

/** Dates that differ from the ordinary week are told for so many days after they have passed: what sessions were missed is learned from them. */
const PAST_CHANGES_DAYS = 40;
/** Lessons that are said again: the newest. */
const MOST_LESSONS = 200;

/** The open season, and what of the others is still open. */
export async function readSeason(tx: Transaction): Promise<SeasonRead> {
  const seasons = await tx
    .select({ ...thing, needs: sql`(${countOf(tx)})`.mapWith(Number) })
    .from(season)
    .where(inArray(season.state, ["open", "prepared"]))
    .orderBy(asc(season.from), asc(season.id));
  const open = seasons.find(({ state }) => state === "open");
  if (!open) throw new Error("no season of the shop is open");
  const needs = await readNeeds(tx, open.id);
  // What has passed pins nothing; a year of it at the most is read, by the clock of the database.
  const pinned = await tx
    .select()
    .from(pinnedSession)
    .where(gte(pinnedSession.day, sql`current_date - 400`))
    .orderBy(asc(pinnedSession.day), asc(pinnedSession.to));
  const ownOccasions = await tx.select().from(ownOccasion).orderBy(asc(ownOccasion.month), asc(ownOccasion.date));
  const lessons = await tx.select().from(lesson).orderBy(desc(lesson.notedOn), desc(lesson.id)).limit(MOST_LESSONS);
  const { needs: _own, ...own } = open;
  return {
    season: own,
    prepared: seasons.filter(({ state }) => state === "prepared"),
    copied: await copiedAhead(tx),
    occasionsBefore: await occasionsBefore(tx),
    left: await readLeft(tx, [...new Set(needs.flatMap(({ lines }) => lines.map(({ colourwayId }) => colourwayId)))]),
    needs,
    pinned: pinned.map(({ shopId: _shop, ...session }) => session),
    ...(await readSessions(tx, gte(sessionChange.last, sql`current_date - ${PAST_CHANGES_DAYS}::integer`))),
    ownOccasions: ownOccasions.map(({ shopId: _shop, ...occasion }) => occasion),
    lessons: asNoted(lessons),
    reliability: await readReliability(tx),
  };
}

/** The ordinary week, and what is or was different. @param which of the changes are asked for */
async function readSessions(tx: Transaction, which: SQL | undefined): Promise<Pick<SeasonRead, "sessions" | "changes">> {
  const sessions = await tx.select().from(sessionPattern).orderBy(asc(sessionPattern.weekday), asc(sessionPattern.from));
  const changes = await tx.select().from(sessionChange).where(which).orderBy(asc(sessionChange.first), asc(sessionChange.from), asc(sessionChange.id));
  return {
    sessions: sessions.map(({ id, weekday, from, to, who, light }) => ({ id, weekday, from, to, who, light })),
    changes: changes.map(({ shopId: _shop, ...change }) => change),
  };
}

/** What was learned in a season and of some designs, oldest first. */
export async function readLessonsOf(tx: Transaction, seasonId: string, designIds: readonly string[]): Promise<LessonRead[]> {
  const rows = await tx
    .select()
    .from(lesson)
    .where(or(eq(lesson.seasonId, seasonId), inArray(lesson.designId, [...designIds])))
    .orderBy(desc(lesson.notedOn), desc(lesson.id))
    .limit(MOST_LESSONS);
  return asNoted(rows);
}

/** Lessons that were read newest first, oldest first. */
const asNoted = (rows: readonly (typeof lesson.$inferSelect)[]): LessonRead[] => [...rows].reverse().map(({ shopId: _shop, seasonId: _season, ...noted }) => noted);

/** The ordinary week with what was different in a season. */
export const readWeek = (tx: Transaction, { from, until }: { readonly from: string; readonly until: string }) =>
  readSessions(tx, and(gte(sessionChange.last, from), lte(sessionChange.first, until)));

const thing = { id: season.id, version: season.version, name: season.name, from: season.from, until: season.until, state: season.state };

/** How many needs a season has, within a read of seasons. */
const countOf = (tx: Transaction) =>
  tx
    .select({ of: count() })
    .from(need)
    .where(and(eq(need.shopId, season.shopId), eq(need.seasonId, season.id)));

/** Needs that a prepared season has a copy of. */
async function copiedAhead(tx: Transaction): Promise<string[]> {
  const rows = await tx
    .selectDistinct({ id: need.copiedFrom })
    .from(need)
    .innerJoin(season, and(eq(season.shopId, need.shopId), eq(season.id, need.seasonId)))
    .where(and(eq(season.state, "prepared"), isNotNull(need.copiedFrom)))
    .orderBy(asc(need.copiedFrom));
  return rows.flatMap(({ id }) => (id === null ? [] : [id]));
}

/** What the season that was closed last had occasions for. */
async function occasionsBefore(tx: Transaction): Promise<string[]> {
  const [last] = await tx.select({ id: season.id }).from(season).where(eq(season.state, "closed")).orderBy(desc(season.until), desc(season.id)).limit(1);
  if (!last) return [];
  const rows = await tx
    .selectDistinct({ occasion: need.occasion })
    .from(need)
    .where(and(eq(need.seasonId, last.id), isNotNull(need.occasion)))
    .orderBy(asc(need.occasion));
  return rows.flatMap(({ occasion }) => (occasion === null ? [] : [occasion]));
}

/** Needs with their lines, to how many households they go, and when they went off. */
async function readNeeds(tx: Transaction, seasonId: string): Promise<NeedRead[]> {
  const { id, colourwayId, quantity, assembled, fromLeft, sold, given, leftOver, boxId } = needLine;
  const lines = tx
    .select({
      of: sql`json_agg(json_build_object('id', ${id}, 'colourwayId', ${colourwayId}, 'quantity', ${quantity}, 'assembled', ${assembled}, 'fromLeft', ${fromLeft}, 'sold', ${sold}, 'given', ${given}, 'leftOver', ${leftOver}, 'boxId', ${boxId}) order by ${id})`,
    })
    .from(needLine)
    .where(and(eq(needLine.shopId, need.shopId), eq(needLine.needId, need.id)));
  const { shopId: _shop, seasonId: _season, ...columns } = getTableColumns(need);
  return tx
    .select({
      ...columns,
      lines: sql<NeedRead["lines"]>`coalesce((${lines}), '[]')`,
      households: sql`(${householdsOf(tx, need)})`.mapWith(Number),
      postedOn: sql<string | null>`(${postedOn(tx, need)})`,
    })
    .from(need)
    .where(eq(need.seasonId, seasonId))
    .orderBy(asc(need.due), asc(need.id));
}

export type NeedLine = typeof needLine.$inferSelect;

/** The lines of a need. */
/** Cards of one colourway that were left over and not given to another need since, as they were counted last. */
export async function leftOverCards(tx: Transaction, colourwayId: string): Promise<number> {
  const [left] = await tx
    .select({ free: sql`coalesce(sum(coalesce(${needLine.leftOver}, 0) - ${needLine.fromLeft}), 0)`.mapWith(Number) })
    .from(needLine)
    .where(eq(needLine.colourwayId, colourwayId));
  return (left?.free ?? 0) + (await countedOff(tx, colourwayId));
}

/** The need that was made of an order of the feed. */
export async function needTakenFor(tx: Transaction, orderRef: string) {
  const { id, title, priceMinor, depositMinor, neutralCards } = need;
  const [found] = await tx.select({ id, title, priceMinor, depositMinor, neutralCards }).from(need).where(eq(need.orderRef, orderRef)).for("no key update");
  return found ?? null;
}

/** What the needs of some orders of the feed are called, by the feed's number. */
export async function needsOfOrders(tx: Transaction, refs: readonly string[]): Promise<ReadonlyMap<string, { readonly id: string; readonly title: string }>> {
  if (refs.length === 0) return new Map();
  const rows = await tx
    .select({ ref: need.orderRef, id: need.id, title: need.title })
    .from(need)
    .where(inArray(need.orderRef, [...refs]));
  return new Map(rows.flatMap(({ ref, ...row }) => (ref === null ? [] : [[ref, row] as const])));
}

export const needLinesOf = (tx: Transaction, needId: string): Promise<NeedLine[]> => tx.select().from(needLine).where(eq(needLine.needId, needId));

export const linesOfNeeds = (tx: Transaction, needIds: readonly string[]): Promise<NeedLine[]> =>
  needIds.length === 0
    ? Promise.resolve([])
    : tx
        .select()
        .from(needLine)
        .where(inArray(needLine.needId, [...needIds]));

/** Needs of a season that did not go out: of those that refill the stash it is not told here whether they have. */
export const unpostedOf = (tx: Transaction, seasonId: string): Promise<{ id: string; title: string; kind: NeedKind; cards: number }[]> =>
  tx
    .select({
      id: need.id,
      title: need.title,
      kind: need.kind,
      cards: sql`(select coalesce(sum(${needLine.quantity}), 0) from ${needLine} where ${needLine.shopId} = ${tx.shopId} and ${needLine.needId} = ${need.id})`.mapWith(Number),
    })
    .from(need)
    .where(and(eq(need.seasonId, seasonId), isNull(sql`(${postedOn(tx, need)})`)))
    .orderBy(asc(need.due), asc(need.id));

/** Days of the season's own that are a household's. */
export const occasionsOfHousehold = (tx: Transaction, householdId: string): Promise<(typeof ownOccasion.$inferSelect)[]> =>
  tx.select().from(ownOccasion).where(eq(ownOccasion.householdId, householdId));

/** They go for good, and are not written down. */
export async function eraseOccasionsOf(tx: Transaction, householdId: string): Promise<void> {
  await tx.delete(ownOccasion).where(eq(ownOccasion.householdId, householdId));
}

/** Takes somebody's name out of what needs are called; it is not written down. */
export async function eraseFromTitles(tx: Transaction, name: string, instead: string): Promise<void> {
  await tx
    .update(need)
    .set({ title: sql`replace(${need.title}, ${name}, ${instead})` })
    .where(sql`position(${name} in ${need.title}) > 0`);
}
