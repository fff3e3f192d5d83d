import { namePlace, type DispatchRead, type HouseholdRead, type HouseholdsRead, type LetterRead, type OrderRead, type UndertakingRead } from "@yule/contract";
import { addDays, day, dayAt, learnedTransit, MOST_DAYS_AWAY, workingDaysTo, type Day, type Transit } from "@yule/core";
import { and, asc, count, desc, eq, getTableColumns, gte, ilike, inArray, max, min, ne, or, sql, type SQL } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Transaction } from "../db/pool.ts";
import { NEIGHBOURS, type Carrier } from "../outside/carrier.ts";
import { householdsWithDays, openNeeds, titlesOfNeeds } from "../season/open.ts";
import { anewSince } from "../learned/reads.ts";
import { readHome, readTimeZone } from "../shop/reads.ts";
import { orderNews, orderPayment, orderTable } from "./orderTables.ts";
import { boundNeed, household, householdAddress, householdHad, householdSent, personTable, posting, recipient, undertaking } from "./tables.ts";

/** Postings are told for so many days; those before are in the logbook. */
const RECENT_DAYS = 60;

export async function readDispatch(tx: Transaction, carrier: Carrier, now: Date): Promise<DispatchRead> {
  const home = await readHome(tx);
  const today = dayAt(now, home.timeZone);
  const needs = await openNeeds(tx);
  const open = needs.map(({ id }) => id);
  const undertakings = await undertakingsOf(tx, open);
  const orders = await ordersOf(
    tx,
    undertakings.map(({ id }) => id),
  );
  const asked = new Set([...(await recipientsAmong(tx, open)), ...(await householdsWithDays(tx)), ...orders.flatMap(({ householdId }) => householdId ?? [])]);
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
    letters: await lettersOf(tx, open),
    had: await hadOf(tx, [...asked], [...new Set(needs.map(({ designId }) => designId))]),
    undertakings,
    orders,
    postings: postings.map(({ id, needId, on, service, costMinor }) => ({ id, needId, on, service, costMinor })),
    carrier: {
      name: carrier.name,
      simulated: true,
      table: await readTransit(tx, carrier),
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
  const sent = tx
    .select({ of: max(householdSent.on) })
    .from(householdSent)
    .where(and(eq(householdSent.shopId, household.shopId), eq(householdSent.householdId, household.id)));
  const people = tx
    .select({
      of: sql`json_agg(json_build_object('id', ${personTable.id}, 'name', ${personTable.name}, 'occasionId', ${personTable.occasionId}, 'diedOn', ${personTable.diedOn}) order by ${personTable.id})`,
    })
    .from(personTable)
    .where(and(eq(personTable.shopId, household.shopId), eq(personTable.householdId, household.id)));
  const { id, address, parts, country, from, until } = householdAddress;
  const elsewhere = tx
    .select({
      of: sql`json_agg(json_build_object('id', ${id}, 'address', ${address}, 'parts', ${parts}, 'country', ${country}, 'from', ${from}, 'until', ${until}) order by ${from}, ${id})`,
    })
    .from(householdAddress)
    .where(and(eq(householdAddress.shopId, household.shopId), eq(householdAddress.householdId, household.id)));
  const rows = tx
    .select({
      ...columns,
      people: sql<HouseholdRead["people"]>`coalesce((${people}), '[]')`,
      elsewhere: sql<HouseholdRead["elsewhere"]>`coalesce((${elsewhere}), '[]')`,
      sentOn: sql<string | null>`(${sent})`,
      needIds: sql<string[]>`coalesce((${needs}), '[]')`,
    })
    .from(household)
    .where(which)
    .orderBy(asc(household.name), asc(household.id));
  return most === undefined ? rows : rows.limit(most);
}

/** So many letters that arrived last tell how long the post takes. */
const LEARNED_FROM = 400;

/** The carrier's table with the days that letters have taken. */
export async function readTransit(tx: Transaction, carrier: Carrier): Promise<readonly Transit[]> {
  const anew = await anewSince(tx, "post");
  const rows = await tx
    .select({ service: recipient.service, posted: recipient.postedOn, arrived: recipient.fateOn, fate: recipient.fate })
    .from(recipient)
    .where(and(sql`${recipient.fate} in ('arrived', 'lost')`, anew === null ? undefined : gte(recipient.postedOn, dayAt(anew, await readTimeZone(tx)))))
    .orderBy(desc(recipient.fateOn), desc(recipient.id))
    .limit(LEARNED_FROM);
  const seen = new Map<string, number[]>();
  const holidays = new Set(rows.flatMap(({ arrived }) => (arrived === null ? [] : [arrived.slice(0, 4)])).flatMap((year) => carrier.holidays(day(`${year}-07-01`))));
  for (const { service, posted, arrived, fate } of rows) {
    if (service === null || posted === null || arrived === null) continue;
    const days = fate === "lost" ? MOST_DAYS_AWAY : workingDaysTo(day(posted), day(arrived), holidays);
    const counts = seen.get(service) ?? [];
    for (let at = counts.length; at <= days; at += 1) counts.push(0);
    counts[days] = (counts[days] ?? 0) + 1;
    seen.set(service, counts);
  }
  return learnedTransit(carrier.table, seen);
}

/** The cards of some needs that go to households one by one. */
async function lettersOf(tx: Transaction, needIds: readonly string[]): Promise<LetterRead[]> {
  if (needIds.length === 0) return [];
  const { id, needId, householdId, lineId, written, postedOn: on, service, fate, fateOn } = recipient;
  return tx
    .select({ id, needId, householdId, lineId, written, postedOn: on, service, fate, fateOn })
    .from(recipient)
    .where(inArray(recipient.needId, [...needIds]))
    .orderBy(asc(recipient.id));
}

/** Which of some designs some households had, in whatever season. */
async function hadOf(tx: Transaction, households: readonly string[], designs: readonly string[]): Promise<DispatchRead["had"]> {
  if (households.length === 0 || designs.length === 0) return [];
  return tx
    .select({ householdId: householdHad.householdId, designId: householdHad.designId, on: max(householdHad.on) })
    .from(householdHad)
    .where(and(inArray(householdHad.householdId, [...households]), inArray(householdHad.designId, [...designs])))
    .groupBy(householdHad.householdId, householdHad.designId)
    .orderBy(asc(householdHad.householdId), asc(householdHad.designId));
}

async function undertakingsOf(tx: Transaction, needIds: readonly string[]): Promise<UndertakingRead[]> {
  if (needIds.length === 0) return [];
  return tx
    .select({ id: undertaking.id, kind: undertaking.kind, title: undertaking.title, needIds: sql<string[]>`json_agg(${boundNeed.needId} order by ${boundNeed.needId})` })
    .from(boundNeed)
    .innerJoin(undertaking, and(eq(undertaking.shopId, boundNeed.shopId), eq(undertaking.id, boundNeed.undertakingId)))
    .where(inArray(boundNeed.needId, [...needIds]))
    .groupBy(undertaking.id, undertaking.kind, undertaking.title)
    .orderBy(asc(undertaking.id));
}

/** What was agreed of some undertakings that are orders, and paid. */
async function ordersOf(tx: Transaction, ids: readonly string[]): Promise<OrderRead[]> {
  if (ids.length === 0) return [];
  const { id, minor, on } = orderPayment;
  const payments = tx
    .select({ of: sql`json_agg(json_build_object('id', ${id}, 'minor', ${minor}, 'on', ${on}) order by ${on}, ${id})` })
    .from(orderPayment)
    .where(and(eq(orderPayment.shopId, orderTable.shopId), eq(orderPayment.orderId, orderTable.id)));
  return tx
    .select({
      ...{ id: orderTable.id, householdId: orderTable.householdId, priceMinor: orderTable.priceMinor, depositMinor: orderTable.depositMinor },
      payments: sql<OrderRead["payments"]>`coalesce((${payments}), '[]')`,
    })
    .from(orderTable)
    .where(inArray(orderTable.id, [...ids]))
    .orderBy(asc(orderTable.id));
}

/** What of the feed's messages was taken, or left: those of some numbers, or all of an order. */
export const newsTaken = (tx: Transaction, which: readonly string[] | { readonly orderRef: string }) =>
  tx
    .select({ ref: orderNews.ref, orderRef: orderNews.orderRef, orderId: orderNews.orderId })
    .from(orderNews)
    .where("orderRef" in which ? eq(orderNews.orderRef, which.orderRef) : inArray(orderNews.ref, [...which]));

/** The order that a need belongs to; null where nothing was agreed of it as one. */
export async function orderOfNeed(tx: Transaction, needId: string): Promise<string | null> {
  const [found] = await tx
    .select({ id: orderTable.id })
    .from(boundNeed)
    .innerJoin(orderTable, and(eq(orderTable.shopId, boundNeed.shopId), eq(orderTable.id, boundNeed.undertakingId)))
    .where(eq(boundNeed.needId, needId));
  return found?.id ?? null;
}

/** What was paid for an order less what went back, held until the command is through. */
export async function paidOf(tx: Transaction, orderId: string): Promise<number> {
  const payments = await tx.select({ minor: orderPayment.minor }).from(orderPayment).where(eq(orderPayment.orderId, orderId)).for("no key update");
  return payments.reduce((sum, { minor }) => sum + minor, 0);
}

/** What binds a need to an order, a list or a fair. */
export const bindingsOf = (tx: Transaction, needId: string): Promise<{ id: string }[]> => tx.select({ id: boundNeed.id }).from(boundNeed).where(eq(boundNeed.needId, needId));

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

/** Every household in the books that gets cards. */
export async function allHouseholds(tx: Transaction): Promise<string[]> {
  return (await tx.select({ id: household.id }).from(household).where(ne(household.state, "no more")).orderBy(asc(household.id))).map(({ id }) => id);
}

/** The day on which each of some needs was posted or handed over first. */
export async function readFirstPostings(tx: Transaction, needIds: readonly string[]): Promise<Map<string, string>> {
  if (needIds.length === 0) return new Map();
  const rows = await tx
    .select({ needId: posting.needId, on: min(posting.on) })
    .from(posting)
    .where(and(inArray(posting.needId, [...needIds]), posting.isWhole))
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
    .where(and(eq(posting.shopId, need.shopId), eq(posting.needId, need.id), posting.isWhole));

export const recipientsOf = (tx: Transaction, needId: string): Promise<{ id: string; postedOn: string | null }[]> =>
  tx.select({ id: recipient.id, postedOn: recipient.postedOn }).from(recipient).where(eq(recipient.needId, needId));

/** The needs that are one thing with a need, itself among them, and what it is called. */
export async function undertakingOf(tx: Transaction, needId: string): Promise<{ readonly title: string; readonly needIds: readonly string[] }> {
  const [of] = await tx
    .select({ id: boundNeed.undertakingId, title: undertaking.title })
    .from(boundNeed)
    .innerJoin(undertaking, and(eq(undertaking.shopId, boundNeed.shopId), eq(undertaking.id, boundNeed.undertakingId)))
    .where(eq(boundNeed.needId, needId));
  if (!of) return { title: (await titlesOfNeeds(tx, [needId])).get(needId) ?? "", needIds: [needId] };
  return { title: of.title, needIds: await needsBoundTo(tx, of.id) };
}

export const needsBoundTo = async (tx: Transaction, undertakingId: string): Promise<string[]> =>
  (await tx.select({ needId: boundNeed.needId }).from(boundNeed).where(eq(boundNeed.undertakingId, undertakingId))).map(({ needId }) => needId);

/** Whether a need was posted or handed over. */
export async function isPosted(tx: Transaction, needId: string): Promise<boolean> {
  const [found] = await tx
    .select({ id: posting.id })
    .from(posting)
    .where(and(eq(posting.needId, needId), posting.isWhole));
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
