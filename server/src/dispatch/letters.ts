import { day, phrase } from "@yule/core";
import type { CommandPayload } from "@yule/contract";
import { and, eq, inArray, or } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult } from "../logbook/handler.ts";
import { linesOfNeeds } from "../season/reads.ts";
import { titlesOfNeeds } from "../season/open.ts";
import { takeAll } from "../stores/ledger.ts";
import { postageOfLetters, type PricedLetter } from "./prices.ts";
import { isPosted, undertakingOf } from "./reads.ts";
import { boundNeed, household, recipient } from "./tables.ts";

type Letter = typeof recipient.$inferSelect;

/** Letters by their ids, held until the command is through; one that is not there is refused. */
async function holdLetters(writing: Writing, ids: readonly string[], path: string): Promise<Letter[]> {
  const rows = await writing.tx
    .select()
    .from(recipient)
    .where(and(eq(recipient.shopId, writing.shopId), inArray(recipient.id, [...ids])))
    .orderBy(recipient.id)
    .for("no key update");
  const known = new Map(rows.map((row) => [row.id, row]));
  return ids.map((id, index) => known.get(id) ?? missing("letter", [path, index], id));
}

async function bindNeeds(writing: Writing, payload: CommandPayload<"bind-needs">): Promise<HandlerResult<"bind-needs">> {
  const { id, kind, title, needIds } = payload;
  const titles = await titlesOfNeeds(writing.tx, needIds);
  needIds.forEach((needId, index) => titles.get(needId) ?? missing("need", ["needIds", index], needId));
  await bind(writing, payload);
  return { subject: ["undertaking", id], facts: { kind, title, needs: new Set(needIds).size } };
}

/** Puts needs under what they are one of; what was bound there before and is not named is let go. */
export async function bind(writing: Writing, { id, kind, title, needIds }: CommandPayload<"bind-needs">): Promise<void> {
  if (await writing.find("undertaking", id)) await writing.update("undertaking", id, { kind, title });
  else await writing.insert("undertaking", { id, kind, title });
  const before = await writing.tx
    .select({ id: boundNeed.id, needId: boundNeed.needId, of: boundNeed.undertakingId })
    .from(boundNeed)
    .where(and(eq(boundNeed.shopId, writing.shopId), or(eq(boundNeed.undertakingId, id), inArray(boundNeed.needId, needIds))));
  const kept = new Set<string>();
  for (const each of before) {
    if (each.of === id && needIds.includes(each.needId)) kept.add(each.needId);
    else await writing.remove("boundNeed", each.id);
  }
  await writing.insertAll(
    "boundNeed",
    [...new Set(needIds)].filter((needId) => !kept.has(needId)).map((needId) => ({ id: v7(), undertakingId: id, needId })),
  );
}

/** Cards change households only within one list, before they are posted, and no line gives more than it has. */
async function allotCards(writing: Writing, { cards }: CommandPayload<"allot-cards">): Promise<HandlerResult<"allot-cards">> {
  const letters = await holdLetters(
    writing,
    cards.map(({ letterId }) => letterId),
    "cards",
  );
  const [first] = letters;
  if (!first) return missing("letter", ["cards", 0], "");
  const of = await undertakingOf(writing.tx, first.needId);
  const lines = (await linesOfNeeds(writing.tx, of.needIds)).map((line) => ({ ...line, used: 0 }));
  const byId = new Map(lines.map((line) => [line.id, line]));
  letters.forEach((letter, index) => {
    const lineId = cards[index]?.lineId ?? null;
    if (!of.needIds.includes(letter.needId))
      refuse({ code: "another-list", path: ["cards", index, "letterId"], given: [{ text: letter.id }], allowed: phrase`a letter of ${{ name: of.title, of: "list" }}` });
    if (letter.postedOn !== null && letter.lineId !== lineId)
      refuse({ code: "posted", path: ["cards", index, "letterId"], given: phrase`a letter that was posted`, allowed: phrase`a letter that was not posted yet` });
    if (lineId !== null && !byId.has(lineId)) missing("line", ["cards", index, "lineId"], lineId);
  });
  const told = new Map(cards.map(({ letterId, lineId }) => [letterId, lineId]));
  const all = await writing.tx
    .select({ id: recipient.id, lineId: recipient.lineId })
    .from(recipient)
    .where(and(eq(recipient.shopId, writing.shopId), inArray(recipient.needId, [...of.needIds])));
  for (const each of all) {
    const line = byId.get((told.has(each.id) ? told.get(each.id) : each.lineId) ?? "");
    if (line) line.used += 1;
  }
  const over = lines.find(({ used, quantity }) => used > quantity);
  if (over) refuse({ code: "more-than-cards", path: ["cards"], given: phrase`${over.used} households for one colourway`, allowed: phrase`at most its ${over.quantity} cards` });
  for (const line of [...lines, null]) {
    const moved = letters.filter((letter) => (told.get(letter.id) ?? null) === (line?.id ?? null) && letter.lineId !== (line?.id ?? null)).map(({ id }) => id);
    await writing.updateAll("recipient", moved, line ? { lineId: line.id, needId: line.needId } : { lineId: null });
  }
  return { subject: ["need", first.needId], facts: { title: of.title, cards: cards.length } };
}

/** Posts what was not posted yet; what was is left as it is, whoever told it first. */
async function postLetters(writing: Writing, payload: CommandPayload<"post-letters">): Promise<HandlerResult<"post-letters">> {
  const held = await holdLetters(
    writing,
    payload.letters.map(({ id }) => id),
    "letters",
  );
  const services = new Map(payload.letters.map(({ id, service }) => [id, service]));
  const going = held.filter(({ postedOn }) => postedOn === null);
  const priced = await postageOfLetters(
    writing,
    going.map((letter) => ({ letter, service: services.get(letter.id) ?? "", path: ["letters", payload.letters.findIndex(({ id }) => id === letter.id), "service"] })),
    payload.on,
  );
  for (const needId of new Set(going.map((letter) => letter.needId))) await checkMade(writing, needId, going);
  for (const service of new Set(services.values()))
    await writing.updateAll(
      "recipient",
      going.filter(({ id }) => services.get(id) === service).map(({ id }) => id),
      { postedOn: payload.on, service, written: true },
    );
  await noteHad(writing, priced, payload.on);
  await bookPostage(writing, payload.id, priced, payload.on);
  const leaving = new Set(going.map(({ id }) => id));
  const needOf = new Map(held.map(({ id, needId }) => [id, needId]));
  await takeAll(
    writing,
    payload.letters.flatMap(({ id, stamps }, index) =>
      leaving.has(id)
        ? stamps.map(({ storeId, quantity }, at) => ({
            storeId,
            quantity,
            reason: "taken" as const,
            path: ["letters", index, "stamps", at, "quantity"],
            needId: needOf.get(id) ?? null,
          }))
        : [],
    ),
  );
  const titles = await titlesOfNeeds(
    writing.tx,
    held.map(({ needId }) => needId),
  );
  return { subject: ["need", held[0]?.needId ?? writing.shopId], facts: { title: [...new Set(titles.values())].join(", "), letters: going.length, on: payload.on } };
}

/** No more letters go than cards are made: of the line where it is told, of the need in any case. */
async function checkMade(writing: Writing, needId: string, going: readonly Letter[]): Promise<void> {
  const lines = await linesOfNeeds(writing.tx, [needId]);
  const gone = await writing.tx
    .select({ id: recipient.id, lineId: recipient.lineId, postedOn: recipient.postedOn })
    .from(recipient)
    .where(and(eq(recipient.shopId, writing.shopId), eq(recipient.needId, needId)));
  const leaving = new Set(going.map(({ id }) => id));
  const out = gone.filter(({ id, postedOn }) => postedOn !== null || leaving.has(id));
  const made = lines.reduce((sum, { assembled }) => sum + assembled, 0);
  const lacking = (letters: number, cards: number): void => {
    if (letters > cards) refuse({ code: "not-finished", path: ["letters"], given: phrase`${letters} letters`, allowed: phrase`as many as cards are made, ${cards}` });
  };
  for (const line of lines) lacking(out.filter(({ lineId }) => lineId === line.id).length, line.assembled);
  lacking(out.length, made);
}

async function noteHad(writing: Writing, priced: readonly PricedLetter[], on: string): Promise<void> {
  await writing.insertAll(
    "householdHad",
    priced.map(({ letter, designId }) => ({ id: v7(), householdId: letter.householdId, designId, needId: letter.needId, on })),
  );
}

/** What the letters of each need cost, and whether its last has gone. */
async function bookPostage(writing: Writing, id: string, priced: readonly PricedLetter[], on: string): Promise<void> {
  const needs = [...new Set(priced.map(({ letter }) => letter.needId))];
  for (const [index, needId] of needs.entries()) {
    const own = priced.filter(({ letter }) => letter.needId === needId);
    const left = await writing.tx
      .select({ id: recipient.id, postedOn: recipient.postedOn })
      .from(recipient)
      .where(and(eq(recipient.shopId, writing.shopId), eq(recipient.needId, needId)));
    await writing.insert("posting", {
      id: index === 0 ? id : v7(),
      needId,
      on,
      service: own[0]?.service ?? "",
      costMinor: own.reduce((sum, { price }) => sum + price, 0),
      isWhole: left.every(({ postedOn }) => postedOn !== null) && !(await isPosted(writing.tx, needId)),
    });
  }
}

/** Every letter of a need that is left goes with it when it is posted in one. */
export async function postRest(writing: Writing, { id, designId }: { readonly id: string; readonly designId: string }, service: string, on: string): Promise<void> {
  const letters = (
    await writing.tx
      .select()
      .from(recipient)
      .where(and(eq(recipient.shopId, writing.shopId), eq(recipient.needId, id)))
  ).filter(({ postedOn }) => postedOn === null);
  await writing.updateAll(
    "recipient",
    letters.map((letter) => letter.id),
    { postedOn: on, service, written: true },
  );
  await writing.insertAll(
    "householdHad",
    letters.map(({ householdId }) => ({ id: v7(), householdId, designId, needId: id, on })),
  );
}

async function tellLetters(writing: Writing, { letterIds, what, on }: CommandPayload<"tell-letters">): Promise<HandlerResult<"tell-letters">> {
  const letters = await holdLetters(writing, letterIds, "letterIds");
  letters.forEach(({ postedOn }, index) => {
    if (postedOn === null) return refuse({ code: "not-posted", path: ["letterIds", index], given: phrase`a letter that lies here`, allowed: phrase`a letter that was posted` });
    if (postedOn > on) refuse({ code: "before-posting", path: ["on"], given: [{ day: day(on) }], allowed: phrase`a day from ${{ day: day(postedOn) }} on, when it was posted` });
  });
  await writing.updateAll("recipient", letterIds, { fate: what, fateOn: on });
  return { subject: ["need", letters[0]?.needId ?? writing.shopId], facts: { names: await namesOf(writing, letters), letters: letters.length, what } };
}

/** A few names stand in the logbook; of more the number does. */
const MOST_NAMES = 6;
async function namesOf(writing: Writing, letters: readonly Letter[]): Promise<string[]> {
  if (letters.length > MOST_NAMES) return [];
  const rows = await writing.tx
    .select({ name: household.name })
    .from(household)
    .where(
      and(
        eq(household.shopId, writing.shopId),
        inArray(
          household.id,
          letters.map(({ householdId }) => householdId),
        ),
      ),
    );
  return rows.map(({ name }) => name);
}

async function tellWritten(writing: Writing, { letterIds, written }: CommandPayload<"tell-written">): Promise<HandlerResult<"tell-written">> {
  const letters = await holdLetters(writing, letterIds, "letterIds");
  await writing.updateAll("recipient", letterIds, { written });
  return { subject: ["need", letters[0]?.needId ?? writing.shopId], facts: { letters: letters.length, written } };
}

async function tellHad(writing: Writing, payload: CommandPayload<"tell-had">): Promise<HandlerResult<"tell-had">> {
  const of = (await writing.find("household", payload.householdId)) ?? missing("household", ["householdId"], payload.householdId);
  const design = (await writing.find("design", payload.designId)) ?? missing("design", ["designId"], payload.designId);
  await writing.insert("householdHad", { ...payload, needId: null });
  return { subject: ["household", of.id], facts: { name: of.name, design: design.name } };
}

async function tellSent(writing: Writing, payload: CommandPayload<"tell-sent">): Promise<HandlerResult<"tell-sent">> {
  const of = (await writing.find("household", payload.householdId)) ?? missing("household", ["householdId"], payload.householdId);
  await writing.insert("householdSent", payload);
  return { subject: ["household", of.id], facts: { name: of.name, on: payload.on } };
}

export const letterHandlers = {
  "bind-needs": bindNeeds,
  "allot-cards": allotCards,
  "post-letters": postLetters,
  "tell-letters": tellLetters,
  "tell-written": tellWritten,
  "tell-had": tellHad,
  "tell-sent": tellSent,
};
