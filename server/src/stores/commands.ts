import { phrase } from "@yule/core";
import type { CommandPayload } from "@yule/contract";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";

export async function addStore(work: Work, said: CommandPayload<"add-store">): Promise<Done> {
  await work.insert("store", said);
  if (said.onHand > 0) await work.insert("storeMove", { id: v7(), storeId: said.id, quantity: said.onHand, why: "first count", at: work.at });
  return { subject: ["store", said.id], summary: `${said.name}: ${String(said.onHand)} on the shelf` };
}

export async function countStore(work: Work, said: CommandPayload<"count-store">): Promise<Done> {
  const before = await work.find("store", said.id);
  if (!before) return missing("store", ["id"], said.id);
  await work.update("store", said.id, { onHand: said.onHand }, said.version);
  await work.insert("storeMove", { id: v7(), storeId: said.id, quantity: said.onHand - before.onHand, why: "counted", at: work.at });
  return { subject: ["store", said.id], summary: `${before.name} counted: ${String(said.onHand)} on the shelf, ${String(before.onHand)} in the books` };
}

export async function changeStore(work: Work, said: CommandPayload<"change-store">): Promise<Done> {
  const found = await work.find("store", said.id);
  if (!found) return missing("store", ["id"], said.id);
  const { id, version, ...facts } = said;
  await work.update("store", id, facts, version);
  const what =
    said.holdsMasking !== undefined
      ? said.holdsMasking
        ? "holds masking fluid"
        : "lets go of masking fluid"
      : said.hex !== undefined
        ? `is ${said.hex ?? "of no told colour"}`
        : "changed";
  return { subject: ["store", id], summary: `${found.name} ${what}` };
}

export async function buyStore(work: Work, said: CommandPayload<"buy-store">): Promise<Done> {
  const name = await takeFromStore(work, said.id, -said.quantity, "bought", ["id"]);
  return { subject: ["store", said.id], summary: `${String(said.quantity)} × ${name} bought` };
}

/** Takes from a store and writes the ledger. @returns the store's name. Refuses what would leave less than nothing. */
export async function takeFromStore(work: Work, storeId: string, quantity: number, why: string, path: readonly (string | number)[]): Promise<string> {
  const found = await work.find("store", storeId);
  if (!found) return missing("store", path, storeId);
  if (quantity > found.onHand) {
    return refuse({
      code: "not-enough",
      path,
      given: phrase`${quantity} of ${{ name: found.name, of: "store" }}`,
      allowed: phrase`at most ${found.onHand}, what is on the shelf (${quantity - found.onHand} short)`,
    });
  }
  await work.update("store", storeId, { onHand: found.onHand - quantity });
  await work.insert("storeMove", { id: v7(), storeId, quantity: -quantity, why, at: work.at });
  return found.name;
}
