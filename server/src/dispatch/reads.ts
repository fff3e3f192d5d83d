import { namePlace, type DispatchRead, type HouseholdRead, type HouseholdsRead } from "@yule/contract";
import { addDays, day, dayAt, type Day } from "@yule/core";
import { and, asc, count, eq, getTableColumns, gte, ilike, inArray, min, or, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Transaction } from "../db/pool.ts";
import { NEIGHBOURS, type Carrier } from "../outside/carrier.ts";
import { householdsWithDays, openNeeds } from "../season/open.ts";
import { readHome } from "../shop/reads.ts";
import { household, posting, recipient } from "./tables.ts";

/** Postings are told for so many days; those before are in the logbook. */
const RECENT_DAYS = 60;

export async function readDispatch(tx: Transaction, carrier: Carrier, now: Date): Promise<DispatchRead> {
  const home = await readHome(tx);
  const today = dayAt(now, home.timeZone);
  const open = (await openNeeds(tx)).map(({ id }) => id);
  const asked = new Set([...(await recipientsAmong(tx, open)), ...(await householdsWithDays(tx))]);
  const postings = await tx
    .select()
    .from(posting)
    .where(gte(posting.on, addDays(today, -RECENT_DAYS)))
    .orderBy(asc(posting.on), asc(posting.id));
  return {
    households: asked.size === 0 ? [] : await householdsWhere(tx, open, inArray(household.id, [...asked])),
    books: await tx
      .select({ country: household.country, households: count(), neutral: sql`count(*) filter (where ${household.neutral})`.mapWith(Number) })
      .from(household)
      .groupBy(household.country)
      .orderBy(asc(household.country)),
    postings: postings.map(({ id, needId, on, service, costMinor }) => ({ id, needId, on, service, costMinor })),
    carrier: {
      name: carrier.name,
      simulated: true,
      table: carrier.table,
      holidays: carrier.holidays(today),
      neighbours: NEIGHBOURS[home.country] ?? [],
    },
  };
}

/** Households by name, with the open needs that each is among the recipients of. */
async function householdsWhere(tx: Transaction, open: readonly string[], which: SQL | undefined, most?: number): Promise<HouseholdRead[]> {
  const needs = tx
    .select({ of: sql`json_agg(${recipient.needId} order by ${recipient.needId})` })
    .from(recipient)
    .where(and(eq(recipient.shopId, household.shopId), eq(recipient.householdId, household.id), open.length === 0 ? sql`false` : inArray(recipient.needId, [...open])));
  const { shopId: _shop, ...columns } = getTableColumns(household);
  const rows = tx
    .select({ ...columns, needIds: sql<string[]>`coalesce((${needs}), '[]')` })
    .from(household)
    .where(which)
    .orderBy(asc(household.name), asc(household.id));
  return most === undefined ? rows : rows.limit(most);
}

/** Households that some needs go to. */
async function recipientsAmong(tx: Transaction, needIds: readonly string[]): Promise<string[]> {
  if (needIds.length === 0) return [];
  const rows = await tx
    .selectDistinct({ id: recipient.householdId })
    .from(recipient)
    .where(inArray(recipient.needId, [...needIds]));
  return rows.map(({ id }) => id);
}

/** Households of a page. */
const PAGE = 100;

/** The books by name, a page at a time; a part of the name or the address is found. */
export async function readHouseholds(
  tx: Transaction,
  { find = "", after, needId }: { find?: string | undefined; after?: { readonly name: string; readonly id: string } | undefined; needId?: string | undefined },
): Promise<HouseholdsRead> {
  const like = `%${find.trim().replace(/[\\%_]/g, "\\$&")}%`;
  const open = (await openNeeds(tx)).map(({ id }) => id);
  const households = await householdsWhere(
    tx,
    open,
    and(
      find.trim() === "" ? undefined : or(ilike(household.name, like), ilike(household.address, like)),
      after === undefined ? undefined : sql`(${household.name}, ${household.id}) > (${after.name}, ${after.id}::uuid)`,
      needId === undefined ? undefined : inArray(household.id, tx.select({ id: recipient.householdId }).from(recipient).where(eq(recipient.needId, needId))),
    ),
    PAGE,
  );
  const last = households[PAGE - 1];
  return { households, after: last ? namePlace(last.name, last.id) : null };
}

/** Every household in the books. */
export async function allHouseholds(tx: Transaction): Promise<string[]> {
  return (await tx.select({ id: household.id }).from(household).orderBy(asc(household.id))).map(({ id }) => id);
}

/** The day on which each of some needs was posted or handed over first. */
export async function readFirstPostings(tx: Transaction, needIds: readonly string[]): Promise<Map<string, string>> {
  if (needIds.length === 0) return new Map();
  const rows = await tx
    .select({ needId: posting.needId, on: min(posting.on) })
    .from(posting)
    .where(inArray(posting.needId, [...needIds]))
    .groupBy(posting.needId);
  return new Map(rows.flatMap(({ needId, on }) => (on === null ? [] : [[needId, on] as const])));
}

/** A need's row, as another domain's read has it. */
interface NeedRow {
  readonly shopId: PgColumn;
  readonly id: PgColumn;
}

/** To how many households a need goes, within a read of needs. */
export const householdsOf = (tx: Transaction, need: NeedRow) =>
  tx
    .select({ of: count() })
    .from(recipient)
    .where(and(eq(recipient.shopId, need.shopId), eq(recipient.needId, need.id)));

/** The day on which a need went off, within a read of needs. */
export const postedOn = (tx: Transaction, need: NeedRow) =>
  tx
    .select({ of: min(posting.on) })
    .from(posting)
    .where(and(eq(posting.shopId, need.shopId), eq(posting.needId, need.id)));

export const recipientsOf = (tx: Transaction, needId: string): Promise<{ id: string }[]> => tx.select({ id: recipient.id }).from(recipient).where(eq(recipient.needId, needId));

/** Whether a need was posted or handed over. */
export async function isPosted(tx: Transaction, needId: string): Promise<boolean> {
  const [found] = await tx.select({ id: posting.id }).from(posting).where(eq(posting.needId, needId));
  return found !== undefined;
}

/** What posting some needs has cost, day by day. */
export async function postingsOfNeeds(tx: Transaction, needs: readonly string[]): Promise<{ readonly needId: string; readonly on: Day; readonly costMinor: number }[]> {
  if (needs.length === 0) return [];
  const rows = await tx
    .select({ needId: posting.needId, on: posting.on, costMinor: sql<number>`sum(${posting.costMinor})::int` })
    .from(posting)
    .where(inArray(posting.needId, [...needs]))
    .groupBy(posting.needId, posting.on)
    .orderBy(asc(posting.on));
  return rows.map((row) => ({ ...row, on: day(row.on) }));
}
