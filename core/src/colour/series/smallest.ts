import { lchOf } from "../light.ts";
import { over, WHITE_PAPER } from "../layers.ts";
import type { Mix } from "../mix.ts";
import { recipesWithin } from "../recipe/recipes.ts";
import { onePart, type ShelfPaint } from "../shelf.ts";

export const TEMPERATURES = ["warm", "cool", "mixed"] as const;
export type Temperature = (typeof TEMPERATURES)[number];

/** A wash passes for a wanted colour of a series when it differs by no more: the family reads as one, side by side a little is seen. */
export const NEAR_ENOUGH = 4;

export interface SmallestPalette {
  /** Places in the shelf. */
  readonly paints: readonly number[];
  /** For each wanted colour how it is mixed from these, and how near; null where no mix of the shelf comes near enough. */
  readonly mixes: readonly ({ readonly mix: Mix; readonly difference: number } | null)[];
  /** No smaller set of the shelf does it. */
  readonly proven: boolean;
}

/** A set of paints as bits, the first 32 and the rest. */
interface Bits {
  readonly low: number;
  readonly high: number;
}
const NOTHING: Bits = { low: 0, high: 0 };
const bitsOf = (paints: readonly number[]): Bits =>
  paints.reduce((bits, paint) => (paint < 32 ? { ...bits, low: bits.low | (1 << paint) } : { ...bits, high: bits.high | (1 << (paint - 32)) }), NOTHING);
const has = ({ low, high }: Bits, paint: number): boolean => ((paint < 32 ? low >>> paint : high >>> (paint - 32)) & 1) === 1;
const without = (set: Bits, other: Bits): Bits => ({ low: set.low & ~other.low, high: set.high & ~other.high });
const union = (set: Bits, other: Bits): Bits => ({ low: set.low | other.low, high: set.high | other.high });
const lies = (set: Bits, inside: Bits): boolean => (set.low & ~inside.low) === 0 && (set.high & ~inside.high) === 0;
const popcount = (word: number): number => {
  let bits = word - ((word >>> 1) & 0x55555555);
  bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
  return (((bits + (bits >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
};
const many = ({ low, high }: Bits): number => popcount(low) + popcount(high);

/** A way to one colour: a set of paints and its best mix. */
interface Way {
  readonly set: Bits;
  readonly mix: Mix;
  readonly difference: number;
}

/** Paints that are searched; a shelf with more keeps its first. */
export const MOST_SEARCHED = 64;
const MOST_STEPS = 20_000;

/**
 * The smallest set of paints from which every colour of a series can be mixed. Each colour has its ways, the sets of one to three paints that
 * come near enough; the smallest union is searched by branching on the colour with the fewest ways left, deeper by one paint at a time
 * (iterative deepening, Korf 1985), so that the first answer is the smallest.
 * @param temperature keeps to warm or to cool paints; neutrals go with both
 */
export function smallestPalette(wanted: readonly string[], shelf: readonly ShelfPaint[], temperature: Temperature = "mixed", tolerance = NEAR_ENOUGH): SmallestPalette {
  const allowed = shelf
    .map((paint, index) => ({ paint, index }))
    .filter(({ paint }) => !paint.metallic && (temperature === "mixed" || hasTemperature(paint, temperature)))
    .slice(0, MOST_SEARCHED);
  const onePartOf = allowed.map(({ paint }) => onePart(paint));
  const strengths = allowed.map(({ paint }) => paint.strength);
  const ways = wanted.map((hex): readonly Way[] =>
    allowed.length === 0
      ? []
      : recipesWithin({ wanted: hex, onePart: onePartOf, strengths }, tolerance).map(({ parts, water, difference }) => ({
          set: bitsOf(parts.map(({ paint }) => paint)),
          mix: { parts, water },
          difference,
        })),
  );
  const found = smallestUnion(
    ways.filter((each) => each.length > 0).map((each) => leastSets(each.map(({ set }) => set))),
    allowed.length,
  );
  const inShelf = (mix: Mix): Mix => ({ ...mix, parts: mix.parts.map((part) => ({ ...part, paint: allowed[part.paint]?.index ?? 0 })) });
  const mixes = ways.map((each) => {
    const [best] = each.filter(({ set }) => lies(set, found.set)).sort((a, b) => a.difference - b.difference);
    return best ? { mix: inShelf(best.mix), difference: best.difference } : null;
  });
  return { paints: allowed.flatMap(({ index }, at) => (has(found.set, at) ? [index] : [])), mixes, proven: found.proven && shelf.length <= MOST_SEARCHED };
}

/** A set that holds another one is never needed for the smallest. */
function leastSets(sets: readonly Bits[]): readonly Bits[] {
  const kept: Bits[] = [];
  for (const set of [...sets].sort((a, b) => many(a) - many(b))) if (!kept.some((other) => lies(other, set))) kept.push(set);
  return kept;
}

/** The smallest union that holds one set of every list. */
function smallestUnion(lists: readonly (readonly Bits[])[], paints: number): { readonly set: Bits; readonly proven: boolean } {
  let steps = 0;
  const go = (chosen: Bits, left: number): Bits | null => {
    if ((steps += 1) > MOST_STEPS) return null;
    let fewest: readonly Bits[] | null = null;
    for (const list of lists) {
      if (list.some((set) => lies(set, chosen))) continue;
      const open = list.map((set) => without(set, chosen)).filter((more) => many(more) <= left);
      if (open.length === 0) return null;
      if (!fewest || open.length < fewest.length) fewest = open;
    }
    if (!fewest) return chosen;
    for (const more of leastSets(fewest)) {
      const found = go(union(chosen, more), left - many(more));
      if (found) return found;
    }
    return null;
  };
  for (let size = 0; size <= paints; size += 1) {
    const found = go(NOTHING, size);
    if (found) return { set: found, proven: true };
    if (steps > MOST_STEPS) break;
  }
  // Out of steps: one colour after the other by what adds the fewest paints.
  const greedy = lists.reduce((chosen, list) => union(chosen, [...list].sort((a, b) => many(without(a, chosen)) - many(without(b, chosen)))[0] ?? NOTHING), NOTHING);
  return { set: greedy, proven: false };
}

const NEUTRAL = 16;
/** Warm from magenta red over yellow to yellow green, cool the rest; neutrals and earths near grey belong to both. */
export function hasTemperature(paint: Pick<ShelfPaint, "film">, temperature: "warm" | "cool"): boolean {
  const { C, h } = lchOf(over(paint.film, WHITE_PAPER));
  return C < NEUTRAL || (h < 115 || h >= 340) === (temperature === "warm");
}
