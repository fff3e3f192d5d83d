import { guidesOf, type CommandPayload, type GuidesRead } from "@yule/contract";
import { eq, and } from "drizzle-orm";
import { guideSheet, lengthOfUnits, stackGeometry, stackOfUnits, phrase } from "@yule/core";
import { v7 } from "uuid";
import { benchFact } from "../bench/tables.ts";
import { missing, refuse, Refusal } from "../db/refusal.ts";
import type { Work } from "../db/work.ts";
import type { Done } from "../logbook/done.ts";
import { checkPicture } from "../shop/pictures.ts";
import { layersOf } from "./layers.ts";
import { colourway, stage } from "./tables.ts";

export async function addSeries(work: Work, said: CommandPayload<"add-series">): Promise<Done> {
  await work.insert("series", said);
  return { subject: ["series", said.id], summary: `Series ${said.name} begun` };
}

export async function addDesign(work: Work, said: CommandPayload<"add-design">): Promise<Done> {
  checkStack(said.stack);
  if (!(await work.find("series", said.seriesId))) return missing("series", ["seriesId"], said.seriesId);
  await work.insert("design", {
    id: said.id,
    seriesId: said.seriesId,
    name: said.name,
    method: said.method,
    paperId: said.paperId,
    cardStockId: said.cardStockId,
    guides: checkedGuides(said.guides, said.stack.layers),
    traits: said.traits,
    ...faceOf(said.stack),
  });
  await insertLayers(work, said.id, said.stack);
  await insertStages(work, said.id, said.stages);
  for (const [position, each] of said.colourways.entries()) await work.insert("colourway", { ...each, designId: said.id, position });
  return { subject: ["design", said.id], summary: `Design ${said.name} with ${counted(said.colourways.length, "colourway")} and ${counted(said.stages.length, "stage")}` };
}

const counted = (number: number, one: string): string => `${String(number)} ${one}${number === 1 ? "" : "s"}`;

export async function changeStack(work: Work, said: CommandPayload<"change-stack">): Promise<Done> {
  checkStack(said.stack);
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  await work.update("design", said.id, faceOf(said.stack), said.version);
  const old = await layersOf(work, said.id);
  for (const each of old) await work.remove("layer", each.id);
  await insertLayers(work, said.id, said.stack);
  return { subject: ["design", said.id], summary: `Stack of ${found.name} changed` };
}

/** Stages keep their ids, so what happened on them stays; a stage that facts name cannot go. */
export async function changeRoute(work: Work, said: CommandPayload<"change-route">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  await work.update("design", said.id, { name: found.name }, said.version);
  const old = await work.tx
    .select({ id: stage.id })
    .from(stage)
    .where(and(eq(stage.shopId, work.shopId), eq(stage.designId, said.id)));
  const known = new Set(old.map((each) => each.id));
  for (const [position, each] of said.stages.entries()) {
    if (known.delete(each.id)) await work.update("stage", each.id, { ...each, position });
    else await work.insert("stage", { ...each, designId: said.id, position });
  }
  for (const id of known) {
    await checkUntouched(work, id);
    await work.remove("stage", id);
  }
  return { subject: ["design", said.id], summary: `Route of ${found.name} changed: ${String(said.stages.length)} stages` };
}

export async function changeGuides(work: Work, said: CommandPayload<"change-guides">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  const layers = await layersOf(work, said.id);
  await work.update("design", said.id, { guides: checkedGuides(said.guides, layers) }, said.version);
  return { subject: ["design", said.id], summary: said.guides ? `Guides of ${found.name}: ${said.guides.kind}` : `No guides on ${found.name}` };
}

/** Guides that do not lie on the panel are refused: they could not be pencilled. */
function checkedGuides(guides: GuidesRead | null, layers: readonly { kind: string; width: number; height: number }[]): GuidesRead | null {
  const panel = layers.find((each) => each.kind === "panel");
  if (!guides || !panel) return guides;
  const lying = guideSheet({ width: lengthOfUnits(panel.width), height: lengthOfUnits(panel.height) }, guidesOf(guides));
  if (lying.ok) return guides;
  throw new Refusal(
    422,
    "The guides do not lie on the panel.",
    lying.faults.map((fault) => ({ ...fault, path: ["guides", ...fault.path] })),
  );
}

/** A change without what it does not speak of. */
const told = <Change extends object>(change: Change) =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as { [Key in keyof Change]: Exclude<Change[Key], undefined> };

export async function changeSeries(work: Work, said: CommandPayload<"change-series">): Promise<Done> {
  const found = await work.find("series", said.id);
  if (!found) return missing("series", ["id"], said.id);
  const { id, ties, ...patch } = said;
  await work.update("series", id, { ...patch, ...(ties ? { ties: { ...found.ties, ...told(ties) } } : {}) });
  return { subject: ["series", id], summary: `What ties ${said.name ?? found.name} together changed` };
}

export async function changeTraits(work: Work, said: CommandPayload<"change-traits">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  await work.update("design", said.id, { traits: { ...found.traits, ...told(said.traits) } });
  return { subject: ["design", said.id], summary: `What ${found.name} shows changed` };
}

/** A design is never deleted: needs, panels and facts speak of it. */
export async function archiveDesign(work: Work, said: CommandPayload<"archive-design">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  await work.update("design", said.id, { archived: said.archived }, said.version);
  return { subject: ["design", said.id], summary: said.archived ? `${found.name} put away; its history stays` : `${found.name} brought back` };
}

export async function changeColourway(work: Work, said: CommandPayload<"change-colourway">): Promise<Done> {
  const [found, way] = [await work.find("design", said.id), await work.find("colourway", said.colourwayId)];
  if (!found) return missing("design", ["id"], said.id);
  if (way?.designId !== said.id) return missing("colourway", ["colourwayId"], said.colourwayId);
  if (said.pictureId) await checkPicture(work, said.pictureId, ["pictureId"]);
  await work.update("design", said.id, { name: found.name }, said.version);
  await work.update("colourway", way.id, { pictureId: said.pictureId, paints: said.paints });
  return { subject: ["design", said.id], summary: `${said.pictureId ? "A picture" : "The paints"} of ${found.name}, ${way.name}` };
}

const MOST_COLOURWAYS = 24;

export async function addColourway(work: Work, said: CommandPayload<"add-colourway">): Promise<Done> {
  const found = await work.find("design", said.id);
  if (!found) return missing("design", ["id"], said.id);
  const there = await work.tx
    .select({ name: colourway.name, position: colourway.position })
    .from(colourway)
    .where(and(eq(colourway.shopId, work.shopId), eq(colourway.designId, said.id)));
  if (there.length >= MOST_COLOURWAYS)
    refuse({ code: "too-many", path: ["colourway"], given: phrase`${there.length + 1} colourways`, allowed: phrase`at most ${MOST_COLOURWAYS}` });
  if (there.some(({ name }) => name === said.colourway.name))
    refuse({ code: "twice", path: ["colourway", "name"], given: [{ name: said.colourway.name, of: "colourway" }], allowed: ["a name that no other colourway of the design has"] });
  if (said.colourway.pictureId) await checkPicture(work, said.colourway.pictureId, ["colourway", "pictureId"]);
  await work.update("design", said.id, { name: found.name }, said.version);
  await work.insert("colourway", { ...said.colourway, designId: said.id, position: Math.max(-1, ...there.map(({ position }) => position)) + 1 });
  return { subject: ["design", said.id], summary: `${found.name} also in ${said.colourway.name}` };
}

/** What happened on a stage stays in the log, so the stage stays in the route. */
async function checkUntouched(work: Work, id: string): Promise<void> {
  const [fact] = await work.tx
    .select({ id: benchFact.id })
    .from(benchFact)
    .where(and(eq(benchFact.shopId, work.shopId), eq(benchFact.stageId, id)))
    .limit(1);
  if (!fact) return;
  const found = await work.find("stage", id);
  refuse({
    code: "stage-used",
    path: ["stages"],
    given: phrase`${{ name: found?.name ?? "a stage", of: "stage" }} left out`,
    allowed: ["a route that keeps the stages panels have gone through"],
  });
}

type SaidStack = CommandPayload<"change-stack">["stack"];

/** A tight envelope or a fold across the grain is a warning on the screen; a layer that hangs over cannot be made at all. */
function checkStack(said: SaidStack): void {
  const { faults } = stackGeometry(stackOfUnits(said));
  if (faults.length > 0)
    throw new Refusal(
      422,
      "This card cannot be made.",
      faults.map((fault) => ({ ...fault, path: ["stack", ...fault.path] })),
    );
}

const faceOf = (stack: SaidStack) => ({
  fold: stack.fold,
  outline: stack.outline,
  score: stack.score,
  grain: stack.grain,
  holeWidth: stack.hole?.width ?? null,
  holeFromTop: stack.hole?.fromTop ?? null,
  footTrim: stack.footTrim,
  width: stack.width,
  height: stack.height,
  thickness: stack.thickness,
  envelopeWidth: stack.envelope?.width ?? null,
  envelopeHeight: stack.envelope?.height ?? null,
});

async function insertLayers(work: Work, designId: string, stack: SaidStack): Promise<void> {
  for (const [position, each] of stack.layers.entries()) await work.insert("layer", { ...each, id: v7(), designId, position });
}

async function insertStages(work: Work, designId: string, stages: CommandPayload<"add-design">["stages"]): Promise<void> {
  for (const [position, each] of stages.entries()) await work.insert("stage", { ...each, designId, position });
}
