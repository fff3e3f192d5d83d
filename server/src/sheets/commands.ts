import { takenByPlan } from "@yule/derive";
import { phrase, sharedOut } from "@yule/core";
import { howMany, type CommandPayload, type planStates, type sheetsCommands, type SplitPlanRead } from "@yule/contract";
import { missing, refuse } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { checkPicture } from "../shop/pictures.ts";
import { heldFor, takeAll, type Take } from "../stores/ledger.ts";

/** What was split becomes batches on the bench; sheets and offcuts leave, and what is left over is kept. */
async function splitSheets(writing: Writing, payload: CommandPayload<"split-sheets">): Promise<HandlerResult<"split-sheets">> {
  const { result } = payload;
  if (payload.batches.length === 0 && payload.planId === null)
    refuse({ code: "nothing", path: ["batches"], given: phrase`no batch and no plan`, allowed: phrase`panels for a need, or the plan that was followed` });
  if (result && result.spoilt > result.wanted)
    refuse({ code: "too-many", path: ["result", "spoilt"], given: phrase`${result.spoilt} spoilt`, allowed: phrase`at most the ${result.wanted} that were wanted` });
  const plan = payload.planId === null ? null : await planNow(writing, payload.planId, ["planId"], ["open", "taped"]);
  if (plan) checkTaken(payload, plan);
  const titles: string[] = [];
  for (const [index, batch] of payload.batches.entries()) {
    const need = await writing.find("need", batch.needId);
    if (!need) return missing("need", ["batches", index, "needId"], batch.needId);
    titles.push(need.title);
    await writing.insert("batch", { id: batch.batchId, needId: need.id, designId: need.designId, startedAt: writing.at, perSheet: batch.perSheet });
    await writing.insertAll(
      "unit",
      batch.units.map((unit) => ({ ...unit, batchId: batch.batchId, grade: null })),
    );
  }
  const taken = await takeSheets(writing, payload);
  for (const [index, used] of payload.offcutsUsed.entries()) await takeOffcuts(writing, used.id, used.count, ["offcutsUsed", index, "count"]);
  for (const kept of payload.offcutsKept) await writing.insert("offcut", kept);
  // A taped sheet stays whole until it is painted; then the same plan is followed through its gutters.
  if (plan) await writing.update("splitPlan", plan.id, { state: plan.state === "open" && plan.plan.job.method === "tape" ? "taped" : "done" });
  if (result) await writing.insert("splitResult", { ...result, storeId: payload.uses[0]?.storeId ?? plan?.materialId ?? null, at: writing.at });
  const units = payload.batches.reduce((sum, batch) => sum + batch.units.length, 0);
  return {
    subject: units === 0 ? ["splitPlan", payload.planId ?? ""] : ["batch", payload.batches[0]?.batchId ?? ""],
    facts: {
      what: plan?.state === "taped" ? "cut apart" : result ? "split" : "card stock",
      panels: units === 0 ? null : units,
      titles,
      taken,
      offcutsUsed: summed(payload.offcutsUsed),
      offcutsKept: summed(payload.offcutsKept),
      spoilt: result?.spoilt ?? 0,
    },
  };
}

/** Sheets leave the shelf; where several needs share them each bears as many whole sheets as its panels ask for. */
async function takeSheets(writing: Writing, { uses, batches }: CommandPayload<"split-sheets">): Promise<{ name: string; sheets: number }[]> {
  const panels = batches.map(({ units }) => units.length);
  const takes = uses.flatMap(({ storeId, sheets }, index): Take[] => {
    const take = { storeId, reason: "taken" as const, path: ["uses", index, "sheets"] };
    if (batches.length === 0) return [{ ...take, quantity: sheets }];
    return sharedOut(sheets, panels).flatMap((quantity, at) => (quantity > 0 ? [{ ...take, quantity, needId: batches[at]?.needId, batchId: batches[at]?.batchId }] : []));
  });
  const stores = await heldFor(
    writing,
    uses.map(({ storeId, sheets }, index) => ({ storeId, quantity: sheets, path: ["uses", index, "sheets"] })),
  );
  await takeAll(writing, takes);
  return uses.map(({ storeId, sheets }) => ({ name: stores.get(storeId)?.name ?? "", sheets }));
}

/** Each of what leaves the shelf, counted. */
const PAPERS = { uses: (count: number) => howMany(count, "sheet"), offcutsUsed: (count: number) => howMany(count, "offcut") };

/** What a plan takes follows from the plan: a screen that tells otherwise went by another. A taped sheet was taken when it was taped. */
function checkTaken(payload: CommandPayload<"split-sheets">, { plan, state }: Pick<SplitPlanRead, "plan" | "state">): void {
  const taken = state === "taped" ? { uses: [], offcutsUsed: [] } : takenByPlan(plan);
  const key = (pieces: readonly { readonly id: string; readonly count: number }[]): string =>
    pieces
      .map(({ id, count }) => `${id} ${String(count)}`)
      .sort()
      .join();
  const sheetsIn = (uses: readonly { readonly storeId: string; readonly sheets: number }[]) => uses.map(({ storeId, sheets }) => ({ id: storeId, count: sheets }));
  const given = { uses: sheetsIn(payload.uses), offcutsUsed: payload.offcutsUsed };
  const right = { uses: sheetsIn(taken.uses), offcutsUsed: taken.offcutsUsed };
  for (const field of ["uses", "offcutsUsed"] as const)
    if (key(given[field]) !== key(right[field]))
      refuse({
        code: "reckoned-otherwise",
        path: [field],
        given: PAPERS[field](summed(given[field])),
        allowed: phrase`${PAPERS[field](summed(right[field]))}, as the plan has it`,
      });
}

const summed = (pieces: readonly { readonly count: number }[]): number => pieces.reduce((sum, each) => sum + each.count, 0);

async function takeOffcuts(writing: Writing, id: string, count: number, path: readonly (string | number)[], version?: number): Promise<void> {
  const found = await writing.find("offcut", id);
  if (!found) return missing("offcut", path, id);
  if (count > found.count) refuse({ code: "not-enough", path, given: phrase`${count} of an offcut`, allowed: phrase`at most ${found.count}, what is in the stash` });
  await writing.update("offcut", id, { count: found.count - count }, version);
}

async function keepOffcut(writing: Writing, payload: CommandPayload<"keep-offcut">): Promise<HandlerResult<"keep-offcut">> {
  const paper = await writing.find("store", payload.storeId);
  if (!paper) return missing("store", ["storeId"], payload.storeId);
  await writing.insert("offcut", payload);
  return { subject: ["offcut", payload.id], facts: { name: paper.name, count: payload.count } };
}

async function dropOffcut(writing: Writing, payload: CommandPayload<"drop-offcut">): Promise<HandlerResult<"drop-offcut">> {
  await takeOffcuts(writing, payload.id, payload.count, ["count"], payload.version);
  return { subject: ["offcut", payload.id], facts: { count: payload.count } };
}

/** A plan that can still be followed, replaced or dropped. What was told of it on another device is not told twice. */
async function planNow(writing: Writing, id: string, path: readonly (string | number)[], states: readonly (typeof planStates)[number][]) {
  const found = (await writing.find("splitPlan", id)) ?? missing("plan", path, id);
  return states.includes(found.state) ? found : refuse({ code: "not-open", path, given: phrase`a plan that is ${found.state}`, allowed: phrase`a plan that is still open` });
}

/** Keeps a plan; the one it replaces stays to be looked at. */
async function keepSplitPlan(writing: Writing, payload: CommandPayload<"keep-split-plan">): Promise<HandlerResult<"keep-split-plan">> {
  const material = await writing.find("store", payload.materialId);
  if (!material) return missing("store", ["materialId"], payload.materialId);
  const { picture } = payload.plan;
  if (picture) await checkPicture(writing, picture, ["plan", "picture"]);
  if (payload.replaces) {
    const before = await planNow(writing, payload.replaces, ["replaces"], ["open"]);
    await writing.update("splitPlan", before.id, { state: "replaced" });
  }
  await writing.insert("splitPlan", { ...payload, state: "open", keptAt: writing.at });
  const pieces = payload.plan.job.panels.reduce((sum, panel) => sum + panel.count, 0);
  return {
    subject: ["splitPlan", payload.id],
    facts: { name: material.name, pieces, replaces: payload.replaces !== null },
  };
}

async function dropSplitPlan(writing: Writing, payload: CommandPayload<"drop-split-plan">): Promise<HandlerResult<"drop-split-plan">> {
  await planNow(writing, payload.id, ["id"], ["open"]);
  await writing.update("splitPlan", payload.id, { state: "dropped" }, payload.version);
  return { subject: ["splitPlan", payload.id], facts: {} };
}

export const sheetsHandlers: Handlers<typeof sheetsCommands> = {
  "split-sheets": splitSheets,
  "keep-offcut": keepOffcut,
  "drop-offcut": dropOffcut,
  "keep-split-plan": keepSplitPlan,
  "drop-split-plan": dropSplitPlan,
};
