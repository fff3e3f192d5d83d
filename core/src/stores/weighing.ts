import { lengthOfUnits, toMm } from "../measure/length.ts";
import type { StoreKind } from "./materials.ts";

/** A material as a scale sees it. */
export interface Weighed {
  readonly kind: StoreKind;
  /** In 1/320 mm. */
  readonly width: number | null;
  readonly height: number | null;
  /** Of paper and card: grams of a square metre. */
  readonly gsm: number | null;
}

/** Grams of a millilitre. Paint in tubes is thick with pigment; fluids and inks are mostly water, white glue a little heavier. */
const DENSITY: Partial<Readonly<Record<StoreKind, number>>> = { paint: 1.4, "masking fluid": 1, ink: 1.05, glue: 1.08, fixative: 0.8 };
/** How far single sheets of one paper lie apart, and a fluid from its table: shares of the weight. */
const [PAPER_SPREAD, FLUID_SPREAD] = [0.01, 0.05];

/** Grams of one whole unit of it; null for what no scale can tell. */
export function gramsOfOne({ kind, width, height, gsm }: Weighed): number | null {
  if (gsm !== null && width !== null && height !== null) return (gsm * toMm(lengthOfUnits(width)) * toMm(lengthOfUnits(height))) / 1e6;
  const density = DENSITY[kind];
  if (density !== undefined) return density / 1_000;
  return kind === "glitter" ? 0.001 : null;
}

/** What a reading says there is, and how far it may be off: the scale's step, and how far the material lies from its table. Whole units. */
export interface CountByWeight {
  readonly amount: number;
  readonly off: number;
}

/** @param empty grams of what it stands in @param step what the scale tells apart, grams @returns null where no scale can tell, or nothing is left of the reading */
export function countByWeight(material: Weighed, grams: number, empty: number, step: number): CountByWeight | null {
  const one = gramsOfOne(material);
  const net = grams - empty;
  if (one === null || net < 0) return null;
  const spread = material.gsm === null ? FLUID_SPREAD : PAPER_SPREAD;
  return { amount: Math.round(net / one), off: Math.ceil((step / 2 + net * spread) / one - 1e-9) };
}
