import type { CommandPayload, seasonCommands } from "@yule/contract";
import { dayAt } from "@yule/core";
import { missing } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import { presentSeason } from "./seasons.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";

async function noteLesson(writing: Writing, payload: CommandPayload<"note-lesson">): Promise<HandlerResult<"note-lesson">> {
  if (payload.designId !== null && !(await writing.find("design", payload.designId))) return missing("design", ["designId"], payload.designId);
  if (payload.stageId !== null && (await writing.find("stage", payload.stageId))?.designId !== payload.designId) return missing("stage", ["stageId"], payload.stageId);
  const shop = await writing.find("shop", writing.shopId);
  await writing.insert("lesson", { ...payload, seasonId: (await presentSeason(writing.tx)).id, notedOn: dayAt(writing.at, shop?.timeZone ?? "UTC") });
  return { subject: payload.designId === null ? ["shop", writing.shopId] : ["design", payload.designId], facts: { moment: payload.moment, text: payload.text } };
}

async function removeLesson(writing: Writing, payload: CommandPayload<"remove-lesson">): Promise<HandlerResult<"remove-lesson">> {
  const found = await writing.find("lesson", payload.id);
  if (!found) return missing("lesson", ["id"], payload.id);
  await writing.remove("lesson", payload.id, payload.version);
  return { subject: ["shop", writing.shopId], facts: { text: found.text } };
}

export const lessonHandlers: Pick<Handlers<typeof seasonCommands>, "note-lesson" | "remove-lesson"> = {
  "note-lesson": noteLesson,
  "remove-lesson": removeLesson,
};
