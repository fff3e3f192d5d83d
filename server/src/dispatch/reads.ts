import type { DispatchRead } from "@yule/contract";
import { dayAt } from "@yule/core";
import { asc } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { NEIGHBOURS, type Carrier } from "../outside/carrier.ts";
import { shop } from "../shop/tables.ts";
import { household, posting, recipient } from "./tables.ts";

export async function readDispatch(tx: Transaction, carrier: Carrier, now: Date): Promise<DispatchRead> {
  const [home] = await tx.select().from(shop);
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
      holidays: carrier.holidays(dayAt(now, home?.timeZone ?? "UTC")),
      neighbours: NEIGHBOURS[home?.country ?? ""] ?? [],
    },
  };
}
