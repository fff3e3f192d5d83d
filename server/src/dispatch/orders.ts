import type { CommandPayload } from "@yule/contract";
import { money, phrase } from "@yule/core";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult } from "../logbook/handler.ts";
import { bind } from "./letters.ts";
import { paidOf } from "./reads.ts";

/** Needs that can be an order's: a list goes to many, a fair to nobody in particular. */
const ORDERED: ReadonlySet<string> = new Set(["order", "commission"]);

async function setOrder(writing: Writing, payload: CommandPayload<"set-order">): Promise<HandlerResult<"set-order">> {
  const { id, title, needIds, due, ...told } = payload;
  if (told.householdId !== null && !(await writing.find("household", told.householdId))) return missing("household", ["householdId"], told.householdId);
  for (const [index, needId] of needIds.entries()) {
    const need = (await writing.find("need", needId)) ?? missing("need", ["needIds", index], needId);
    if (!ORDERED.has(need.kind)) refuse({ code: "no-order", path: ["needIds", index], given: [{ name: need.title, of: "need" }], allowed: phrase`an order or a commission` });
    if (due !== null && need.due !== due) await writing.update("need", needId, { due });
  }
  await bind(writing, { id, kind: "order", title, needIds });
  if (await writing.find("order", id)) await writing.update("order", id, told);
  else await writing.insert("order", { id, ...told });
  return { subject: ["undertaking", id], facts: { title, needs: needIds.length } };
}

/** No more is given back than was paid. */
async function payOrder(writing: Writing, { id, orderId, minor, on }: CommandPayload<"pay-order">): Promise<HandlerResult<"pay-order">> {
  if (!(await writing.find("order", orderId))) return missing("order", ["orderId"], orderId);
  const paid = await paidOf(writing.tx, orderId);
  if (paid + minor < 0)
    refuse({ code: "more-than-paid", path: ["minor"], given: phrase`${{ money: money(-minor) }} given back`, allowed: phrase`at most ${{ money: money(paid) }}, what was paid` });
  await writing.insert("orderPayment", { id, orderId, minor, on });
  return { subject: ["undertaking", orderId], facts: { title: (await writing.find("undertaking", orderId))?.title ?? "", minor } };
}

export const orderHandlers = { "set-order": setOrder, "pay-order": payOrder };
