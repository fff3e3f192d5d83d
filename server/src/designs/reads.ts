import type { DesignsRead, DesignRead } from "@yule/contract";
import { asc, eq, inArray } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import type { Transaction } from "../db/pool.ts";
import { colourway, design, layer, sentiment, series, stage } from "./tables.ts";

/** @param id one design alone, where only that is asked for */
async function designsIn(tx: Transaction, id?: string): Promise<DesignRead[]> {
  const only = (column: PgColumn) => (id === undefined ? undefined : eq(column, id));
  const designs = await tx.select().from(design).where(only(design.id)).orderBy(asc(design.name));
  const layers = await tx.select().from(layer).where(only(layer.designId)).orderBy(asc(layer.position));
  const stages = await tx.select().from(stage).where(only(stage.designId)).orderBy(asc(stage.position));
  const colourways = await tx.select().from(colourway).where(only(colourway.designId)).orderBy(asc(colourway.position));
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
    touches: row.touches,
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
      layers: layers.filter((each) => each.designId === row.id).map(({ id: _i, shopId: _s, version: _v, designId: _d, position: _p, ...rest }) => rest),
    },
    stages: stages.filter((each) => each.designId === row.id).map(({ shopId: _s, version: _v, designId: _d, ...rest }) => rest),
    colourways: colourways.filter((each) => each.designId === row.id).map(({ id, name, paints, pictureId }) => ({ id, name, paints, pictureId })),
  }));
}

export async function readDesigns(tx: Transaction): Promise<DesignsRead> {
  const allSeries = await tx.select().from(series).orderBy(asc(series.name));
  const sentiments = await tx.select().from(sentiment).orderBy(asc(sentiment.text));
  return {
    sentiments: sentiments.map(({ shopId: _s, ...rest }) => rest),
    series: allSeries.map(({ shopId: _s, ...rest }) => rest),
    designs: await designsIn(tx),
  };
}

/** One design, or null where there is none of that id. */
export const readDesign = async (tx: Transaction, id: string): Promise<DesignRead | null> => (await designsIn(tx, id))[0] ?? null;

export const stagesOfDesign = (tx: Transaction, designId: string): Promise<{ id: string }[]> => tx.select({ id: stage.id }).from(stage).where(eq(stage.designId, designId));

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

/** Every design with the names of its colourways, as a shop window lists them. */
export async function readListings(tx: Transaction): Promise<{ title: string; variants: string[] }[]> {
  const designs = await tx.select().from(design).orderBy(asc(design.id));
  const colourways = await tx.select().from(colourway).orderBy(asc(colourway.id));
  return designs.map((each) => ({ title: each.name, variants: colourways.filter((one) => one.designId === each.id).map((one) => one.name) }));
}
