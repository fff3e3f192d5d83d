import type { CommandPayload } from "@yule/contract";
import { dayAt } from "@yule/core";
import { and, eq } from "drizzle-orm";
import { v7 } from "uuid";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";
import { batch, colourway, recipient } from "../db/tables.ts";
import { needLine, sessionPattern } from "./tables.ts";

export async function addNeed(work: Work, said: CommandPayload<"add-need">): Promise<Done> {
  const found = await work.find("design", said.designId);
  if (!found) return missing("design", ["designId"], said.designId);
  await checkDue(work, said.due);
  await checkColourways(work, said.designId, said.lines);
  const { lines, householdIds, ...row } = said;
  await work.insert("need", row);
  for (const line of lines) await work.insert("needLine", { ...line, needId: said.id, assembled: 0 });
  for (const householdId of householdIds) await work.insert("recipient", { id: v7(), needId: said.id, householdId });
  const cards = lines.reduce((sum, line) => sum + line.quantity, 0);
  return { subject: ["need", said.id], summary: `${said.title}: ${String(cards)} × ${found.name} by ${said.due}` };
}

export async function changeNeed(work: Work, said: CommandPayload<"change-need">): Promise<Done> {
  const found = await work.find("need", said.id);
  if (!found) return missing("need", ["id"], said.id);
  if (said.due && said.due !== found.due) await checkDue(work, said.due);
  await work.update("need", said.id, { ...(said.title ? { title: said.title } : {}), ...(said.due ? { due: said.due } : {}) }, said.version);
  if (said.lines) {
    await checkColourways(work, found.designId, said.lines);
    const old = await work.tx
      .select()
      .from(needLine)
      .where(and(eq(needLine.shopId, work.shopId), eq(needLine.needId, said.id)));
    const known = new Map(old.map((line) => [line.id, line]));
    for (const [index, line] of said.lines.entries()) {
      const before = known.get(line.id);
      known.delete(line.id);
      if (before && line.quantity < before.assembled)
        refuse({ code: "fewer-than-made", path: ["lines", index, "quantity"], given: String(line.quantity), allowed: `at least ${String(before.assembled)}, already assembled` });
      if (before) await work.update("needLine", line.id, { quantity: line.quantity, colourwayId: line.colourwayId });
      else await work.insert("needLine", { ...line, needId: said.id, assembled: 0 });
    }
    for (const id of known.keys()) await work.remove("needLine", id);
  }
  return { subject: ["need", said.id], summary: `${found.title} changed${said.due ? `, now due ${said.due}` : ""}` };
}

export async function removeNeed(work: Work, said: CommandPayload<"remove-need">): Promise<Done> {
  const found = await work.find("need", said.id);
  if (!found) return missing("need", ["id"], said.id);
  const [begun] = await work.tx
    .select({ id: batch.id })
    .from(batch)
    .where(and(eq(batch.shopId, work.shopId), eq(batch.needId, said.id)))
    .limit(1);
  if (begun) refuse({ code: "begun", path: ["id"], given: found.title, allowed: "a need without panels on the bench" });
  const lines = await work.tx
    .select({ id: needLine.id })
    .from(needLine)
    .where(and(eq(needLine.shopId, work.shopId), eq(needLine.needId, said.id)));
  for (const line of lines) await work.remove("needLine", line.id);
  const households = await work.tx
    .select({ id: recipient.id })
    .from(recipient)
    .where(and(eq(recipient.shopId, work.shopId), eq(recipient.needId, said.id)));
  for (const each of households) await work.remove("recipient", each.id);
  await work.remove("need", said.id, said.version);
  return { subject: ["need", said.id], summary: `${found.title} removed` };
}

export async function setSessions(work: Work, said: CommandPayload<"set-sessions">): Promise<Done> {
  const old = await work.tx.select({ id: sessionPattern.id }).from(sessionPattern).where(eq(sessionPattern.shopId, work.shopId));
  for (const each of old) await work.remove("sessionPattern", each.id);
  for (const each of said.pattern) await work.insert("sessionPattern", each);
  return { subject: ["shop", work.shopId], summary: `${String(said.pattern.length)} sessions a week` };
}

/** A due day in the past cannot be met any more. */
async function checkDue(work: Work, due: string): Promise<void> {
  const shop = await work.find("shop", work.shopId);
  const today = dayAt(work.at, shop?.timeZone ?? "UTC");
  if (due < today) refuse({ code: "past", path: ["due"], given: due, allowed: `today, ${today}, or later` });
}

async function checkColourways(work: Work, designId: string, lines: readonly { colourwayId: string }[]): Promise<void> {
  const known = await work.tx
    .select({ id: colourway.id })
    .from(colourway)
    .where(and(eq(colourway.shopId, work.shopId), eq(colourway.designId, designId)));
  lines.forEach((line, index) => {
    if (!known.some((each) => each.id === line.colourwayId)) missing("colourway of this design", ["lines", index, "colourwayId"], line.colourwayId);
  });
}
