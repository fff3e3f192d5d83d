import { countedUses, sameUses, usesOfCards, type ReckonedUse, type StoreUse } from "@yule/derive";
import { phrase, type Phrase } from "@yule/core";
import type { CommandPayload, finishCommands, Grade } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { goodPanelsFor } from "../bench/reads.ts";
import { readDesign } from "../designs/reads.ts";
import { needLinesOf } from "../season/reads.ts";
import { readShelf } from "../stores/reads.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { takeAll } from "../stores/ledger.ts";

async function gradePanels(writing: Writing, payload: CommandPayload<"grade-panels">): Promise<HandlerResult<"grade-panels">> {
  for (const [index, each] of payload.grades.entries()) {
    const found = await writing.find("unit", each.unitId);
    if (!found || found.batchId !== payload.batchId) return missing("panel of this batch", ["grades", index, "unitId"], each.unitId);
    await writing.update("unit", each.unitId, { grade: each.grade });
  }
  const counts = new Map<Grade, number>();
  for (const { grade } of payload.grades) counts.set(grade, (counts.get(grade) ?? 0) + 1);
  return { subject: ["batch", payload.batchId], facts: { grades: [...counts].map(([grade, count]) => ({ grade, count })) } };
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
  "assemble-cards": assembleCards,
};
