import { phrase } from "@yule/core";
import type { CommandPayload, colourCommands } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { addPaintStore, changePaintStore, shelvePaintStore } from "../stores/paints.ts";

async function addPaint(writing: Writing, { left, ...payload }: CommandPayload<"add-paint">): Promise<HandlerResult<"add-paint">> {
  await writing.insert("paint", payload);
  await addPaintStore(writing, payload, left);
  return { subject: ["paint", payload.id], facts: { name: payload.name, pigments: payload.pigments } };
}

async function changePaint(writing: Writing, { id, version, ...facts }: CommandPayload<"change-paint">): Promise<HandlerResult<"change-paint">> {
  const before = await writing.find("paint", id);
  if (!before) return missing("paint", ["id"], id);
  await writing.update("paint", id, facts, version);
  await changePaintStore(writing, { id, ...facts });
  return {
    subject: ["paint", id],
    facts: { name: facts.name, ...(facts.chart === before.chart ? {} : { chart: facts.chart }) },
  };
}

async function shelvePaint(writing: Writing, payload: CommandPayload<"shelve-paint">): Promise<HandlerResult<"shelve-paint">> {
  const found = await writing.find("paint", payload.id);
  if (!found) return missing("paint", ["id"], payload.id);
  await writing.update("paint", payload.id, { gone: payload.gone }, payload.version);
  await shelvePaintStore(writing, payload.id, payload.gone);
  return { subject: ["paint", payload.id], facts: { name: found.name, gone: payload.gone } };
}

async function markTouches(writing: Writing, payload: CommandPayload<"mark-touches">): Promise<HandlerResult<"mark-touches">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  const seen = new Set<string>();
  payload.touches?.forEach(({ a, b }, index) => {
    const pair = `${String(a)} ${String(b)}`;
    if (seen.has(pair)) refuse({ code: "twice", path: ["touches", index], given: phrase`paints ${a + 1} and ${b + 1} again`, allowed: phrase`each two paints once` });
    seen.add(pair);
  });
  await writing.update("design", payload.id, { touches: payload.touches }, payload.version);
  return { subject: ["design", payload.id], facts: { name: found.name } };
}

export const colourHandlers: Handlers<typeof colourCommands> = {
  "add-paint": addPaint,
  "change-paint": changePaint,
  "shelve-paint": shelvePaint,
  "mark-touches": markTouches,
};
