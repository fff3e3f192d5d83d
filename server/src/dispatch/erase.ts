import type { CommandPayload } from "@yule/contract";
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Change } from "../db/change.ts";
import { missing } from "../db/refusal.ts";
import type { Transaction } from "../db/pool.ts";
import type { Writing, WrittenTable } from "../db/writing.ts";
import type { HandlerResult } from "../logbook/handler.ts";
import { eraseFromLog, SHORTEST_NAME, SOMEBODY } from "../logbook/erase.ts";
import { eraseFromWhys } from "../learned/reads.ts";
import { eraseFromTitles, eraseOccasionsOf, occasionsOfHousehold } from "../season/reads.ts";
import { orderTable } from "./orderTables.ts";
import { household, householdAddress, householdHad, householdSent, personTable, recipient, undertaking } from "./tables.ts";

const HANGING = [recipient, householdHad, householdSent, personTable, householdAddress] as const;

/** All that is kept of a household, as it is kept. */
export async function everythingOf(tx: Transaction, id: string): Promise<Record<string, unknown> | null> {
  const [found] = await tx.select().from(household).where(eq(household.id, id));
  if (!found) return null;
  const of = async (table: (typeof HANGING)[number]): Promise<unknown[]> => withoutShop(await tx.select().from(table).where(eq(table.householdId, id)));
  return {
    household: withoutShop([found])[0],
    people: await of(personTable),
    elsewhere: await of(householdAddress),
    days: withoutShop(await occasionsOfHousehold(tx, id)),
    letters: await of(recipient),
    had: await of(householdHad),
    sent: await of(householdSent),
    orders: withoutShop(await tx.select().from(orderTable).where(eq(orderTable.householdId, id))),
  };
}
const withoutShop = (rows: readonly object[]): object[] => rows.map((row) => Object.fromEntries(Object.entries(row).filter(([key]) => key !== "shopId")));

/** Everything goes, and nothing of it is written down: neither what was there, nor that it was this one. */
async function eraseHousehold(writing: Writing, { id }: CommandPayload<"erase-household">): Promise<HandlerResult<"erase-household">> {
  const { tx, shopId } = writing;
  const home = (await writing.find("household", id)) ?? missing("household", ["id"], id);
  const people = await tx.select({ id: personTable.id, name: personTable.name }).from(personTable).where(eq(personTable.householdId, id));
  const places = await tx.select({ id: householdAddress.id, address: householdAddress.address }).from(householdAddress).where(eq(householdAddress.householdId, id));
  const ids = [id, ...people.map((each) => each.id), ...places.map((each) => each.id)];
  await eraseFromLog(tx, {
    ids,
    words: [home.name, home.address, ...places.map(({ address }) => address)],
    shared: people.map(({ name }) => name),
    isOf: (change) => isOf(change, new Set(ids)),
  });
  for (const table of HANGING) await tx.delete(table).where(and(eq(table.shopId, shopId), eq(table.householdId, id)));
  await eraseOccasionsOf(tx, id);
  if (home.name.length >= SHORTEST_NAME) {
    await eraseFromTitles(tx, home.name, SOMEBODY);
    await eraseFromWhys(tx, home.name, SOMEBODY);
    await tx
      .update(undertaking)
      .set({ title: sql`replace(${undertaking.title}, ${home.name}, ${SOMEBODY})` })
      .where(sql`position(${home.name} in ${undertaking.title}) > 0`);
  }
  await tx.delete(household).where(and(eq(household.shopId, shopId), inArray(household.id, [id])));
  return { subject: ["shop", shopId], facts: {} };
}

/** Tables of which a row is somebody, or their address, by its own id. */
const THEIRS: ReadonlySet<string> = new Set<WrittenTable>(["household", "person", "householdAddress"]);
const isOf = ({ table, id, before, after }: Change, ids: ReadonlySet<string>): boolean =>
  (THEIRS.has(table) && ids.has(id)) || [before, after].some((row) => typeof row?.householdId === "string" && ids.has(row.householdId));

export const eraseHandlers = { "erase-household": eraseHousehold };
