import { differenceOf } from "../difference.ts";
import { WHITE_PAPER } from "../layers.ts";
import { labOfHex } from "../light.ts";
import { LOAD, WATER_PER_PART } from "../mix.ts";
import { onePart, type ShelfPaint } from "../shelf.ts";
import { COMPOSITIONS } from "./compositions.ts";
import { mixerOf, waysTo } from "./mixer.ts";

/** Steps of water on the way through, and how far off a rough look may be. */
const STEP = 1.25;
const ROUGH = 2.5;

/**
 * The nearest that any mix of three comes, found by trying all: every set, every ratio, and the water for each, first roughly by quarters,
 * then by halves of a part around the best wherever that could still win. What the search is measured against.
 * @returns CIEDE2000
 */
export function exhaustive(wanted: string, shelf: readonly ShelfPaint[]): number {
  const films = shelf.map(onePart);
  const [rough, exact] = [mixerOf(films, WHITE_PAPER, 2), mixerOf(films, WHITE_PAPER)];
  const lab = labOfHex(wanted);
  const ways = waysTo(lab);
  let best = Infinity;
  const tryAll = (ids: number[], parts: readonly number[]): void => {
    const total = parts.reduce((sum, each, index) => sum + each * (shelf[ids[index] ?? 0]?.strength ?? 1), 0);
    const [least, most] = [Math.ceil((2 * WATER_PER_PART * total) / LOAD.most), Math.floor((2 * WATER_PER_PART * total) / LOAD.least)];
    const amounts = (halves: number): number[] => parts.map((each) => (each * 2 * WATER_PER_PART) / halves);
    let [near, low] = [least, Infinity];
    for (let halves = least; halves <= most; halves = Math.max(halves + 1, Math.floor(halves * STEP))) {
      const away = Math.hypot(...ways(rough.lab(ids, amounts(halves))));
      if (away < low) [near, low] = [halves, away];
    }
    // Between two steps the colour may come nearer by about what one step moves it.
    if (low > 1.4 * best + ROUGH) return;
    const by = Math.max(1, Math.round(near * 0.02));
    for (let halves = Math.max(least, Math.floor(near / STEP)); halves <= Math.min(most, near * STEP); halves += by)
      best = Math.min(best, differenceOf(exact.lab(ids, amounts(halves)), lab));
  };
  for (let a = 0; a < shelf.length; a += 1)
    for (let b = a + 1; b < shelf.length; b += 1) for (let c = b + 1; c < shelf.length; c += 1) for (const parts of COMPOSITIONS[3] ?? []) tryAll([a, b, c], parts);
  return best;
}
