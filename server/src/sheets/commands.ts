import type { CommandPayload } from "@yule/contract";
import { missing } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";
import { takeFromStore } from "../stores/commands.ts";

export async function splitSheets(work: Work, said: CommandPayload<"split-sheets">): Promise<Done> {
  const need = await work.find("need", said.needId);
  if (!need) return missing("need", ["needId"], said.needId);
  const taken: string[] = [];
  for (const [index, use] of said.uses.entries())
    taken.push(`${String(use.sheets)} × ${await takeFromStore(work, use.storeId, use.sheets, `split for ${need.title}`, ["uses", index, "sheets"])}`);
  await work.insert("batch", { id: said.batchId, needId: need.id, designId: need.designId, startedAt: work.at });
  for (const unit of said.units) await work.insert("unit", { ...unit, batchId: said.batchId, grade: null });
  return { subject: ["batch", said.batchId], summary: `${taken.join(", ")} split into ${String(said.units.length)} panels for ${need.title}` };
}
