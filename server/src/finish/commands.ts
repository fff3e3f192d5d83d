import { phrase } from "@yule/core";
import type { CommandPayload } from "@yule/contract";
import { and, eq, or } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import { batch, needLine, unit } from "../db/tables.ts";
import type { Done } from "../logbook/done.ts";
import { takeFromStore } from "../stores/commands.ts";

export async function gradePanels(work: Work, said: CommandPayload<"grade-panels">): Promise<Done> {
  for (const [index, each] of said.grades.entries()) {
    const found = await work.find("unit", each.unitId);
    if (!found || found.batchId !== said.batchId) return missing("panel of this batch", ["grades", index, "unitId"], each.unitId);
    await work.update("unit", each.unitId, { grade: each.grade });
  }
  const counts = new Map<string, number>();
  for (const { grade } of said.grades) counts.set(grade, (counts.get(grade) ?? 0) + 1);
  return { subject: ["batch", said.batchId], summary: `Inspected: ${[...counts].map(([grade, count]) => `${String(count)} ${grade}`).join(", ")}` };
}

export async function assembleCards(work: Work, said: CommandPayload<"assemble-cards">): Promise<Done> {
  const need = await work.find("need", said.needId);
  if (!need) return missing("need", ["needId"], said.needId);
  const good = await work.tx
    .select({ colourwayId: unit.colourwayId })
    .from(unit)
    .innerJoin(batch, and(eq(batch.shopId, unit.shopId), eq(batch.id, unit.batchId)))
    .where(and(eq(batch.shopId, work.shopId), or(and(eq(batch.needId, said.needId), eq(unit.grade, "good")), eq(unit.servesNeedId, said.needId))));
  let cards = 0;
  for (const [index, line] of said.lines.entries()) {
    const found = await work.find("needLine", line.lineId);
    if (!found || found.needId !== said.needId) return missing("line of this need", ["lines", index, "lineId"], line.lineId);
    const lines = await work.tx
      .select()
      .from(needLine)
      .where(and(eq(needLine.shopId, work.shopId), eq(needLine.needId, said.needId), eq(needLine.colourwayId, found.colourwayId)));
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
    await work.update("needLine", line.lineId, { assembled: found.assembled + line.quantity });
    cards += line.quantity;
  }
  for (const [index, use] of said.uses.entries()) await takeFromStore(work, use.storeId, use.quantity, `cards for ${need.title}`, ["uses", index, "quantity"]);
  return { subject: ["need", said.needId], summary: `${String(cards)} cards assembled for ${need.title}` };
}
