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

async function answerLesson(writing: Writing, { id, version, helped }: CommandPayload<"answer-lesson">): Promise<HandlerResult<"answer-lesson">> {
  const found = await writing.find("lesson", id);
  if (!found) return missing("lesson", ["id"], id);
  const answeredOn = dayAt(writing.at, (await writing.find("shop", writing.shopId))?.timeZone ?? "UTC");
  await writing.update("lesson", id, helped ? { helped: found.helped + 1, missed: 0, answeredOn } : { missed: found.missed + 1, answeredOn }, version);
  return { subject: found.designId === null ? ["shop", writing.shopId] : ["design", found.designId], facts: { text: found.text, helped } };
}

async function removeLesson(writing: Writing, payload: CommandPayload<"remove-lesson">): Promise<HandlerResult<"remove-lesson">> {
  const found = await writing.find("lesson", payload.id);
  if (!found) return missing("lesson", ["id"], payload.id);
  await writing.remove("lesson", payload.id, payload.version);
  return { subject: ["shop", writing.shopId], facts: { text: found.text } };
}

export const lessonHandlers: Pick<Handlers<typeof seasonCommands>, "note-lesson" | "answer-lesson" | "remove-lesson"> = {
  "note-lesson": noteLesson,
  "answer-lesson": answerLesson,
  "remove-lesson": removeLesson,
};
