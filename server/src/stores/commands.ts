import { measureOf, phrase, printAmount } from "@yule/core";
import type { CommandPayload, storesCommands } from "@yule/contract";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { checkPicture } from "../shop/pictures.ts";
import { costHandlers } from "./costs.ts";
import { countHandlers, tellCount } from "./counting.ts";
import { takeAll } from "./ledger.ts";
import { lotHandlers, receive, receiveAll } from "./receiving.ts";
import { supplierHandlers } from "./suppliers.ts";

async function addStore(writing: Writing, payload: CommandPayload<"add-store">): Promise<HandlerResult<"add-store">> {
  const { id, name, kind, onHand, pack, packCostMinor } = payload;
  if (payload.pictureId) await checkPicture(writing, payload.pictureId, ["pictureId"]);
  await writing.insert("store", { ...payload, onHand: 0 });
  if (onHand > 0) await receive(writing, { id: v7(), storeId: id, quantity: onHand, costMinor: Math.round((onHand * packCostMinor) / pack), reason: "first count" });
  return { subject: ["store", id], facts: { name, kind, onHand } };
}

/** A table that was looked at before: what is new is put there, what is known is counted. */
async function importAll(writing: Writing, { stores, suppliers, offers, counts }: CommandPayload<"import-stores">): Promise<HandlerResult<"import-stores">> {
  await writing.insertAll("supplier", suppliers);
  await writing.insertAll(
    "store",
    stores.map((store) => ({ ...store, onHand: 0 })),
  );
  await receiveAll(
    writing,
    stores.flatMap(({ id, onHand, pack, packCostMinor }) =>
      onHand > 0 ? [{ id: v7(), storeId: id, quantity: onHand, costMinor: Math.round((onHand * packCostMinor) / pack), reason: "first count" as const }] : [],
    ),
  );
  for (const [index, offer] of offers.entries()) {
    if (!(await writing.find("store", offer.storeId))) missing("store", ["offers", index, "storeId"], offer.storeId);
    if (!(await writing.find("supplier", offer.supplierId))) missing("supplier", ["offers", index, "supplierId"], offer.supplierId);
  }
  await writing.insertAll("offer", offers);
  for (const count of counts) await tellCount(writing, count);
  return { subject: ["shop", writing.shopId], facts: { materials: stores.length, prices: offers.length, counts: counts.length } };
}

async function changeStore(writing: Writing, payload: CommandPayload<"change-store">): Promise<HandlerResult<"change-store">> {
  const { id, version, ...facts } = payload;
  const found = (await writing.find("store", id)) ?? missing("store", ["id"], id);
  if (facts.archived && found.onHand > 0)
    refuse({
      code: "not-empty",
      path: ["archived"],
      given: phrase`${{ name: found.name, of: "store" }}, of which ${printAmount(found.onHand, measureOf(found.kind))} lies there`,
      allowed: phrase`a material of which nothing is left: count it, or say what became of it`,
    });
  if (found.kind === "paint" && facts.name !== undefined && facts.name !== found.name)
    refuse({ code: "elsewhere", path: ["name"], given: [{ text: facts.name }], allowed: phrase`the name that it has on the paint shelf: change it there` });
  if (facts.pictureId) await checkPicture(writing, facts.pictureId, ["pictureId"]);
  await writing.update("store", id, facts, version);
  return { subject: ["store", id], facts: { name: facts.name ?? found.name, holdsMasking: facts.holdsMasking, hex: facts.hex, archived: facts.archived } };
}

async function takeStore(writing: Writing, { id, quantity, reason, needId }: CommandPayload<"take-store">): Promise<HandlerResult<"take-store">> {
  if (needId !== null && !(await writing.find("need", needId))) missing("need", ["needId"], needId);
  const found = (await writing.find("store", id)) ?? missing("store", ["id"], id);
  await takeAll(writing, [{ storeId: id, quantity, reason, needId, path: ["quantity"] }]);
  return { subject: ["store", id], facts: { name: found.name, kind: found.kind, quantity, reason } };
}

export const storesHandlers: Handlers<typeof storesCommands> = {
  "add-store": addStore,
  "change-store": changeStore,
  "take-store": takeStore,
  ...countHandlers,
  ...lotHandlers,
  ...supplierHandlers,
  ...costHandlers,
  "import-stores": importAll,
};
