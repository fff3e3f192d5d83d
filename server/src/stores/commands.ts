import { phrase } from "@yule/core";
import type { CommandPayload, storesCommands } from "@yule/contract";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

async function addStore(writing: Writing, payload: CommandPayload<"add-store">): Promise<HandlerResult<"add-store">> {
  await writing.insert("store", payload);
  if (payload.onHand > 0) await writing.insert("storeMove", { id: v7(), storeId: payload.id, quantity: payload.onHand, why: "first count", at: writing.at });
  return { subject: ["store", payload.id], facts: { name: payload.name, onHand: payload.onHand } };
}

async function countStore(writing: Writing, payload: CommandPayload<"count-store">): Promise<HandlerResult<"count-store">> {
  const before = await writing.find("store", payload.id);
  if (!before) return missing("store", ["id"], payload.id);
  await writing.update("store", payload.id, { onHand: payload.onHand }, payload.version);
  await writing.insert("storeMove", { id: v7(), storeId: payload.id, quantity: payload.onHand - before.onHand, why: "counted", at: writing.at });
  return { subject: ["store", payload.id], facts: { name: before.name, onHand: payload.onHand, inBooks: before.onHand } };
}

async function changeStore(writing: Writing, payload: CommandPayload<"change-store">): Promise<HandlerResult<"change-store">> {
  const found = await writing.find("store", payload.id);
  if (!found) return missing("store", ["id"], payload.id);
  const { id, version, ...facts } = payload;
  await writing.update("store", id, facts, version);
  return { subject: ["store", id], facts: { name: found.name, holdsMasking: payload.holdsMasking, hex: payload.hex } };
}

async function buyStore(writing: Writing, payload: CommandPayload<"buy-store">): Promise<HandlerResult<"buy-store">> {
  const name = await takeFromStore(writing, payload.id, -payload.quantity, "bought", ["id"]);
  return { subject: ["store", payload.id], facts: { name, quantity: payload.quantity } };
}

/** Takes from a store and writes the ledger. @returns the store's name. Refuses what would leave less than nothing. */
export async function takeFromStore(writing: Writing, storeId: string, quantity: number, why: string, path: readonly (string | number)[]): Promise<string> {
  const found = await writing.find("store", storeId);
  if (!found) return missing("store", path, storeId);
  if (quantity > found.onHand) {
    return refuse({
      code: "not-enough",
      path,
      given: phrase`${quantity} of ${{ name: found.name, of: "store" }}`,
      allowed: phrase`at most ${found.onHand}, what is on the shelf (${quantity - found.onHand} short)`,
    });
  }
  await writing.update("store", storeId, { onHand: found.onHand - quantity });
  await writing.insert("storeMove", { id: v7(), storeId, quantity: -quantity, why, at: writing.at });
  return found.name;
}

export const storesHandlers: Handlers<typeof storesCommands> = {
  "add-store": addStore,
  "count-store": countStore,
  "buy-store": buyStore,
  "change-store": changeStore,
};
