import { countedUses, sameUses, usesOfCards, type ReckonedUse, type StoreUse } from "@yule/derive";
import { phrase, rescuesFor, type Phrase } from "@yule/core";
import { CAUSE_WORDS, RESCUE_WORDS, type CommandPayload, type finishCommands, type Grade } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { goodPanelsFor } from "../bench/reads.ts";
import { readDesign } from "../designs/reads.ts";
import { needLinesOf } from "../season/reads.ts";
import { readShelf } from "../stores/reads.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { takeAll } from "../stores/ledger.ts";
import { givingHandlers } from "./giving.ts";
import { makingHandlers } from "./making.ts";
import { openRescuesOf } from "./reads.ts";
import { stockHandlers } from "./stock.ts";

async function gradePanels(writing: Writing, payload: CommandPayload<"grade-panels">): Promise<HandlerResult<"grade-panels">> {
  for (const [index, { unitId, grade, causes, doubt, seen }] of payload.grades.entries()) {
    const found = await writing.find("unit", unitId);
    if (!found || found.batchId !== payload.batchId) return missing("panel of this batch", ["grades", index, "unitId"], unitId);
    await writing.update("unit", unitId, {
      grade,
      causes: grade === "good" ? [] : causes,
      ...(doubt === undefined ? {} : { doubt: Math.round(doubt * 100) }),
      ...(seen ? { seen } : {}),
    });
    // A panel that was to be saved is judged again: it worked, or it did not.
    if (grade !== "rescue") await closeRescues(writing, unitId, grade === "good");
  }
  const counts = new Map<Grade, number>();
  for (const { grade } of payload.grades) counts.set(grade, (counts.get(grade) ?? 0) + 1);
  return { subject: ["batch", payload.batchId], facts: { grades: [...counts].map(([grade, count]) => ({ grade, count })) } };
}

/** One whose hands never came to it goes; of one that was done it is known by now whether it worked. */
async function closeRescues(writing: Writing, unitId: string, worked: boolean): Promise<void> {
  for (const { id, doneAt } of await openRescuesOf(writing.tx, unitId)) {
    if (doneAt === null) await writing.remove("rescue", id);
    else await writing.update("rescue", id, { worked });
  }
}

async function planRescue(writing: Writing, payload: CommandPayload<"plan-rescue">): Promise<HandlerResult<"plan-rescue">> {
  const panel = await writing.find("unit", payload.unitId);
  if (!panel || panel.batchId !== payload.batchId) return missing("panel of this batch", ["unitId"], payload.unitId);
  const ways = rescuesFor(payload.cause);
  if (!ways.includes(payload.way))
    refuse({
      code: "no-rescue",
      path: ["way"],
      given: phrase`${RESCUE_WORDS[payload.way]}`,
      allowed: phrase`for ${CAUSE_WORDS[payload.cause]}: ${ways.map((way) => RESCUE_WORDS[way]).join(", ")}`,
    });
  await closeRescues(writing, panel.id, false);
  await writing.update("unit", panel.id, { grade: "rescue", causes: [payload.cause] });
  await writing.insert("rescue", { id: payload.id, unitId: panel.id, cause: payload.cause, way: payload.way });
  return { subject: ["batch", payload.batchId], facts: { panel: panel.number, cause: payload.cause, way: payload.way } };
}

/** Told twice, as by two devices, it is done once. */
async function tellRescue(writing: Writing, payload: CommandPayload<"tell-rescue">): Promise<HandlerResult<"tell-rescue">> {
  const found = await writing.find("rescue", payload.id);
  if (!found) return missing("rescue", ["id"], payload.id);
  if (found.doneAt === null) await writing.update("rescue", payload.id, { doneAt: writing.happened(payload.at) });
  const panel = await writing.find("unit", found.unitId);
  return { subject: ["batch", panel?.batchId ?? ""], facts: { panel: panel?.number ?? 0, way: found.way } };
}

async function assembleCards(writing: Writing, payload: CommandPayload<"assemble-cards">): Promise<HandlerResult<"assemble-cards">> {
  const need = await writing.find("need", payload.needId);
  if (!need) return missing("need", ["needId"], payload.needId);
  const good = await goodPanelsFor(writing.tx, payload.needId);
  let cards = 0;
  for (const [index, line] of payload.lines.entries()) {
    const found = await writing.find("needLine", line.lineId);
    if (!found || found.needId !== payload.needId) return missing("line of this need", ["lines", index, "lineId"], line.lineId);
    const lines = (await needLinesOf(writing.tx, payload.needId)).filter((each) => each.colourwayId === found.colourwayId);
    const panels = good.filter((each) => each.colourwayId === found.colourwayId).length;
    // One good master is enough for any number of printed cards.
    const makes = need.print && panels > 0 ? Infinity : panels;
    const free = makes - lines.reduce((sum, each) => sum + each.assembled - each.fromLeft, 0);
    if (line.quantity > free)
      refuse({
        code: "not-enough-panels",
        path: ["lines", index, "quantity"],
        given: [{ count: line.quantity }],
        allowed: phrase`at most ${Math.max(0, free)}, the good panels not yet in a card`,
      });
    if (found.assembled + line.quantity > found.quantity)
      refuse({
        code: "more-than-needed",
        path: ["lines", index, "quantity"],
        given: [{ count: line.quantity }],
        allowed: phrase`at most ${found.quantity - found.assembled}, what the need still lacks`,
      });
    await writing.update("needLine", line.lineId, { assembled: found.assembled + line.quantity });
    cards += line.quantity;
  }
  const uses = await usesReckoned(writing, need.designId, cards, payload.uses);
  await takeAll(
    writing,
    uses.map(({ storeId, quantity, assumed }, index) => ({ storeId, quantity, assumed, reason: "taken", needId: need.id, path: ["uses", index, "quantity"] })),
  );
  return { subject: ["need", payload.needId], facts: { title: need.title, cards } };
}

/** What the cards take, reckoned here. What a screen reckoned from figures that are no longer true is refused with what is. */
async function usesReckoned(writing: Writing, designId: string, cards: number, given: readonly StoreUse[] | undefined): Promise<ReckonedUse[]> {
  const design = await readDesign(writing.tx, designId);
  const shelf = await readShelf(writing.tx);
  const uses = design ? usesOfCards(design, cards, shelf) : [];
  const words = (list: readonly StoreUse[]): Phrase =>
    list.length === 0
      ? ["nothing"]
      : list.flatMap(({ storeId, quantity }, index) => [
          index === 0 ? "" : ", ",
          { count: quantity },
          " of ",
          { name: shelf.find((each) => each.id === storeId)?.name ?? storeId, of: "store" },
        ]);
  const counted = countedUses(uses);
  if (given && !sameUses(given, counted)) refuse({ code: "reckoned-otherwise", path: ["uses"], given: words(given), allowed: phrase`${words(counted)}: what these cards take` });
  return uses;
}

export const finishHandlers: Handlers<typeof finishCommands> = {
  "grade-panels": gradePanels,
  "plan-rescue": planRescue,
  "tell-rescue": tellRescue,
  "assemble-cards": assembleCards,
  ...givingHandlers,
  ...makingHandlers,
  ...stockHandlers,
};
