import { phrase } from "@yule/core";
import type { CommandPayload } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";

export async function addPaint(work: Work, said: CommandPayload<"add-paint">): Promise<Done> {
  await work.insert("paint", said);
  return { subject: ["paint", said.id], summary: `${said.name} (${said.pigments.join(", ") || "by its chart"}) on the paint shelf` };
}

export async function changePaint(work: Work, { id, version, ...facts }: CommandPayload<"change-paint">): Promise<Done> {
  const before = await work.find("paint", id);
  if (!before) return missing("paint", ["id"], id);
  await work.update("paint", id, facts, version);
  return {
    subject: ["paint", id],
    summary: facts.chart !== before.chart ? `${facts.name} as on the own chart: ${facts.chart ?? "by its pigments again"}` : `${facts.name} changed`,
  };
}

export async function shelvePaint(work: Work, said: CommandPayload<"shelve-paint">): Promise<Done> {
  const found = await work.find("paint", said.id);
  if (!found) return missing("paint", ["id"], said.id);
  await work.update("paint", said.id, { gone: said.gone }, said.version);
  return { subject: ["paint", said.id], summary: said.gone ? `${found.name} is used up` : `${found.name} is on the shelf again` };
}

export async function markTouches(work: Work, said: CommandPayload<"mark-touches">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  const seen = new Set<string>();
  said.touches?.forEach(({ a, b }, index) => {
    const pair = `${String(a)} ${String(b)}`;
    if (seen.has(pair)) refuse({ code: "twice", path: ["touches", index], given: phrase`paints ${a + 1} and ${b + 1} again`, allowed: ["each two paints once"] });
    seen.add(pair);
  });
  await work.update("design", said.id, { touches: said.touches }, said.version);
  return { subject: ["design", said.id], summary: `${found.name}: where its paints touch` };
}
