import { wordsHandlers } from "./words.ts";
import { guidesOf, type CommandPayload, type GuidesRead, type designsCommands } from "@yule/contract";
import { eq, and } from "drizzle-orm";
import { guideSheet, lengthOfUnits, stackGeometry, stackOfUnits, phrase } from "@yule/core";
import { v7 } from "uuid";
import { isStageTold } from "../bench/reads.ts";
import { missing, refuse, Refusal } from "../db/refusal.ts";
import type { Writing } from "../db/writing.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { checkPicture } from "../shop/pictures.ts";
import { layersOf } from "./layers.ts";
import { colourway, stage } from "./tables.ts";

async function addSeries(writing: Writing, payload: CommandPayload<"add-series">): Promise<HandlerResult<"add-series">> {
  await writing.insert("series", payload);
  return { subject: ["series", payload.id], facts: { name: payload.name } };
}

async function addDesign(writing: Writing, payload: CommandPayload<"add-design">): Promise<HandlerResult<"add-design">> {
  checkStack(payload.stack);
  if (!(await writing.find("series", payload.seriesId))) return missing("series", ["seriesId"], payload.seriesId);
  await writing.insert("design", {
    id: payload.id,
    seriesId: payload.seriesId,
    name: payload.name,
    method: payload.method,
    paperId: payload.paperId,
    cardStockId: payload.cardStockId,
    guides: checkedGuides(payload.guides, payload.stack.layers),
    traits: payload.traits,
    ...faceOf(payload.stack),
  });
  await insertLayers(writing, payload.id, payload.stack);
  await insertStages(writing, payload.id, payload.stages);
  for (const [position, each] of payload.colourways.entries()) await writing.insert("colourway", { ...each, designId: payload.id, position });
  return {
    subject: ["design", payload.id],
    facts: { name: payload.name, colourways: payload.colourways.length, stages: payload.stages.length },
  };
}

async function changeStack(writing: Writing, payload: CommandPayload<"change-stack">): Promise<HandlerResult<"change-stack">> {
  checkStack(payload.stack);
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  // A card that is built otherwise weighs otherwise.
  await writing.update("design", payload.id, { ...faceOf(payload.stack), weighed: null }, payload.version);
  const old = await layersOf(writing, payload.id);
  for (const each of old) await writing.remove("layer", each.id);
  await insertLayers(writing, payload.id, payload.stack);
  return { subject: ["design", payload.id], facts: { name: found.name } };
}

/** Stages keep their ids, so what happened on them stays; a stage that facts name cannot go. */
async function changeRoute(writing: Writing, payload: CommandPayload<"change-route">): Promise<HandlerResult<"change-route">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  await writing.update("design", payload.id, { name: found.name }, payload.version);
  const old = await writing.tx
    .select({ id: stage.id })
    .from(stage)
    .where(and(eq(stage.shopId, writing.shopId), eq(stage.designId, payload.id)));
  const known = new Set(old.map((each) => each.id));
  for (const [position, each] of payload.stages.entries()) {
    if (known.delete(each.id)) await writing.update("stage", each.id, { ...each, position });
    else await writing.insert("stage", { ...each, designId: payload.id, position });
  }
  for (const id of known) {
    await checkUntouched(writing, id);
    await writing.remove("stage", id);
  }
  return { subject: ["design", payload.id], facts: { name: found.name, stages: payload.stages.length } };
}

async function changeGuides(writing: Writing, payload: CommandPayload<"change-guides">): Promise<HandlerResult<"change-guides">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  const layers = await layersOf(writing, payload.id);
  await writing.update("design", payload.id, { guides: checkedGuides(payload.guides, layers) }, payload.version);
  return { subject: ["design", payload.id], facts: { name: found.name, guides: payload.guides?.kind ?? null } };
}

/** Guides that do not lie on the panel are refused: they could not be pencilled. */
function checkedGuides(guides: GuidesRead | null, layers: readonly { kind: string; width: number; height: number }[]): GuidesRead | null {
  const panel = layers.find((each) => each.kind === "panel");
  if (!guides || !panel) return guides;
  const lying = guideSheet({ width: lengthOfUnits(panel.width), height: lengthOfUnits(panel.height) }, guidesOf(guides));
  if (lying.ok) return guides;
  throw new Refusal(
    422,
    phrase`The guides do not lie on the panel.`,
    lying.faults.map((fault) => ({ ...fault, path: ["guides", ...fault.path] })),
  );
}

/** A change without what it does not speak of. */
const definedOnly = <Change extends object>(change: Change) =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as { [Key in keyof Change]: Exclude<Change[Key], undefined> };

async function changeSeries(writing: Writing, payload: CommandPayload<"change-series">): Promise<HandlerResult<"change-series">> {
  const found = await writing.find("series", payload.id);
  if (!found) return missing("series", ["id"], payload.id);
  const { id, ties, ...patch } = payload;
  await writing.update("series", id, { ...patch, ...(ties ? { ties: { ...found.ties, ...definedOnly(ties) } } : {}) });
  return { subject: ["series", id], facts: { name: payload.name ?? found.name } };
}

async function changeTraits(writing: Writing, payload: CommandPayload<"change-traits">): Promise<HandlerResult<"change-traits">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  await writing.update("design", payload.id, { traits: { ...found.traits, ...definedOnly(payload.traits) } });
  return { subject: ["design", payload.id], facts: { name: found.name } };
}

/** A design is never deleted: needs, panels and facts speak of it. */
async function archiveDesign(writing: Writing, payload: CommandPayload<"archive-design">): Promise<HandlerResult<"archive-design">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  await writing.update("design", payload.id, { archived: payload.archived }, payload.version);
  return { subject: ["design", payload.id], facts: { name: found.name, archived: payload.archived } };
}

async function changeColourway(writing: Writing, payload: CommandPayload<"change-colourway">): Promise<HandlerResult<"change-colourway">> {
  const [found, way] = [await writing.find("design", payload.id), await writing.find("colourway", payload.colourwayId)];
  if (!found) return missing("design", ["id"], payload.id);
  if (way?.designId !== payload.id) return missing("colourway", ["colourwayId"], payload.colourwayId);
  if (payload.pictureId) await checkPicture(writing, payload.pictureId, ["pictureId"]);
  await writing.update("design", payload.id, { name: found.name }, payload.version);
  await writing.update("colourway", way.id, { pictureId: payload.pictureId, paints: payload.paints });
  return { subject: ["design", payload.id], facts: { name: found.name, colourway: way.name, picture: Boolean(payload.pictureId) } };
}

const MOST_COLOURWAYS = 24;

async function addColourway(writing: Writing, payload: CommandPayload<"add-colourway">): Promise<HandlerResult<"add-colourway">> {
  const found = await writing.find("design", payload.id);
  if (!found) return missing("design", ["id"], payload.id);
  const there = await writing.tx
    .select({ name: colourway.name, position: colourway.position })
    .from(colourway)
    .where(and(eq(colourway.shopId, writing.shopId), eq(colourway.designId, payload.id)));
  if (there.length >= MOST_COLOURWAYS)
    refuse({ code: "too-many", path: ["colourway"], given: phrase`${there.length + 1} colourways`, allowed: phrase`at most ${MOST_COLOURWAYS}` });
  if (there.some(({ name }) => name === payload.colourway.name))
    refuse({
      code: "twice",
      path: ["colourway", "name"],
      given: [{ name: payload.colourway.name, of: "colourway" }],
      allowed: phrase`a name that no other colourway of the design has`,
    });
  if (payload.colourway.pictureId) await checkPicture(writing, payload.colourway.pictureId, ["colourway", "pictureId"]);
  await writing.update("design", payload.id, { name: found.name }, payload.version);
  await writing.insert("colourway", { ...payload.colourway, designId: payload.id, position: Math.max(-1, ...there.map(({ position }) => position)) + 1 });
  return { subject: ["design", payload.id], facts: { name: found.name, colourway: payload.colourway.name } };
}

/** What happened on a stage stays in the log, so the stage stays in the route. */
async function checkUntouched(writing: Writing, id: string): Promise<void> {
  if (!(await isStageTold(writing.tx, id))) return;
  const found = await writing.find("stage", id);
  refuse({
    code: "stage-used",
    path: ["stages"],
    given: phrase`${{ name: found?.name ?? "a stage", of: "stage" }} left out`,
    allowed: phrase`a route that keeps the stages panels have gone through`,
  });
}

type SaidStack = CommandPayload<"change-stack">["stack"];

/** A tight envelope or a fold across the grain is a warning on the screen; a layer that hangs over cannot be made at all. */
function checkStack(payload: SaidStack): void {
  const { faults } = stackGeometry(stackOfUnits(payload));
  if (faults.length > 0)
    throw new Refusal(
      422,
      phrase`This card cannot be made.`,
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

async function insertLayers(writing: Writing, designId: string, stack: SaidStack): Promise<void> {
  for (const [position, each] of stack.layers.entries()) await writing.insert("layer", { ...each, id: v7(), designId, position });
}

async function insertStages(writing: Writing, designId: string, stages: CommandPayload<"add-design">["stages"]): Promise<void> {
  for (const [position, each] of stages.entries()) await writing.insert("stage", { ...each, designId, position });
}

async function weighLetter(writing: Writing, { id, version, grams }: CommandPayload<"weigh-letter">): Promise<HandlerResult<"weigh-letter">> {
  const found = await writing.find("design", id);
  if (!found) return missing("design", ["id"], id);
  await writing.update("design", id, { weighed: grams }, version);
  return { subject: ["design", id], facts: { name: found.name, grams } };
}

export const designsHandlers: Handlers<typeof designsCommands> = {
  "add-series": addSeries,
  "add-design": addDesign,
  "change-stack": changeStack,
  "change-route": changeRoute,
  "change-guides": changeGuides,
  "change-series": changeSeries,
  "change-traits": changeTraits,
  "change-colourway": changeColourway,
  "add-colourway": addColourway,
  "archive-design": archiveDesign,
  "weigh-letter": weighLetter,
  ...wordsHandlers,
};
