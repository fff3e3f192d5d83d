import { dayAt, phrase, type Day } from "@yule/core";
import type { CommandPayload, MoveReason, storesCommands } from "@yule/contract";
import { and, eq } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { holdStores } from "./ledger.ts";
import { lotTable } from "./tables.ts";

interface NewLot {
  readonly id: string;
  readonly storeId: string;
  readonly quantity: number;
  readonly costMinor: number;
  readonly reason: MoveReason;
  readonly receivedOn?: string;
  readonly code?: string | null;
  readonly supplierId?: string | null;
  readonly goodUntil?: string | null;
  readonly paidCurrency?: string | null;
  readonly paidMinor?: number | null;
  readonly rateMillionths?: number | null;
}

/** A lot with the move that brings it. @param more of the move: what a count taught */
export const receive = (writing: Writing, lot: NewLot, more: object = {}): Promise<void> => receiveAll(writing, [lot], more);

/** The same for many lots. */
export async function receiveAll(writing: Writing, lots: readonly NewLot[], more: object = {}): Promise<void> {
  const today = await todayOf(writing);
  await writing.insertAll(
    "lot",
    lots.map(({ reason: _, receivedOn, ...lot }) => ({ ...lot, left: 0, valueLeft: 0, receivedOn: receivedOn ?? today })),
  );
  await writing.insertAll(
    "storeMove",
    lots.map(({ id, storeId, quantity, costMinor, reason }) => ({ id: v7(), storeId, lotId: id, quantity, valueMinor: costMinor, reason, at: writing.at, ...more })),
  );
}

/** The day in the shop at the moment of the command. */
export async function todayOf(writing: Writing): Promise<Day> {
  const shop = await writing.find("shop", writing.shopId);
  return dayAt(writing.at, shop?.timeZone ?? "UTC");
}

async function receiveLot(writing: Writing, payload: CommandPayload<"receive-lot">): Promise<HandlerResult<"receive-lot">> {
  const { storeId, code, supplierId, receivedOn, paid, toBuyId } = payload;
  const store = (await holdStores(writing, [storeId])).get(storeId) ?? missing("store", ["storeId"], storeId);
  const supplier = supplierId === null ? null : ((await writing.find("supplier", supplierId)) ?? missing("supplier", ["supplierId"], supplierId));
  const today = await todayOf(writing);
  if (receivedOn > today) refuse({ code: "to-come", path: ["receivedOn"], given: [{ day: receivedOn }], allowed: phrase`${{ day: today }} or before: it is not here yet` });
  if (code !== null) await refuseCode(writing, code, ["code"]);
  await receive(writing, {
    ...payload,
    reason: "received",
    paidCurrency: paid?.currency ?? null,
    paidMinor: paid?.minor ?? null,
    rateMillionths: paid?.rateMillionths ?? null,
  });
  if (toBuyId !== null) {
    const line = (await writing.find("toBuy", toBuyId)) ?? missing("line of the buying list", ["toBuyId"], toBuyId);
    if (line.state === "received" || line.state === "dropped")
      refuse({ code: "not-open", path: ["toBuyId"], given: phrase`a line that is ${line.state}`, allowed: phrase`a line that is still to come` });
    await writing.update("toBuy", toBuyId, { state: "received", receivedOn });
  }
  return { subject: ["store", storeId], facts: { name: store.name, kind: store.kind, quantity: payload.quantity, costMinor: payload.costMinor, from: supplier?.name ?? null } };
}

/** A label stands on one lot of the shop. */
async function refuseCode(writing: Writing, code: string, path: readonly string[]): Promise<void> {
  const [taken] = await writing.tx
    .select({ receivedOn: lotTable.receivedOn })
    .from(lotTable)
    .where(and(eq(lotTable.shopId, writing.shopId), eq(lotTable.code, code), eq(lotTable.retracted, false)));
  if (taken) refuse({ code: "twice", path, given: [{ text: code }], allowed: phrase`a code that no other lot has` });
}

async function buyStore(writing: Writing, { id, quantity }: CommandPayload<"buy-store">): Promise<HandlerResult<"buy-store">> {
  const store = (await holdStores(writing, [id])).get(id) ?? missing("store", ["id"], id);
  await receive(writing, { id: v7(), storeId: id, quantity, costMinor: Math.round((quantity * store.packCostMinor) / store.pack), reason: "received" });
  return { subject: ["store", id], facts: { name: store.name, kind: store.kind, quantity } };
}

async function openLot(writing: Writing, { id, version, openedOn }: CommandPayload<"open-lot">): Promise<HandlerResult<"open-lot">> {
  const lot = (await writing.find("lot", id)) ?? missing("lot", ["id"], id);
  const today = await todayOf(writing);
  if (openedOn !== null && openedOn > today) refuse({ code: "to-come", path: ["openedOn"], given: [{ day: openedOn }], allowed: phrase`today or before` });
  await writing.update("lot", id, { openedOn }, version);
  const store = await writing.find("store", lot.storeId);
  return { subject: ["store", lot.storeId], facts: { name: store?.name ?? "", opened: openedOn !== null } };
}

export const lotHandlers: Pick<Handlers<typeof storesCommands>, "receive-lot" | "buy-store" | "open-lot"> = {
  "receive-lot": receiveLot,
  "buy-store": buyStore,
  "open-lot": openLot,
};
