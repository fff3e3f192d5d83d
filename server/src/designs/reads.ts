import { namePlace, type DesignsRead, type DesignRead, type PutAwayRead } from "@yule/contract";
import { and, asc, eq, inArray, notExists, or, sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { openNeeds } from "../season/open.ts";
import { colourway, design, layer, sentiment, series, stage } from "./tables.ts";

/** @param which designs of the shop; all of them where it is left out */
async function designsIn(tx: Transaction, which: SQL | undefined): Promise<DesignRead[]> {
  const designs = await tx.select().from(design).where(which).orderBy(asc(design.name), asc(design.id));
  const ids = designs.map(({ id }) => id);
  if (ids.length === 0) return [];
  const layers = byDesign(await tx.select().from(layer).where(inArray(layer.designId, ids)).orderBy(asc(layer.position)));
  const stages = byDesign(await tx.select().from(stage).where(inArray(stage.designId, ids)).orderBy(asc(stage.position)));
  const colourways = byDesign(await tx.select().from(colourway).where(inArray(colourway.designId, ids)).orderBy(asc(colourway.position)));
  return designs.map((row) => ({
    id: row.id,
    version: row.version,
    seriesId: row.seriesId,
    name: row.name,
    method: row.method,
    paperId: row.paperId,
    cardStockId: row.cardStockId,
    guides: row.guides,
    traits: row.traits,
    words: row.words,
    archived: row.archived,
    weighed: row.weighed,
    touches: row.touches,
    takings: row.takings,
    stack: {
      fold: row.fold,
      outline: row.outline,
      score: row.score,
      grain: row.grain,
      hole: row.holeWidth !== null && row.holeFromTop !== null ? { width: row.holeWidth, fromTop: row.holeFromTop } : null,
      footTrim: row.footTrim,
      width: row.width,
      height: row.height,
      thickness: row.thickness,
      envelope: row.envelopeWidth !== null && row.envelopeHeight !== null ? { width: row.envelopeWidth, height: row.envelopeHeight } : null,
      layers: (layers.get(row.id) ?? []).map(({ id: _i, shopId: _s, version: _v, designId: _d, position: _p, ...rest }) => rest),
    },
    stages: (stages.get(row.id) ?? []).map(({ shopId: _s, version: _v, designId: _d, ...rest }) => rest),
    colourways: (colourways.get(row.id) ?? []).map(({ id, name, paints, pictureId }) => ({ id, name, paints, pictureId })),
  }));
}

/** Parts of designs by the design they are of, in their order. */
function byDesign<Part extends { readonly designId: string }>(parts: readonly Part[]): ReadonlyMap<string, readonly Part[]> {
  const found = new Map<string, Part[]>();
  for (const part of parts) {
    const own = found.get(part.designId);
    if (own) own.push(part);
    else found.set(part.designId, [part]);
  }
  return found;
}

/** Some designs whole, put away or not. */
export const designsById = (tx: Transaction, ids: readonly string[]): Promise<DesignRead[]> => designsIn(tx, inArray(design.id, [...ids]));

/** Designs that are not put away, and those that open needs ask for. */
export async function readDesigns(tx: Transaction): Promise<DesignsRead> {
  const asked = [...new Set((await openNeeds(tx)).map(({ designId }) => designId))];
  const designs = await designsIn(tx, asked.length === 0 ? eq(design.archived, false) : or(eq(design.archived, false), inArray(design.id, asked)));
  // Series of which all cards are put away are put away with them; one that is new has none yet.
  const hung = [...new Set(designs.map(({ seriesId }) => seriesId))];
  const ofSeries = tx
    .select({ id: design.id })
    .from(design)
    .where(and(eq(design.shopId, series.shopId), eq(design.seriesId, series.id)));
  const isNew = notExists(ofSeries);
  const allSeries = await tx
    .select()
    .from(series)
    .where(hung.length === 0 ? isNew : or(inArray(series.id, hung), isNew))
    .orderBy(asc(series.name));
  const sentiments = await tx.select().from(sentiment).orderBy(asc(sentiment.text));
  return {
    sentiments: sentiments.map(({ shopId: _s, ...rest }) => rest),
    series: allSeries.map(({ shopId: _s, ...rest }) => rest),
    designs,
  };
}

/** One design, or null where there is none of that id. */
export const readDesign = async (tx: Transaction, id: string): Promise<DesignRead | null> => (await designsIn(tx, eq(design.id, id)))[0] ?? null;

/** Designs of a page. */
const PAGE = 60;

/** A page of the designs that are put away, by name. */
export async function readPutAway(tx: Transaction, after: { readonly name: string; readonly id: string } | undefined): Promise<PutAwayRead> {
  const designs = await tx
    .select({ id: design.id, version: design.version, name: design.name })
    .from(design)
    .where(and(eq(design.archived, true), after === undefined ? undefined : sql`(${design.name}, ${design.id}) > (${after.name}, ${after.id}::uuid)`))
    .orderBy(asc(design.name), asc(design.id))
    .limit(PAGE);
  const last = designs[PAGE - 1];
  return { designs, after: last ? namePlace(last.name, last.id) : null };
}

/** What some designs are called, by their id. */
export async function designNames(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: design.id, name: design.name })
    .from(design)
    .where(inArray(design.id, [...new Set(ids)]));
  return new Map(rows.map(({ id, name }) => [id, name]));
}

export const stagesOfDesign = (tx: Transaction, designId: string): Promise<{ id: string }[]> => tx.select({ id: stage.id }).from(stage).where(eq(stage.designId, designId));

/** What colourways and their designs are called, by the colourway's id. */
export async function readColourwayNames(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, { design: string; designId: string; colourway: string }>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: colourway.id, design: design.name, designId: design.id, colourway: colourway.name })
    .from(colourway)
    .innerJoin(design, and(eq(design.shopId, colourway.shopId), eq(design.id, colourway.designId)))
    .where(inArray(colourway.id, [...ids]));
  return new Map(rows.map(({ id, ...names }) => [id, names]));
}

export const colourwaysOfDesign = (tx: Transaction, designId: string): Promise<{ id: string }[]> =>
  tx.select({ id: colourway.id }).from(colourway).where(eq(colourway.designId, designId));

/** The stages of some designs in their order, by the design. */
export async function readRoutes(tx: Transaction, designIds: readonly string[]): Promise<Map<string, DesignRead["stages"][number][]>> {
  const routes = new Map<string, DesignRead["stages"][number][]>(designIds.map((id) => [id, []]));
  if (designIds.length === 0) return routes;
  const stages = await tx
    .select()
    .from(stage)
    .where(inArray(stage.designId, [...designIds]))
    .orderBy(asc(stage.position));
  for (const { shopId: _s, version: _v, designId, ...each } of stages) routes.get(designId)?.push(each);
  return routes;
}

/** What some designs are painted on, by the design. */
export async function readPapers(tx: Transaction, designIds: readonly string[]): Promise<ReadonlyMap<string, string | null>> {
  if (designIds.length === 0) return new Map();
  const rows = await tx
    .select({ id: design.id, paperId: design.paperId })
    .from(design)
    .where(inArray(design.id, [...designIds]));
  return new Map(rows.map(({ id, paperId }) => [id, paperId]));
}

/** Every design that is not put away, with the names of its colourways, as a shop window lists them. */
export async function readListings(tx: Transaction): Promise<{ title: string; variants: string[] }[]> {
  const designs = await tx.select().from(design).where(eq(design.archived, false)).orderBy(asc(design.id));
  const ids = designs.map(({ id }) => id);
  const colourways = ids.length === 0 ? new Map<string, never[]>() : byDesign(await tx.select().from(colourway).where(inArray(colourway.designId, ids)).orderBy(asc(colourway.id)));
  return designs.map((each) => ({ title: each.name, variants: (colourways.get(each.id) ?? []).map(({ name }) => name) }));
}
