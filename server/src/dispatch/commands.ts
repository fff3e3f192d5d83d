import { phrase } from "@yule/core";
import type { CommandPayload } from "@yule/contract";
import { and, eq } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import { needLine } from "../db/tables.ts";
import type { Done } from "../logbook/done.ts";
import { posting } from "./tables.ts";

export async function addHousehold(work: Work, said: CommandPayload<"add-household">): Promise<Done> {
  await work.insert("household", said);
  return { subject: ["household", said.id], summary: `Household ${said.name}, ${said.country}` };
}

export async function changeHousehold(work: Work, said: CommandPayload<"change-household">): Promise<Done> {
  const found = await work.find("household", said.id);
  if (!found) return missing("household", ["id"], said.id);
  await work.update("household", said.id, { neutral: said.neutral, without: said.without }, said.version);
  const wishes = [...(said.neutral ? ["neutral words"] : []), ...said.without.map((each) => `no ${each}`)];
  return { subject: ["household", said.id], summary: `${found.name}: ${wishes.length === 0 ? "any card" : wishes.join(", ")}` };
}

export async function postNeed(work: Work, said: CommandPayload<"post-need">): Promise<Done> {
  const need = await work.find("need", said.needId);
  if (!need) return missing("need", ["needId"], said.needId);
  const lines = await work.tx
    .select()
    .from(needLine)
    .where(and(eq(needLine.shopId, work.shopId), eq(needLine.needId, said.needId)));
  const lacking = lines.reduce((sum, line) => sum + line.quantity - line.assembled, 0);
  if (lacking > 0)
    refuse({
      code: "not-finished",
      path: ["needId"],
      given: phrase`${{ name: need.title, of: "need" }}, ${lacking} cards not assembled`,
      allowed: ["a need whose cards are all assembled"],
    });
  const [before] = await work.tx
    .select({ id: posting.id })
    .from(posting)
    .where(and(eq(posting.shopId, work.shopId), eq(posting.needId, said.needId)));
  if (before) refuse({ code: "posted", path: ["needId"], given: [{ name: need.title, of: "need" }], allowed: ["a need that was not posted yet"] });
  await work.insert("posting", said);
  return { subject: ["need", said.needId], summary: `${need.title} ${need.zone === null ? "handed over" : `posted by ${said.service}`} on ${said.on}` };
}
