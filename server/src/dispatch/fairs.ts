import type { CommandPayload } from "@yule/contract";
import { phrase, soldSoFar, tinOf } from "@yule/core";
import { BY_HAND } from "@yule/derive";
import { and, eq } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { readColourwayNames } from "../designs/reads.ts";
import { leftOf, takeLeft } from "../finish/stock.ts";
import type { HandlerResult } from "../logbook/handler.ts";
import { linesOfNeeds, type NeedLine } from "../season/reads.ts";
import { salesOf } from "./fairReads.ts";
import { fairGood, type fairTable } from "./fairTables.ts";
import { bind } from "./letters.ts";
import { isPosted, needsBoundTo } from "./reads.ts";

type Fair = typeof fairTable.$inferSelect;
type Good = typeof fairGood.$inferSelect;

async function setFair(writing: Writing, payload: CommandPayload<"set-fair">): Promise<HandlerResult<"set-fair">> {
  const { id, title, needIds, ...told } = payload;
  const found = await writing.find("fair", id);
  if (found && found.tinMinor !== null) overAlready(title);
  for (const [index, needId] of needIds.entries()) {
    const need = (await writing.find("need", needId)) ?? missing("need", ["needIds", index], needId);
    if (need.kind !== "fair") refuse({ code: "no-fair", path: ["needIds", index], given: [{ name: need.title, of: "need" }], allowed: phrase`a need for a fair` });
    if (need.due !== payload.on) await writing.update("need", needId, { due: payload.on });
  }
  await bind(writing, { id, kind: "fair", title, needIds });
  if (found) await writing.update("fair", id, told);
  else await writing.insert("fair", { id, ...told, tinMinor: null });
  return { subject: ["undertaking", id], facts: { title, on: payload.on } };
}

const overAlready = (title: string): never => refuse({ code: "over", path: ["fairId"], given: [{ text: title }], allowed: phrase`a fair that is not over` });

/** A fair that goes on, with its name and what was packed. */
async function openFair(writing: Writing, id: string): Promise<{ readonly fair: Fair; readonly title: string; readonly goods: Good[] }> {
  const fair = (await writing.find("fair", id)) ?? missing("fair", ["fairId"], id);
  const title = (await writing.find("undertaking", id))?.title ?? "";
  if (fair.tinMinor !== null) overAlready(title);
  const goods = await writing.tx
    .select()
    .from(fairGood)
    .where(and(eq(fairGood.shopId, writing.shopId), eq(fairGood.fairId, id)));
  return { fair, title, goods };
}

/** No more goes to a fair than lies there: cards made for its needs, and cards that belong to none. */
async function bringToFair(writing: Writing, { fairId, goods: told }: CommandPayload<"bring-to-fair">): Promise<HandlerResult<"bring-to-fair">> {
  const { title, goods } = await openFair(writing, fairId);
  const lines = await linesOfNeeds(writing.tx, await needsOfFair(writing, fairId));
  const names = await readColourwayNames(
    writing.tx,
    told.map(({ colourwayId }) => colourwayId),
  );
  for (const [index, { colourwayId, brought }] of told.entries()) {
    const name = names.get(colourwayId) ?? missing("colourway", ["goods", index, "colourwayId"], colourwayId);
    const there = madeOf(lines, colourwayId) + (await leftOf(writing, colourwayId));
    if (brought > there)
      refuse({
        code: "more-than-cards",
        path: ["goods", index, "brought"],
        given: phrase`${brought} of ${name.design}, ${name.colourway}`,
        allowed: phrase`at most ${there}, the cards that lie there`,
      });
  }
  const sold = soldSoFar((await salesOf(writing.tx, [fairId])).get(fairId) ?? []);
  const before = new Map(goods.map((good) => [good.colourwayId, good]));
  for (const { colourwayId, ...of } of told) {
    const known = before.get(colourwayId);
    before.delete(colourwayId);
    if (known) await writing.update("fairGood", known.id, of);
    else await writing.insert("fairGood", { id: v7(), fairId, colourwayId, ...of, sold: null });
  }
  for (const { id, colourwayId } of before.values()) {
    if ((sold.get(colourwayId) ?? 0) > 0)
      refuse({ code: "sold", path: ["goods"], given: phrase`a card that was sold at the fair, left out`, allowed: phrase`a list that names every card that was sold` });
    await writing.remove("fairGood", id);
  }
  return { subject: ["undertaking", fairId], facts: { title, cards: told.reduce((sum, { brought }) => sum + brought, 0) } };
}

/** The needs of a fair that did not go anywhere else. */
async function needsOfFair(writing: Writing, fairId: string): Promise<string[]> {
  const open: string[] = [];
  for (const id of await needsBoundTo(writing.tx, fairId)) if (!(await isPosted(writing.tx, id))) open.push(id);
  return open;
}
const madeOf = (lines: readonly NeedLine[], colourwayId: string): number => lines.reduce((sum, line) => sum + (line.colourwayId === colourwayId ? line.assembled : 0), 0);

/** A sale that happened is kept, whatever the books say is left; only what was never taken along, or comes back unsold, is a slip. */
async function ringUp(writing: Writing, payload: CommandPayload<"ring-up">): Promise<HandlerResult<"ring-up">> {
  const { id, fairId, lines, at, ...told } = payload;
  const { title, goods } = await openFair(writing, fairId);
  const known = new Set(goods.map(({ colourwayId }) => colourwayId));
  lines.forEach(({ colourwayId }, index) => {
    if (!known.has(colourwayId)) missing("card that was taken along", ["lines", index, "colourwayId"], colourwayId);
  });
  if (payload.isBack) {
    const sold = soldSoFar((await salesOf(writing.tx, [fairId])).get(fairId) ?? []);
    lines.forEach(({ colourwayId, quantity }, index) => {
      const gone = sold.get(colourwayId) ?? 0;
      if (quantity > gone)
        refuse({ code: "more-than-sold", path: ["lines", index, "quantity"], given: phrase`${quantity} taken back`, allowed: phrase`at most ${gone}, as many as were sold` });
    });
  }
  await writing.insert("sale", { id, fairId, at: writing.happened(at), ...told });
  await writing.insertAll(
    "saleLine",
    lines.map((line) => ({ id: v7(), saleId: id, ...line })),
  );
  const minor = lines.reduce((sum, { quantity, priceMinor }) => sum + quantity * priceMinor, 0);
  return { subject: ["undertaking", fairId], facts: { title, cards: lines.reduce((sum, { quantity }) => sum + quantity, 0), minor, isBack: payload.isBack } };
}

/** The fair is over: what was counted stands. Cards sold leave the needs they were made for first, then what lay there without one; its needs are done. */
async function closeFair(writing: Writing, payload: CommandPayload<"close-fair">): Promise<HandlerResult<"close-fair">> {
  const { fairId, tinMinor, on } = payload;
  const { fair, title, goods } = await openFair(writing, fairId);
  const sales = (await salesOf(writing.tx, [fairId])).get(fairId) ?? [];
  const counted = new Map(payload.left.map(({ colourwayId, cards }) => [colourwayId, cards]));
  payload.left.forEach(({ colourwayId, cards }, index) => {
    const good = goods.find((each) => each.colourwayId === colourwayId) ?? missing("card that was taken along", ["left", index, "colourwayId"], colourwayId);
    if (cards > good.brought)
      refuse({ code: "more-than-brought", path: ["left", index, "cards"], given: [{ count: cards }], allowed: phrase`at most ${good.brought}, as many as were taken along` });
  });
  const rung = soldSoFar(sales);
  const sold = new Map(
    goods.map((good) => [
      good.colourwayId,
      counted.has(good.colourwayId) ? good.brought - (counted.get(good.colourwayId) ?? 0) : Math.min(good.brought, rung.get(good.colourwayId) ?? 0),
    ]),
  );
  for (const good of goods) await writing.update("fairGood", good.id, { sold: sold.get(good.colourwayId) ?? 0 });
  await writing.update("fair", fairId, { tinMinor });
  await settleNeeds(writing, { fairId, on, goods, sold });
  if (fair.feeMinor > 0) await writing.insert("outlay", { id: v7(), kind: "fair", title: `Table at ${title}`, costMinor: fair.feeMinor, on });
  const off = tinMinor - tinOf(fair.floatMinor, sales);
  const all = [...sold.values()].reduce((sum, each) => sum + each, 0);
  return { subject: ["undertaking", fairId], facts: { title, sold: all, brought: goods.reduce((sum, { brought }) => sum + brought, 0), off } };
}

async function settleNeeds(
  writing: Writing,
  { fairId, on, goods, sold }: { readonly fairId: string; readonly on: string; readonly goods: readonly Good[]; readonly sold: ReadonlyMap<string, number> },
): Promise<void> {
  const open = new Map(sold);
  const needIds = await needsOfFair(writing, fairId);
  const lines = await linesOfNeeds(writing.tx, needIds);
  const prices = new Map(goods.map(({ colourwayId, priceMinor }) => [colourwayId, priceMinor]));
  const taken = new Map<string, number>();
  for (const line of lines) {
    const own = Math.min(line.assembled, open.get(line.colourwayId) ?? 0);
    open.set(line.colourwayId, (open.get(line.colourwayId) ?? 0) - own);
    taken.set(line.needId, (taken.get(line.needId) ?? 0) + own * (prices.get(line.colourwayId) ?? 0));
    await writing.update("needLine", line.id, { sold: own, given: 0, leftOver: line.assembled - own });
  }
  for (const needId of needIds) {
    await writing.update("need", needId, { priceMinor: taken.get(needId) ?? 0 });
    await writing.insert("posting", { id: v7(), needId, on, service: BY_HAND, costMinor: 0, isWhole: true });
  }
  for (const [colourwayId, cards] of open) if (cards > 0) await takeLeft(writing, colourwayId, cards);
}

export const fairHandlers = {
  "set-fair": setFair,
  "bring-to-fair": bringToFair,
  "ring-up": ringUp,
  "close-fair": closeFair,
};
