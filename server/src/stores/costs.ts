import { phrase } from "@yule/core";
import type { CommandPayload, storesCommands } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

/** What a design's stages take, where the maker knows better than the tables. */
async function setTakings(writing: Writing, { id, version, takings }: CommandPayload<"set-takings">): Promise<HandlerResult<"set-takings">> {
  const design = (await writing.find("design", id)) ?? missing("design", ["id"], id);
  const seen = new Set<string>();
  for (const [index, { stageId, storeId }] of takings.entries()) {
    const stage = await writing.find("stage", stageId);
    if (stage?.designId !== id) missing("stage of this design", ["takings", index, "stageId"], stageId);
    if (!(await writing.find("store", storeId))) missing("store", ["takings", index, "storeId"], storeId);
    const key = `${stageId} ${storeId}`;
    if (seen.has(key))
      refuse({ code: "twice", path: ["takings", index], given: phrase`a material that stands at this stage already`, allowed: phrase`each material once at a stage` });
    seen.add(key);
  }
  await writing.update("design", id, { takings }, version);
  return { subject: ["design", id], facts: { name: design.name } };
}

async function setRates(writing: Writing, payload: CommandPayload<"set-rates">): Promise<HandlerResult<"set-rates">> {
  await writing.update("shop", writing.shopId, payload);
  return { subject: ["shop", writing.shopId], facts: { hourMinor: payload.hourMinor } };
}

async function addOutlay(writing: Writing, payload: CommandPayload<"add-outlay">): Promise<HandlerResult<"add-outlay">> {
  await writing.insert("outlay", payload);
  return { subject: ["outlay", payload.id], facts: { title: payload.title, costMinor: payload.costMinor } };
}

async function dropOutlay(writing: Writing, { id, version }: CommandPayload<"drop-outlay">): Promise<HandlerResult<"drop-outlay">> {
  const outlay = (await writing.find("outlay", id)) ?? missing("outlay", ["id"], id);
  await writing.remove("outlay", id, version);
  return { subject: ["outlay", id], facts: { title: outlay.title } };
}

export const costHandlers: Pick<Handlers<typeof storesCommands>, "set-takings" | "set-rates" | "add-outlay" | "drop-outlay"> = {
  "set-takings": setTakings,
  "set-rates": setRates,
  "add-outlay": addOutlay,
  "drop-outlay": dropOutlay,
};
