import type { DispatchRead } from "@yule/contract";
import { dayAt } from "@yule/core";
import { and, asc, count, eq, inArray, min } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Transaction } from "../db/pool.ts";
import { NEIGHBOURS, type Carrier } from "../outside/carrier.ts";
import { readHome } from "../shop/reads.ts";
import { household, posting, recipient } from "./tables.ts";

export async function readDispatch(tx: Transaction, carrier: Carrier, now: Date): Promise<DispatchRead> {
  const home = await readHome(tx);
  const households = await tx.select().from(household).orderBy(asc(household.name));
  const recipients = await tx.select().from(recipient);
  const postings = await tx.select().from(posting);
  const needsOf = new Map<string, string[]>();
  for (const each of recipients) needsOf.set(each.householdId, [...(needsOf.get(each.householdId) ?? []), each.needId]);
  return {
    households: households.map(({ id, version, name, address, country, neutral, without }) => ({
      id,
      version,
      name,
      address,
      country,
      neutral,
      without,
      needIds: needsOf.get(id) ?? [],
    })),
    postings: postings.map(({ id, needId, on, service, costMinor }) => ({ id, needId, on, service, costMinor })),
    carrier: {
      name: carrier.name,
      simulated: true,
      table: carrier.table,
      holidays: carrier.holidays(dayAt(now, home.timeZone)),
      neighbours: NEIGHBOURS[home.country] ?? [],
    },
  };
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
