import { phrase, lengthOfUnits } from "@yule/core";
import type { CommandPayload } from "@yule/contract";
import { eq } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";
import { layersOf } from "./layers.ts";
import { design } from "./tables.ts";

export async function addSentiment(work: Work, said: CommandPayload<"add-sentiment">): Promise<Done> {
  await work.insert("sentiment", said);
  return { subject: ["sentiment", said.id], summary: `Words: ${said.text}` };
}

/** Words that a design carries stay, or the design would say nothing. */
export async function removeSentiment(work: Work, said: CommandPayload<"remove-sentiment">): Promise<Done> {
  const found = await work.find("sentiment", said.id);
  if (!found) return missing("sentiment", ["id"], said.id);
  const designs = await work.tx.select({ name: design.name, words: design.words }).from(design).where(eq(design.shopId, work.shopId));
  const user = designs.find(({ words }) => words.front?.sentimentId === said.id || words.inside.includes(said.id));
  if (user)
    return refuse({ code: "words-used", path: ["id"], given: [{ text: found.text }], allowed: phrase`words that no design carries; ${{ name: user.name, of: "design" }} does` });
  await work.remove("sentiment", said.id, said.version);
  return { subject: ["sentiment", said.id], summary: `Words left out: ${found.text}` };
}

/** Zones lie on the panel, and what is chosen is there. */
export async function changeWords(work: Work, said: CommandPayload<"change-words">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  const layers = await layersOf(work, said.id);
  const panel = layers.findLast((each) => each.kind === "panel") ?? found;
  for (const [index, zone] of said.words.zones.entries()) {
    for (const [from, side] of [["x", "width"] as const, ["y", "height"] as const]) {
      if (zone[from] + zone[side] <= panel[side]) continue;
      refuse({
        code: "zone-off-panel",
        path: ["words", "zones", index, side],
        given: phrase`a place that ends ${{ length: lengthOfUnits(zone[from] + zone[side]) }} from its edge`,
        allowed: phrase`at most ${{ length: lengthOfUnits(panel[side]) }}, the ${side} of the panel`,
      });
    }
  }
  const { front, inside, zones } = said.words;
  if (front && !zones.some((zone) => zone.id === front.zoneId)) return missing("place", ["words", "front", "zoneId"], front.zoneId);
  for (const [path, id] of [...(front ? [["front", front.sentimentId] as const] : []), ...inside.map((each) => ["inside", each] as const)]) {
    if (!(await work.find("sentiment", id))) return missing("words", ["words", path], id);
  }
  await work.update("design", said.id, { words: said.words }, said.version);
  return { subject: ["design", said.id], summary: `Words of ${found.name} changed` };
}
