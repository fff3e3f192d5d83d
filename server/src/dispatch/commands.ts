import { postageOf, servicesTo } from "@yule/derive";
import { phrase, money } from "@yule/core";
import type { AddressParts, CommandPayload, dispatchCommands } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { needLinesOf } from "../season/reads.ts";
import { addressText } from "./addressText.ts";
import { eraseHandlers } from "./erase.ts";
import { fairHandlers } from "./fairs.ts";
import { orderNewsHandlers } from "./orderNews.ts";
import { orderHandlers } from "./orders.ts";
import { peopleHandlers } from "./people.ts";
import { letterHandlers, postRest } from "./letters.ts";
import { isPosted, recipientsOf } from "./reads.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

/** An address told in its parts is written as its country does. */
const written = <Told extends { readonly parts: AddressParts | null; readonly country: string; readonly address: string }>(told: Told): Told =>
  told.parts ? { ...told, address: addressText(told.parts, told.country) } : told;

async function addHousehold(writing: Writing, payload: CommandPayload<"add-household">): Promise<HandlerResult<"add-household">> {
  await writing.insert("household", written(payload));
  return { subject: ["household", payload.id], facts: { name: payload.name, country: payload.country } };
}

async function addHouseholds(writing: Writing, { households }: CommandPayload<"add-households">): Promise<HandlerResult<"add-households">> {
  await writing.insertAll("household", households.map(written));
  return { subject: ["household", households[0]?.id ?? writing.shopId], facts: { households: households.length } };
}

async function changeHousehold(writing: Writing, payload: CommandPayload<"change-household">): Promise<HandlerResult<"change-household">> {
  const found = await writing.find("household", payload.id);
  if (!found) return missing("household", ["id"], payload.id);
  const { id, version, ...told } = payload;
  // An address told as one line has no parts any more.
  const country = told.country ?? found.country;
  const parts = told.parts === undefined ? (told.address === undefined ? found.parts : null) : told.parts;
  await writing.update("household", id, { ...told, parts, ...(parts ? { address: addressText(parts, country) } : {}) }, version);
  return { subject: ["household", payload.id], facts: { name: payload.name ?? found.name, neutral: payload.neutral, without: payload.without } };
}

async function postNeed(writing: Writing, payload: CommandPayload<"post-need">): Promise<HandlerResult<"post-need">> {
  const need = await writing.find("need", payload.needId);
  if (!need) return missing("need", ["needId"], payload.needId);
  const lines = await needLinesOf(writing.tx, payload.needId);
  const lacking = lines.reduce((sum, line) => sum + line.quantity - line.assembled, 0);
  if (lacking > 0)
    refuse({
      code: "not-finished",
      path: ["needId"],
      given: phrase`${{ name: need.title, of: "need" }}, ${lacking} cards not assembled`,
      allowed: phrase`a need whose cards are all assembled`,
    });
  if (await isPosted(writing.tx, payload.needId))
    refuse({ code: "posted", path: ["needId"], given: [{ name: need.title, of: "need" }], allowed: phrase`a need that was not posted yet` });
  const { table } = writing.outside.carrier;
  const { zone } = need;
  const cost = postageOf({ zone, households: (await recipientsOf(writing.tx, need.id)).filter(({ postedOn }) => postedOn === null).length }, payload.service, table);
  if (cost === null) return refuse({ code: "no-service", path: ["service"], given: [{ text: payload.service }], allowed: [servicesTo(zone, table).join(", ")] });
  if (payload.costMinor !== undefined && payload.costMinor !== cost)
    refuse({ code: "reckoned-otherwise", path: ["costMinor"], given: [{ money: money(payload.costMinor) }], allowed: phrase`${{ money: cost }}, what ${payload.service} costs` });
  await writing.insert("posting", { ...payload, costMinor: cost });
  await postRest(writing, need, payload.service, payload.on);
  return { subject: ["need", payload.needId], facts: { title: need.title, service: need.zone === null ? null : payload.service, on: payload.on } };
}

export const dispatchHandlers: Handlers<typeof dispatchCommands> = {
  "add-household": addHousehold,
  "add-households": addHouseholds,
  "change-household": changeHousehold,
  "post-need": postNeed,
  ...letterHandlers,
  ...orderHandlers,
  ...orderNewsHandlers,
  ...fairHandlers,
  ...peopleHandlers,
  ...eraseHandlers,
};
