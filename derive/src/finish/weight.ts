import type { DesignRead, StoreRead } from "@yule/contract";
import { lengthOfUnits, stackGeometry, toMm, type CountByWeight } from "@yule/core";
import { panelOf, stackOf } from "../season/materials.ts";

/** Weight of card and painting paper where nobody told it, grams for a square metre. */
const USUAL_GSM = 300;
/** Glue, foam, paint and what is stuck on, beside the paper; and how far cards of one design lie apart. */
const [EXTRA, SPREAD] = [0.06, 0.02];

const squareMetres = ({ width, height }: { readonly width: number; readonly height: number }): number => (toMm(lengthOfUnits(width)) * toMm(lengthOfUnits(height))) / 1e6;

/** What one finished card weighs without its envelope, grams: base, mats, panel and strips by their paper's weight, and a little for what holds them. */
export function gramsOfCard(design: DesignRead, stores: readonly StoreRead[]): number {
  const gsm = (id: string | null): number => stores.find((store) => store.id === id)?.gsm ?? USUAL_GSM;
  const { base, layers } = stackGeometry(stackOf(design));
  const card = gsm(design.cardStockId);
  const panel = layers.some(({ kind }) => kind === "panel") ? squareMetres(panelOf(design)) * gsm(design.paperId) : 0;
  const others = layers.filter(({ kind }) => kind !== "panel").reduce((sum, layer) => sum + squareMetres(layer) * card, 0);
  return (squareMetres(base) * card + panel + others) * (1 + EXTRA);
}

/** How many cards a reading of the scale says, and how far that may be off; null where less lies there than the vessel. */
export function cardsByWeight(one: number, grams: number, empty: number, step: number): CountByWeight | null {
  const net = grams - empty;
  return net < 0 ? null : { amount: Math.round(net / one), off: Math.ceil((step / 2 + net * SPREAD) / one - 1e-9) };
}
