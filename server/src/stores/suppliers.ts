import { phrase } from "@yule/core";
import type { CommandPayload, storesCommands } from "@yule/contract";
import { and, eq, inArray } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { todayOf } from "./receiving.ts";
import { toBuyTable } from "./tables.ts";

async function addSupplier(writing: Writing, payload: CommandPayload<"add-supplier">): Promise<HandlerResult<"add-supplier">> {
  await writing.insert("supplier", payload);
  return { subject: ["supplier", payload.id], facts: { name: payload.name } };
}

async function changeSupplier(writing: Writing, { id, version, ...facts }: CommandPayload<"change-supplier">): Promise<HandlerResult<"change-supplier">> {
  if (!(await writing.find("supplier", id))) return missing("supplier", ["id"], id);
  await writing.update("supplier", id, facts, version);
  return { subject: ["supplier", id], facts: { name: facts.name, archived: facts.archived } };
}

const storeNamed = async (writing: Writing, id: string, path: readonly (string | number)[] = ["storeId"]): Promise<string> =>
  ((await writing.find("store", id)) ?? missing("store", path, id)).name;
const supplierNamed = async (writing: Writing, id: string, path: readonly (string | number)[] = ["supplierId"]): Promise<string> =>
  ((await writing.find("supplier", id)) ?? missing("supplier", path, id)).name;

async function addOffer(writing: Writing, payload: CommandPayload<"add-offer">): Promise<HandlerResult<"add-offer">> {
  const [name, supplier] = [await storeNamed(writing, payload.storeId), await supplierNamed(writing, payload.supplierId)];
  await writing.insert("offer", payload);
  return { subject: ["store", payload.storeId], facts: { name, supplier, priceMinor: payload.priceMinor } };
}

async function changeOffer(writing: Writing, { id, version, ...facts }: CommandPayload<"change-offer">): Promise<HandlerResult<"change-offer">> {
  const offer = (await writing.find("offer", id)) ?? missing("offer", ["id"], id);
  await writing.update("offer", id, facts, version);
  return {
    subject: ["store", offer.storeId],
    facts: { name: await storeNamed(writing, offer.storeId), supplier: await supplierNamed(writing, offer.supplierId), priceMinor: facts.priceMinor },
  };
}

async function dropOffer(writing: Writing, { id, version }: CommandPayload<"drop-offer">): Promise<HandlerResult<"drop-offer">> {
  const offer = (await writing.find("offer", id)) ?? missing("offer", ["id"], id);
  await writing.remove("offer", id, version);
  return { subject: ["store", offer.storeId], facts: { name: await storeNamed(writing, offer.storeId), supplier: await supplierNamed(writing, offer.supplierId) } };
}

/** Lines on the list; those of the same materials that nobody has ordered make way. */
async function listToBuy(writing: Writing, { lines }: CommandPayload<"list-to-buy">): Promise<HandlerResult<"list-to-buy">> {
  const names: string[] = [];
  for (const [index, line] of lines.entries()) {
    names.push(await storeNamed(writing, line.storeId, ["lines", index, "storeId"]));
    if (line.supplierId !== null) await supplierNamed(writing, line.supplierId, ["lines", index, "supplierId"]);
  }
  const stores = lines.map(({ storeId }) => storeId);
  const before = await writing.tx
    .select({ id: toBuyTable.id })
    .from(toBuyTable)
    .where(and(eq(toBuyTable.shopId, writing.shopId), inArray(toBuyTable.storeId, stores), inArray(toBuyTable.state, ["listed", "in the basket"])));
  for (const { id } of before) await writing.update("toBuy", id, { state: "dropped" });
  await writing.insertAll(
    "toBuy",
    lines.map((line) => ({ ...line, state: "listed" as const })),
  );
  return { subject: ["toBuy", lines[0]?.id ?? ""], facts: { names } };
}

/** What happened to lines: in the basket, ordered, off the list. Ticked twice, on two devices, is ticked once. */
async function markToBuy(writing: Writing, { ids, state }: CommandPayload<"mark-to-buy">): Promise<HandlerResult<"mark-to-buy">> {
  const names: string[] = [];
  const today = await todayOf(writing);
  for (const [index, id] of ids.entries()) {
    const line = (await writing.find("toBuy", id)) ?? missing("line of the buying list", ["ids", index], id);
    names.push(await storeNamed(writing, line.storeId));
    if (line.state === state) continue;
    if (line.state === "received" || line.state === "dropped")
      refuse({ code: "not-open", path: ["ids", index], given: phrase`a line that is ${line.state}`, allowed: phrase`a line that is still to come` });
    await writing.update("toBuy", id, { state, ...(state === "ordered" ? { orderedOn: today } : {}) });
  }
  return { subject: ["toBuy", ids[0] ?? ""], facts: { names, state } };
}

export const supplierHandlers: Pick<
  Handlers<typeof storesCommands>,
  "add-supplier" | "change-supplier" | "add-offer" | "change-offer" | "drop-offer" | "list-to-buy" | "mark-to-buy"
> = {
  "add-supplier": addSupplier,
  "change-supplier": changeSupplier,
  "add-offer": addOffer,
  "change-offer": changeOffer,
  "drop-offer": dropOffer,
  "list-to-buy": listToBuy,
  "mark-to-buy": markToBuy,
};
