import type { CommandPayload } from "@yule/contract";
import { and, eq } from "drizzle-orm";
import { v7 } from "uuid";
import { missing } from "../db/refusal.ts";
import type { Writing, WrittenTable } from "../db/writing.ts";
import type { HandlerResult } from "../logbook/handler.ts";
import { occasionsOfHousehold } from "../season/reads.ts";
import { addressText } from "./addressText.ts";
import { orderTable } from "./orderTables.ts";
import type { household } from "./tables.ts";
import { householdAddress, householdHad, householdSent, personTable, recipient } from "./tables.ts";

type Household = typeof household.$inferSelect;
type Person = typeof personTable.$inferSelect;

const householdAt = async (writing: Writing, id: string, path: string): Promise<Household> => (await writing.find("household", id)) ?? missing("household", [path], id);
async function personAt(writing: Writing, id: string): Promise<{ readonly person: Person; readonly home: Household }> {
  const person = (await writing.find("person", id)) ?? missing("person", ["id"], id);
  return { person, home: await householdAt(writing, person.householdId, "id") };
}

async function addPerson(writing: Writing, { birthday, ...told }: CommandPayload<"add-person">): Promise<HandlerResult<"add-person">> {
  const home = await householdAt(writing, told.householdId, "householdId");
  const occasionId = birthday ? v7() : null;
  if (birthday && occasionId)
    await writing.insert("ownOccasion", {
      ...{ id: occasionId, title: `${told.name}'s birthday`, kind: "birthday", year: null, since: birthday.year },
      ...{ month: birthday.month, date: birthday.date, householdId: home.id, weeksAhead: 0 },
    });
  await writing.insert("person", { ...told, occasionId, diedOn: null });
  return { subject: ["household", home.id], facts: { household: home.name, name: told.name } };
}

async function dropBirthday(writing: Writing, { occasionId }: Person): Promise<void> {
  if (occasionId !== null && (await writing.find("ownOccasion", occasionId))) await writing.remove("ownOccasion", occasionId);
}

async function dropPerson(writing: Writing, { id }: CommandPayload<"drop-person">): Promise<HandlerResult<"drop-person">> {
  const { person, home } = await personAt(writing, id);
  await writing.remove("person", id);
  await dropBirthday(writing, person);
  return { subject: ["household", home.id], facts: { household: home.name, name: person.name } };
}

/** Somebody has died: the birthday comes no more, and the household is spared feasts for a while. */
async function tellDied(writing: Writing, { id, on }: CommandPayload<"tell-died">): Promise<HandlerResult<"tell-died">> {
  const { person, home } = await personAt(writing, id);
  await writing.update("person", id, { diedOn: on, occasionId: null });
  await dropBirthday(writing, person);
  if (home.state !== "no more") await writing.update("household", home.id, { state: "bereaved", stateOn: on });
  return { subject: ["household", home.id], facts: { household: home.name, name: person.name } };
}

async function addAddress(writing: Writing, payload: CommandPayload<"add-address">): Promise<HandlerResult<"add-address">> {
  const home = await householdAt(writing, payload.householdId, "householdId");
  await writing.insert("householdAddress", { ...payload, address: addressText(payload.parts, payload.country) });
  return { subject: ["household", home.id], facts: { household: home.name, from: payload.from, until: payload.until } };
}

async function dropAddress(writing: Writing, { id }: CommandPayload<"drop-address">): Promise<HandlerResult<"drop-address">> {
  const found = (await writing.find("householdAddress", id)) ?? missing("address", ["id"], id);
  const home = await householdAt(writing, found.householdId, "id");
  await writing.remove("householdAddress", id);
  return { subject: ["household", home.id], facts: { household: home.name } };
}

async function tellHousehold(writing: Writing, { id, state, on }: CommandPayload<"tell-household">): Promise<HandlerResult<"tell-household">> {
  const home = await householdAt(writing, id, "id");
  await writing.update("household", id, { state, stateOn: state === "here" ? null : on });
  return { subject: ["household", id], facts: { name: home.name, state } };
}

const both = (one: readonly string[], other: readonly string[]): string[] => [...new Set([...one, ...other])];

/** All that hangs on the second comes to the first; of two letters of one list the first one's stays, unless only the second's has gone. */
async function mergeHouseholds(writing: Writing, { keepId, goneId }: CommandPayload<"merge-households">): Promise<HandlerResult<"merge-households">> {
  const [kept, gone] = [await householdAt(writing, keepId, "keepId"), await householdAt(writing, goneId, "goneId")];
  const lettersOf = (id: string) =>
    writing.tx
      .select({ id: recipient.id, needId: recipient.needId, postedOn: recipient.postedOn })
      .from(recipient)
      .where(and(eq(recipient.shopId, writing.shopId), eq(recipient.householdId, id)));
  const own = await lettersOf(keepId);
  for (const letter of await lettersOf(goneId)) {
    const same = own.find(({ needId }) => needId === letter.needId);
    if (same && same.postedOn === null && letter.postedOn !== null) await writing.remove("recipient", same.id);
    if (same && letter.postedOn === null) await writing.remove("recipient", letter.id);
    else await writing.update("recipient", letter.id, { householdId: keepId });
  }
  for (const [name, table] of HANGING) await moveAll(writing, name, table, { goneId, keepId });
  for (const { id } of await occasionsOfHousehold(writing.tx, goneId)) await writing.update("ownOccasion", id, { householdId: keepId });
  await writing.update("household", keepId, { likes: both(kept.likes, gone.likes), without: both(kept.without, gone.without), neutral: kept.neutral || gone.neutral });
  await writing.remove("household", goneId);
  return { subject: ["household", keepId], facts: { name: kept.name, gone: gone.name } };
}

/** What hangs on a household, besides its letters. */
const HANGING = [
  ["householdHad", householdHad],
  ["householdSent", householdSent],
  ["person", personTable],
  ["householdAddress", householdAddress],
  ["order", orderTable],
] as const satisfies readonly (readonly [WrittenTable, unknown])[];

async function moveAll(
  writing: Writing,
  name: (typeof HANGING)[number][0],
  table: (typeof HANGING)[number][1],
  { goneId, keepId }: { readonly goneId: string; readonly keepId: string },
): Promise<void> {
  const rows = await writing.tx
    .select({ id: table.id })
    .from(table)
    .where(and(eq(table.shopId, writing.shopId), eq(table.householdId, goneId)));
  await writing.updateAll(
    name,
    rows.map(({ id }) => id),
    { householdId: keepId },
  );
}

export const peopleHandlers = {
  "add-person": addPerson,
  "drop-person": dropPerson,
  "tell-died": tellDied,
  "add-address": addAddress,
  "drop-address": dropAddress,
  "tell-household": tellHousehold,
  "merge-households": mergeHouseholds,
};
