import { phrase } from "@yule/core";
import type { CommandPayload, finishCommands } from "@yule/contract";
import { sql } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { readColourwayNames } from "../designs/reads.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { leftOverCards } from "../season/reads.ts";
import { boxesNamed } from "./reads.ts";

/** Names of boxes are told apart by what is written on them. */
async function nameIsFree(writing: Writing, name: string, own: string): Promise<void> {
  const others = (await boxesNamed(writing.tx, name)).filter((id) => id !== own);
  if (others.length > 0) refuse({ code: "taken", path: ["name"], given: [name], allowed: phrase`a name that no other box has` });
}

async function addBox(writing: Writing, { id, name, place }: CommandPayload<"add-box">): Promise<HandlerResult<"add-box">> {
  await nameIsFree(writing, name, id);
  await writing.insert("cardBox", { id, name, place });
  return { subject: ["shop", writing.shopId], facts: { name } };
}

async function changeBox(writing: Writing, { id, name, place }: CommandPayload<"change-box">): Promise<HandlerResult<"change-box">> {
  const found = await writing.find("cardBox", id);
  if (!found) return missing("box", ["id"], id);
  if (name !== undefined) await nameIsFree(writing, name, id);
  await writing.update("cardBox", id, { name, place });
  return { subject: ["shop", writing.shopId], facts: { name: name ?? found.name } };
}

async function putInBox(writing: Writing, payload: CommandPayload<"put-in-box">): Promise<HandlerResult<"put-in-box">> {
  const { boxId } = payload;
  const box = boxId === null ? null : await writing.find("cardBox", boxId);
  if (boxId !== null && !box) return missing("box", ["boxId"], boxId);
  if (payload.lineIds.length + payload.colourwayIds.length === 0)
    refuse({ code: "nothing", path: ["lineIds"], given: phrase`nothing`, allowed: phrase`cards of a need, or cards left over` });
  for (const [index, id] of payload.lineIds.entries()) {
    if (!(await writing.find("needLine", id))) return missing("line of a need", ["lineIds", index], id);
    await writing.update("needLine", id, { boxId });
  }
  for (const [index, id] of payload.colourwayIds.entries()) {
    if (!(await writing.find("colourway", id))) return missing("colourway", ["colourwayIds", index], id);
    await changeLeft(writing, id, { boxId });
  }
  return { subject: ["shop", writing.shopId], facts: { name: box?.name ?? null } };
}

/** What is kept of left-over cards of a colourway, begun where nothing is kept yet. */
async function changeLeft(writing: Writing, colourwayId: string, patch: { readonly boxId?: string | null; readonly counted?: number }): Promise<void> {
  if (await writing.find("leftStock", colourwayId)) await writing.update("leftStock", colourwayId, patch);
  else await writing.insert("leftStock", { id: colourwayId, ...patch });
}

/** Left-over cards of a colourway, held until the command is through: what counts them and what gives them away meet here. */
export async function leftOf(writing: Writing, colourwayId: string): Promise<number> {
  await writing.tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`left over ${colourwayId}`}, 0))`);
  return leftOverCards(writing.tx, colourwayId);
}

/** So many of them are gone. */
export async function takeLeft(writing: Writing, colourwayId: string, cards: number): Promise<void> {
  await leftOf(writing, colourwayId);
  await changeLeft(writing, colourwayId, { counted: ((await writing.find("leftStock", colourwayId))?.counted ?? 0) - cards });
}

/** A count says what lies there, whatever the books say; two that count, and one that gives cards away, meet here. */
async function countCards(writing: Writing, { colourwayId, cards }: CommandPayload<"count-cards">): Promise<HandlerResult<"count-cards">> {
  const named = (await readColourwayNames(writing.tx, [colourwayId])).get(colourwayId);
  if (!named) return missing("colourway", ["colourwayId"], colourwayId);
  const before = await leftOf(writing, colourwayId);
  await takeLeft(writing, colourwayId, before - cards);
  return { subject: ["shop", writing.shopId], facts: { design: named.design, colourway: named.colourway, before, cards } };
}

export const stockHandlers: Pick<Handlers<typeof finishCommands>, "add-box" | "change-box" | "put-in-box" | "count-cards"> = {
  "add-box": addBox,
  "change-box": changeBox,
  "put-in-box": putInBox,
  "count-cards": countCards,
};
