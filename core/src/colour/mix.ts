import { mixed, over, stronger, WHITE_PAPER, type Film } from "./layers.ts";
import { labOf, type Lab, type Spectrum } from "./light.ts";

/** One part from a pan in four parts of water is an everyday wash. */
export const WATER_PER_PART = 4;
/** Weakest and strongest wash that is mixed for, in everyday washes: a tinge, and paint as thick as butter. */
export const LOAD = { least: 0.1, most: 2.6 } as const;
/** Parts of all paints together in a mix that can still be counted out with a brush. */
export const MOST_PARTS = 8;

/** A mix in whole parts of paint and halves of a part of water. */
export interface Mix {
  readonly parts: readonly { readonly paint: number; readonly parts: number }[];
  readonly water: number;
}

export const STRENGTHS = ["tea", "coffee", "milk", "cream", "butter"] as const;
export type Strength = (typeof STRENGTHS)[number];
/** Up to how many everyday washes each is. */
const UP_TO: Readonly<Record<Strength, number>> = { tea: 0.35, coffee: 0.7, milk: 1.2, cream: 2, butter: Infinity };
/** A load to mix for by a strength that is named. */
export const LOAD_OF: Readonly<Record<Strength, number>> = { tea: 0.25, coffee: 0.5, milk: 1, cream: 1.6, butter: 2.4 };
/** A strength as painters name it, from tea to butter. @param load in everyday washes */
export const strengthNamed = (load: number): Strength => STRENGTHS.find((name) => load < UP_TO[name]) ?? "butter";

/** How strong a mix is, in everyday washes of a pan. @param strengths one part of each paint, in those */
export const pigmentLoadOf = (mix: Mix, strengths: readonly number[]): number =>
  (mix.parts.reduce((sum, { paint, parts }) => sum + parts * (strengths[paint] ?? 1), 0) * WATER_PER_PART) / Math.max(0.01, mix.water);

/** The film of a mix, as thick as it is mixed. @param onePart one part of each paint of the shelf */
export function filmOfMix(mix: Mix, onePart: readonly Film[]): Film {
  const parts = mix.parts.flatMap(({ paint, parts: share }) => {
    const film = onePart[paint];
    return film ? [{ film, share }] : [];
  });
  const all = parts.reduce((sum, { share }) => sum + share, 0);
  return stronger(mixed(parts), (all * WATER_PER_PART) / Math.max(0.01, mix.water));
}

/** How thick a film has to lie to be as light as a colour, in everyday washes. */
export function loadLike(film: Film, [wanted]: Lab, paper: Spectrum = WHITE_PAPER): number {
  let [least, most]: [number, number] = [LOAD.least / 2, LOAD.most];
  for (let step = 0; step < 14; step += 1) {
    const middle = (least + most) / 2;
    if (labOf(over(film, paper, middle))[0] > wanted) least = middle;
    else most = middle;
  }
  return (least + most) / 2;
}

export const labOfMix = (mix: Mix, onePart: readonly Film[], paper: Spectrum = WHITE_PAPER): Lab => labOf(over(filmOfMix(mix, onePart), paper));
