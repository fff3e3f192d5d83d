import { over, WHITE_PAPER } from "../layers.ts";
import { labOf, type Lab } from "../light.ts";
import { differenceOf } from "../difference.ts";
import { mudForecast, type MudForecast, type Touch } from "../mud.ts";
import type { ShelfPaint } from "../shelf.ts";
import { hasTemperature, type Temperature } from "./smallest.ts";

export interface Meet {
  readonly a: number;
  readonly b: number;
  readonly how: Touch;
}

export interface Colourway {
  /** For each paint of the design the paint of the shelf in its place. */
  readonly paints: readonly number[];
  readonly temperature: Temperature;
  /** Largest change of lightness of one of them, and whether light and dark keep their order. */
  readonly lightness: number;
  readonly inOrder: boolean;
  readonly meets: readonly { readonly meet: Meet; readonly gives: MudForecast }[];
}

const CANDIDATES = 9;
const BEAM = 120;
const [MUD, DULL, OUT_OF_ORDER, SAME] = [60, 9, 25, 18];
/** Lightnesses nearer than this need keep no order. */
const TIE = 3;
/** Colourways nearer to each other than this on the mean look alike. */
const APART = 16;

/**
 * Palettes swapped over a design: other paints of the shelf in the place of its own, so that what was light stays light and what was dark
 * stays dark, each meeting is checked for mud, and the colourways differ from the design and from each other. Beam search over the paints in turn.
 * @param own films of the design's paints @param meets which of them touch wet or are glazed @param many colourways wanted
 */
export function swappedColourways(
  own: readonly ShelfPaint["film"][],
  meets: readonly Meet[],
  shelf: readonly ShelfPaint[],
  many: number,
  temperature: Temperature = "mixed",
): readonly Colourway[] {
  const labs = shelf.map((paint) => labOf(over(paint.film, WHITE_PAPER)));
  const ownLabs = own.map((film) => labOf(over(film, WHITE_PAPER)));
  const open = shelf.flatMap((paint, index) => (!paint.metallic && (temperature === "mixed" || hasTemperature(paint, temperature)) ? [index] : []));
  const candidates = ownLabs.map((lab) => [...open].sort((a, b) => Math.abs((labs[a]?.[0] ?? 0) - lab[0]) - Math.abs((labs[b]?.[0] ?? 0) - lab[0])).slice(0, CANDIDATES));
  const forecast = memo((a: number, b: number, how: Touch) => mudForecast(filmAt(shelf, a), filmAt(shelf, b), how));
  let beam: { readonly paints: readonly number[]; readonly cost: number }[] = [{ paints: [], cost: 0 }];
  own.forEach((_, place) => {
    const grown = beam.flatMap(({ paints, cost }) =>
      (candidates[place] ?? []).filter((paint) => !paints.includes(paint)).map((paint) => ({ paints: [...paints, paint], cost: cost + costOfAdding(paint, place, paints) })),
    );
    beam = grown.sort((a, b) => a.cost - b.cost).slice(0, BEAM);
  });
  function costOfAdding(paint: number, place: number, paints: readonly number[]): number {
    const [lab, before] = [labs[paint], ownLabs[place]];
    if (!lab || !before) return Infinity;
    let cost = Math.abs(lab[0] - before[0]) + Math.max(0, SAME - differenceOf(lab, before));
    paints.forEach((other, at) => {
      if (swapsOrder(before, ownLabs[at], lab, labs[other])) cost += OUT_OF_ORDER;
    });
    for (const { a, b, how } of meets) {
      if (Math.max(a, b) !== place) continue;
      const [first, second] = [a === place ? paint : (paints[a] ?? paint), b === place ? paint : (paints[b] ?? paint)];
      const { verdict } = forecast(first, second, how);
      cost += verdict === "mud" ? MUD : verdict === "dull" ? DULL : 0;
    }
    return cost;
  }
  const kept: (readonly number[])[] = [];
  for (const { paints } of beam) {
    if (kept.length >= many || paints.length < own.length) break;
    const isApart = kept.every((other) => mean(paints.map((paint, place) => differenceOf(labs[paint] ?? [0, 0, 0], labs[other[place] ?? 0] ?? [0, 0, 0]))) >= APART);
    if (isApart) kept.push(paints);
  }
  return kept.map((paints) => ({
    paints,
    temperature,
    lightness: Math.max(0, ...paints.map((paint, place) => Math.abs((labs[paint]?.[0] ?? 0) - (ownLabs[place]?.[0] ?? 0)))),
    inOrder: !paints.some((paint, place) => paints.slice(0, place).some((other, at) => swapsOrder(ownLabs[place], ownLabs[at], labs[paint], labs[other]))),
    meets: meets.map((meet) => ({ meet, gives: forecast(paints[meet.a] ?? 0, paints[meet.b] ?? 0, meet.how) })),
  }));
}

const swapsOrder = (a?: Lab, b?: Lab, newA?: Lab, newB?: Lab): boolean =>
  a !== undefined && b !== undefined && newA !== undefined && newB !== undefined && Math.abs(a[0] - b[0]) > TIE && (a[0] - b[0]) * (newA[0] - newB[0]) < 0;
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

function filmAt(shelf: readonly ShelfPaint[], index: number): ShelfPaint["film"] {
  const paint = shelf[index];
  if (!paint) throw new Error("a paint that is not on the shelf");
  return paint.film;
}

function memo(of: (a: number, b: number, how: Touch) => MudForecast): (a: number, b: number, how: Touch) => MudForecast {
  const known = new Map<string, MudForecast>();
  return (a, b, how) => {
    const key = `${String(a)} ${String(b)} ${how}`;
    const found = known.get(key) ?? of(a, b, how);
    known.set(key, found);
    return found;
  };
}
