import { phrase, lengthOfUnits } from "@yule/core";
import type { CommandPayload, designsCommands } from "@yule/contract";
import { eq } from "drizzle-orm";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { layersOf } from "./layers.ts";
import { design } from "./tables.ts";

async function addSentiment(writing: Writing, payload: CommandPayload<"add-sentiment">): Promise<HandlerResult<"add-sentiment">> {
  await writing.insert("sentiment", payload);
  return { subject: ["sentiment", payload.id], facts: { text: payload.text } };
}

/** Words that a design carries stay, or the design would say nothing. */
async function removeSentiment(writing: Writing, payload: CommandPayload<"remove-sentiment">): Promise<HandlerResult<"remove-sentiment">> {
  const found = await writing.find("sentiment", payload.id);
  if (!found) return missing("sentiment", ["id"], payload.id);
  const designs = await writing.tx.select({ name: design.name, words: design.words }).from(design).where(eq(design.shopId, writing.shopId));
  const user = designs.find(({ words }) => words.front?.sentimentId === payload.id || words.inside.includes(payload.id));
  if (user)
    return refuse({ code: "words-used", path: ["id"], given: [{ text: found.text }], allowed: phrase`words that no design carries; ${{ name: user.name, of: "design" }} does` });
  await writing.remove("sentiment", payload.id, payload.version);
  return { subject: ["sentiment", payload.id], facts: { text: found.text } };
}

/** Zones lie on the panel, and what is chosen is there. */
async function changeWords(writing: Writing, payload: CommandPayload<"change-words">): Promise<HandlerResult<"change-words">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  const layers = await layersOf(writing, payload.id);
  const panel = layers.findLast((each) => each.kind === "panel") ?? found;
  for (const [index, zone] of payload.words.zones.entries()) {
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
  const { front, inside, zones } = payload.words;
  if (front && !zones.some((zone) => zone.id === front.zoneId)) return missing("place", ["words", "front", "zoneId"], front.zoneId);
  for (const [path, id] of [...(front ? [["front", front.sentimentId] as const] : []), ...inside.map((each) => ["inside", each] as const)]) {
    if (!(await writing.find("sentiment", id))) return missing("words", ["words", path], id);
  }
  await writing.update("design", payload.id, { words: payload.words }, payload.version);
  return { subject: ["design", payload.id], facts: { name: found.name } };
}

export const wordsHandlers: Pick<Handlers<typeof designsCommands>, "change-words" | "add-sentiment" | "remove-sentiment"> = {
  "change-words": changeWords,
  "add-sentiment": addSentiment,
  "remove-sentiment": removeSentiment,
};
