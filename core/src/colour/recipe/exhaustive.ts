import { differenceOf } from "../difference.ts";
import { WHITE_PAPER } from "../layers.ts";
import { labOfHex } from "../light.ts";
import { LOAD, WATER_PER_PART } from "../mix.ts";
import { onePart, type ShelfPaint } from "../shelf.ts";
import { COMPOSITIONS } from "./compositions.ts";
import { mixerOf } from "./mixer.ts";

/**
 * The nearest that any mix of three comes, found by trying all: every set, every ratio, and the water that is best for each, stepped through
 * by a twelfth, then by halves around the best. What the search is measured against.
 * @returns CIEDE2000
 */
export function exhaustive(wanted: string, shelf: readonly ShelfPaint[]): number {
  const mixer = mixerOf(shelf.map(onePart), WHITE_PAPER);
  const lab = labOfHex(wanted);
  let best = Infinity;
  const tryAll = (ids: number[], parts: readonly number[]): void => {
    const total = parts.reduce((sum, each) => sum + each, 0);
    const [least, most] = [Math.ceil((2 * WATER_PER_PART * total) / LOAD.most), Math.floor((2 * WATER_PER_PART * total) / LOAD.least)];
    const away = (halves: number): number =>
      differenceOf(
        mixer.lab(
          ids,
          parts.map((each) => (each * 2 * WATER_PER_PART) / halves),
        ),
        lab,
      );
    let [near, low] = [least, Infinity];
    for (let halves = least; halves <= most; halves = Math.max(halves + 1, Math.floor(halves * 1.08))) if (away(halves) < low) [near, low] = [halves, away(halves)];
    if (low > best + 3) return;
    for (let halves = Math.max(least, Math.floor(near / 1.09)); halves <= Math.min(most, near * 1.09); halves += 1) best = Math.min(best, away(halves));
  };
  for (let a = 0; a < shelf.length; a += 1)
    for (let b = a + 1; b < shelf.length; b += 1) for (let c = b + 1; c < shelf.length; c += 1) for (const parts of COMPOSITIONS[3] ?? []) tryAll([a, b, c], parts);
  return best;
}
