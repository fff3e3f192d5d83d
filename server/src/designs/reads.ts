import type { DesignsRead } from "@yule/contract";
import { asc } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { colourway, design, layer, sentiment, series, stage } from "./tables.ts";

export async function readDesigns(tx: Transaction): Promise<DesignsRead> {
  const [allSeries, designs, layers, stages, colourways] = [
    await tx.select().from(series).orderBy(asc(series.name)),
    await tx.select().from(design).orderBy(asc(design.name)),
    await tx.select().from(layer).orderBy(asc(layer.position)),
    await tx.select().from(stage).orderBy(asc(stage.position)),
    await tx.select().from(colourway).orderBy(asc(colourway.position)),
  ];
  const sentiments = await tx.select().from(sentiment).orderBy(asc(sentiment.text));
  return {
    sentiments: sentiments.map(({ shopId: _s, ...rest }) => rest),
    series: allSeries.map(({ shopId: _s, ...rest }) => rest),
    designs: designs.map((row) => ({
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
    })),
  };
}
