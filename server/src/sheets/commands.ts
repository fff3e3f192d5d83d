import { phrase } from "@yule/core";
import type { CommandPayload, planStates } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";
import { checkPicture } from "../shop/pictures.ts";
import { takeFromStore } from "../stores/commands.ts";

/** What was split becomes batches on the bench; sheets and offcuts leave, and what is left over is kept. */
export async function splitSheets(work: Work, said: CommandPayload<"split-sheets">): Promise<Done> {
  const { result } = said;
  if (said.batches.length === 0 && said.planId === null)
    refuse({ code: "nothing", path: ["batches"], given: ["no batch and no plan"], allowed: ["panels for a need, or the plan that was followed"] });
  if (result && result.spoilt > result.wanted)
    refuse({ code: "too-many", path: ["result", "spoilt"], given: phrase`${result.spoilt} spoilt`, allowed: phrase`at most the ${result.wanted} that were wanted` });
  const plan = said.planId === null ? null : await planNow(work, said.planId, ["planId"], ["open", "taped"]);
  const titles: string[] = [];
  for (const [index, batch] of said.batches.entries()) {
    const need = await work.find("need", batch.needId);
    if (!need) return missing("need", ["batches", index, "needId"], batch.needId);
    titles.push(need.title);
    await work.insert("batch", { id: batch.batchId, needId: need.id, designId: need.designId, startedAt: work.at, perSheet: batch.perSheet });
    for (const unit of batch.units) await work.insert("unit", { ...unit, batchId: batch.batchId, grade: null });
  }
  const taken: string[] = [];
  for (const [index, use] of said.uses.entries())
    taken.push(`${String(use.sheets)} × ${await takeFromStore(work, use.storeId, use.sheets, `split for ${titles.join(", ")}`, ["uses", index, "sheets"])}`);
  for (const [index, used] of said.offcutsUsed.entries()) await takeOffcuts(work, used.id, used.count, ["offcutsUsed", index, "count"]);
  if (said.offcutsUsed.length > 0) taken.push(countOf(said.offcutsUsed, "offcut"));
  for (const kept of said.offcutsKept) await work.insert("offcut", kept);
  // A taped sheet stays whole until it is painted; then the same plan is followed through its gutters.
  if (plan) await work.update("splitPlan", plan.id, { state: plan.state === "open" && plan.plan.job.method === "tape" ? "taped" : "done" });
  if (result) await work.insert("splitResult", { ...result, storeId: said.uses[0]?.storeId ?? plan?.materialId ?? null, at: work.at });
  const units = said.batches.reduce((sum, batch) => sum + batch.units.length, 0);
  const spoilt = result && result.spoilt > 0 ? `, ${String(result.spoilt)} spoilt in the splitting` : "";
  const kept = said.offcutsKept.length > 0 ? `, ${countOf(said.offcutsKept, "offcut")} kept` : "";
  if (units === 0)
    return {
      subject: ["splitPlan", said.planId ?? ""],
      summary: `${plan?.state === "taped" ? "Taped sheets cut apart" : result ? "Sheets split, nothing came out" : "Card stock cut"}${spoilt}${kept}`,
    };
  return {
    subject: ["batch", said.batches[0]?.batchId ?? ""],
    summary: `${taken.length > 0 ? taken.join(", ") : "Paper"} split into ${String(units)} ${units === 1 ? "panel" : "panels"} for ${titles.join(", ")}${spoilt}${kept}`,
  };
}

const countOf = (pieces: readonly { readonly count: number }[], word: string): string => {
  const count = pieces.reduce((sum, each) => sum + each.count, 0);
  return `${String(count)} ${count === 1 ? word : `${word}s`}`;
};

async function takeOffcuts(work: Work, id: string, count: number, path: readonly (string | number)[], version?: number): Promise<void> {
  const found = await work.find("offcut", id);
  if (!found) return missing("offcut", path, id);
  if (count > found.count) refuse({ code: "not-enough", path, given: phrase`${count} of an offcut`, allowed: phrase`at most ${found.count}, what is in the stash` });
  await work.update("offcut", id, { count: found.count - count }, version);
}

export async function keepOffcut(work: Work, said: CommandPayload<"keep-offcut">): Promise<Done> {
  const paper = await work.find("store", said.storeId);
  if (!paper) return missing("store", ["storeId"], said.storeId);
  await work.insert("offcut", said);
  return { subject: ["offcut", said.id], summary: `${countOf([said], "offcut")} of ${paper.name} kept` };
}

export async function dropOffcut(work: Work, said: CommandPayload<"drop-offcut">): Promise<Done> {
  await takeOffcuts(work, said.id, said.count, ["count"], said.version);
  return { subject: ["offcut", said.id], summary: `${countOf([said], "offcut")} taken out of the stash` };
}

/** A plan that can still be followed, replaced or dropped. What was told of it on another device is not told twice. */
async function planNow(work: Work, id: string, path: readonly (string | number)[], states: readonly (typeof planStates)[number][]) {
  const found = (await work.find("splitPlan", id)) ?? missing("plan", path, id);
  return states.includes(found.state) ? found : refuse({ code: "not-open", path, given: phrase`a plan that is ${found.state}`, allowed: ["a plan that is still open"] });
}

/** Keeps a plan; the one it replaces stays to be looked at. */
export async function keepSplitPlan(work: Work, said: CommandPayload<"keep-split-plan">): Promise<Done> {
  const material = await work.find("store", said.materialId);
  if (!material) return missing("store", ["materialId"], said.materialId);
  const { picture } = said.plan;
  if (picture) await checkPicture(work, picture, ["plan", "picture"]);
  if (said.replaces) {
    const before = await planNow(work, said.replaces, ["replaces"], ["open"]);
    await work.update("splitPlan", before.id, { state: "replaced" });
  }
  await work.insert("splitPlan", { ...said, state: "open", keptAt: work.at });
  const pieces = said.plan.job.panels.reduce((sum, panel) => sum + panel.count, 0);
  return { subject: ["splitPlan", said.id], summary: `A plan to split ${material.name} into ${String(pieces)} pieces ${said.replaces ? "kept in place of the last" : "kept"}` };
}

export async function dropSplitPlan(work: Work, said: CommandPayload<"drop-split-plan">): Promise<Done> {
  await planNow(work, said.id, ["id"], ["open"]);
  await work.update("splitPlan", said.id, { state: "dropped" }, said.version);
  return { subject: ["splitPlan", said.id], summary: "A plan for splitting dropped" };
}
