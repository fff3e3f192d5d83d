import type { CommandPayload } from "@yule/contract";
import { dayAt } from "@yule/core";
import { missing } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";

export async function noteLesson(work: Work, said: CommandPayload<"note-lesson">): Promise<Done> {
  if (said.designId !== null && !(await work.find("design", said.designId))) return missing("design", ["designId"], said.designId);
  if (said.stageId !== null && (await work.find("stage", said.stageId))?.designId !== said.designId) return missing("stage", ["stageId"], said.stageId);
  const shop = await work.find("shop", work.shopId);
  await work.insert("lesson", { ...said, notedOn: dayAt(work.at, shop?.timeZone ?? "UTC") });
  return { subject: said.designId === null ? ["shop", work.shopId] : ["design", said.designId], summary: `Lesson for ${said.moment}: ${said.text}` };
}

export async function removeLesson(work: Work, said: CommandPayload<"remove-lesson">): Promise<Done> {
  const found = await work.find("lesson", said.id);
  if (!found) return missing("lesson", ["id"], said.id);
  await work.remove("lesson", said.id, said.version);
  return { subject: ["shop", work.shopId], summary: `Lesson no longer said: ${found.text}` };
}
