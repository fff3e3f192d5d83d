import type { CostsRead, WeekOfMoney } from "@yule/contract";
import { addDays, day, momentAt, mondayOf, type Day } from "@yule/core";
import { and, asc, eq, gte, inArray, isNotNull, isNull, lt, lte, sql } from "drizzle-orm";
import { workOnNeeds } from "../bench/costReads.ts";
import type { Transaction } from "../db/pool.ts";
import { postingsOfNeeds } from "../dispatch/reads.ts";
import { openNeeds, pricesOfNeeds, sinceLastSeason } from "../season/open.ts";
import { readHome } from "../shop/reads.ts";
import { outlayTable, storeMove, storeTable } from "./tables.ts";

/** The open season's money, summed where it lies. */
export async function readCosts(tx: Transaction): Promise<CostsRead> {
  const needs = (await openNeeds(tx)).map(({ id }) => id);
  const { batches, lost } = await workOnNeeds(tx, needs);
  const took = await takenByBatches(tx, needs);
  const since = await sinceLastSeason(tx);
  const { timeZone } = await readHome(tx);
  const from = since === null ? null : momentAt(since, 0, timeZone);
  const postings = await postingsOfNeeds(tx, needs);
  const outlays = await outlaysBetween(tx, { from: since, until: null });
  return {
    materials: await materialsOfNeeds(tx, needs, lost),
    losses: await lossesSince(tx, from),
    batches: batches.map((each) => ({ ...each, valueMinor: took.get(each.batchId) ?? 0 })),
    posted: postageByNeed(postings),
    outlays: outlays.map(({ shopId: _, ...row }) => ({ ...row, on: day(row.on) })),
    weeks: await weeksOfMoney(tx, needs, { from: since, until: null }),
  };
}

/** Days from one to another, both included; null where there is no such end. */
interface Span {
  readonly from: Day | null;
  readonly until: Day | null;
}

const outlaysBetween = (tx: Transaction, { from, until }: Span) =>
  tx
    .select()
    .from(outlayTable)
    .where(and(from === null ? undefined : gte(outlayTable.on, from), until === null ? undefined : lte(outlayTable.on, until)))
    .orderBy(asc(outlayTable.on));

/** What some needs brought and what was paid out in some days, by weeks. */
export async function weeksOfMoney(tx: Transaction, needs: readonly string[], span: Span): Promise<WeekOfMoney[]> {
  const { timeZone } = await readHome(tx);
  const postings = await postingsOfNeeds(tx, needs);
  return weeksOf([
    ...(await lotsPaid(tx, span, timeZone)),
    ...(await outlaysBetween(tx, span)).map(({ on, costMinor }) => ({ on: day(on), what: "outlays" as const, minor: costMinor })),
    ...postings.map(({ on, costMinor }) => ({ on, what: "post" as const, minor: costMinor })),
    ...incomeOf(postings, await pricesOfNeeds(tx, needs)),
  ]);
}

type Paid = { readonly on: Day; readonly what: Exclude<keyof WeekOfMoney, "from">; readonly minor: number };

type Posting = Awaited<ReturnType<typeof postingsOfNeeds>>[number];

function postageByNeed(postings: readonly Posting[]): CostsRead["posted"] {
  const sums = new Map<string, number>();
  for (const { needId, costMinor } of postings) sums.set(needId, (sums.get(needId) ?? 0) + costMinor);
  return [...sums].map(([needId, costMinor]) => ({ needId, costMinor }));
}

/** What needs bring, each on the day it first went out. @param postings by their days */
function incomeOf(postings: readonly Posting[], prices: ReadonlyMap<string, number>): Paid[] {
  const first = new Map<string, Day>();
  for (const { needId, on } of postings) if (!first.has(needId)) first.set(needId, on);
  return [...first].map(([needId, on]) => ({ on, what: "income", minor: prices.get(needId) ?? 0 }));
}

/** What was paid for lots, by the days on which they were booked in. */
async function lotsPaid(tx: Transaction, { from, until }: Span, timeZone: string): Promise<Paid[]> {
  const begins = (of: Day): Date => momentAt(of, 0, timeZone);
  const on = sql<string>`(${storeMove.at} at time zone ${timeZone})::date::text`;
  const rows = await tx
    .select({ on: on.as("on"), minor: sql<number>`sum(${storeMove.valueMinor})::int` })
    .from(storeMove)
    .where(
      and(
        eq(storeMove.retracted, false),
        eq(storeMove.reason, "received"),
        isNotNull(storeMove.lotId),
        from === null ? undefined : gte(storeMove.at, begins(from)),
        until === null ? undefined : lt(storeMove.at, begins(addDays(until, 1))),
      ),
    )
    .groupBy(sql`1`);
  return rows.map((row) => ({ on: day(row.on), what: "lots", minor: row.minor }));
}

/** Summed by weeks that begin on Monday; a week in which nothing came or went is left out. */
function weeksOf(paid: readonly Paid[]): WeekOfMoney[] {
  const weeks = new Map<Day, { from: Day } & Record<Paid["what"], number>>();
  for (const { on, what, minor } of paid) {
    const from = mondayOf(on);
    const week = weeks.get(from) ?? { from, lots: 0, outlays: 0, post: 0, income: 0 };
    week[what] += minor;
    weeks.set(from, week);
  }
  return [...weeks.values()].filter(({ lots, outlays, post, income }) => lots + outlays + post + income > 0).sort((a, b) => (a.from < b.from ? -1 : 1));
}

/** What left the shelf for some needs, by kind, and what of it is in panels that came to nothing. */
async function materialsOfNeeds(tx: Transaction, needs: readonly string[], lost: readonly string[]): Promise<CostsRead["materials"]> {
  if (needs.length === 0) return [];
  const spoilt = lost.length === 0 ? sql<boolean>`false` : sql<boolean>`coalesce(${inArray(storeMove.unitId, [...lost])}, false)`;
  const rows = await tx
    .select({ needId: storeMove.needId, kind: storeTable.kind, spoilt: spoilt.as("spoilt"), valueMinor: sql<number>`(-sum(${storeMove.valueMinor}))::int` })
    .from(storeMove)
    .innerJoin(storeTable, and(eq(storeTable.shopId, storeMove.shopId), eq(storeTable.id, storeMove.storeId)))
    .where(and(eq(storeMove.retracted, false), inArray(storeMove.needId, [...needs])))
    .groupBy(storeMove.needId, storeTable.kind, sql`3`);
  return rows.map(({ needId, ...row }) => ({ ...row, needId: needId ?? "" }));
}

/** What left the shelf for each batch of some needs. */
async function takenByBatches(tx: Transaction, needs: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (needs.length === 0) return new Map();
  const rows = await tx
    .select({ batchId: storeMove.batchId, valueMinor: sql<number>`(-sum(${storeMove.valueMinor}))::int` })
    .from(storeMove)
    .where(and(eq(storeMove.retracted, false), inArray(storeMove.needId, [...needs]), isNotNull(storeMove.batchId)))
    .groupBy(storeMove.batchId);
  return new Map(rows.flatMap(({ batchId, valueMinor }) => (batchId === null ? [] : [[batchId, valueMinor] as const])));
}

/** What left for no need: counted short, dried up, spoilt, given away. */
async function lossesSince(tx: Transaction, since: Date | null): Promise<CostsRead["losses"]> {
  const rows = await tx
    .select({ storeId: storeMove.storeId, reason: storeMove.reason, valueMinor: sql<number>`(-sum(${storeMove.valueMinor}))::int` })
    .from(storeMove)
    .where(
      and(
        eq(storeMove.retracted, false),
        isNull(storeMove.needId),
        inArray(storeMove.reason, ["taken", "counted", "spoilt", "given away", "dried up", "older"]),
        since === null ? undefined : gte(storeMove.at, since),
      ),
    )
    .groupBy(storeMove.storeId, storeMove.reason);
  return rows.filter(({ valueMinor }) => valueMinor !== 0);
}
