import { gcd } from "../../search/search.ts";
import { MOST_PARTS, WATER_PER_PART } from "../mix.ts";
import type { Glance, Reckon } from "./reckon.ts";
import type { Recipe } from "./model.ts";

interface Climbing {
  readonly reckon: Reckon;
  readonly glance: Glance;
  readonly paints: number;
  readonly with: number | undefined;
}

/** Nearer than this nobody sees what a climb would still gain. */
const NEAR_ENOUGH = 0.35;
const CLIMBERS = 14;
const MOST_STEPS = 10;

/** What is tried next: a set of paints with its parts, and the amount of one part to begin with. */
type Trial = readonly [ids: readonly number[], parts: readonly number[], each: number];

/**
 * Improves the best recipes one change at a time, a part more or less or another paint in its place, as long as it helps.
 * @param before recipes with one paint fewer, whose best are also tried with one part of each other paint
 */
export function climb(found: readonly Recipe[], before: readonly Recipe[], count: number, climbing: Climbing): readonly Recipe[] {
  const all = new Map(found.map((recipe) => [keyOf(recipe), recipe]));
  const keep = (recipe: Recipe): void => {
    const same = all.get(keyOf(recipe));
    if (!same || recipe.difference < same.difference) all.set(keyOf(recipe), recipe);
  };
  const sorted = (): Recipe[] => [...all.values()].sort((a, b) => a.difference - b.difference);
  const isNear = (): boolean => (sorted()[0]?.difference ?? Infinity) <= NEAR_ENOUGH;
  if (!isNear()) for (const recipe of before.slice(0, CLIMBERS)) for (const trial of promisingOf([...withOneMore(recipe, climbing)], climbing)) keep(climbing.reckon(...trial));
  for (const start of isNear() ? [] : spread(sorted())) {
    let at = start;
    for (let step = 0; step < MOST_STEPS; step += 1) {
      const next = promisingOf(changes(at, count, climbing), climbing)
        .map((trial) => climbing.reckon(...trial))
        .reduce((best, recipe) => (recipe.difference < best.difference ? recipe : best), at);
      if (next === at) break;
      keep(next);
      at = next;
    }
  }
  return sorted();
}

/** Of all that could be tried what a glance finds nearest. */
const RECKONED_OF_TRIALS = 12;
function promisingOf(trials: readonly Trial[], { glance }: Climbing): readonly Trial[] {
  if (trials.length <= RECKONED_OF_TRIALS) return trials;
  return trials
    .map((trial) => ({ trial, near: glance(...trial) }))
    .sort((a, b) => a.near - b.near)
    .slice(0, RECKONED_OF_TRIALS)
    .map(({ trial }) => trial);
}

const keyOf = (recipe: Recipe): string => recipe.parts.map(({ paint, parts }) => `${String(paint)}:${String(parts)}`).join(" ");

/** The best, each of another set of paints. */
function spread(recipes: readonly Recipe[]): readonly Recipe[] {
  const seen = new Set<string>();
  return recipes
    .filter(({ parts }) => {
      const set = parts.map(({ paint }) => paint).join(" ");
      return seen.has(set) ? false : seen.add(set);
    })
    .slice(0, CLIMBERS);
}

function* withOneMore({ parts, water }: Recipe, { paints, with: must }: Climbing): Generator<Trial> {
  for (let paint = 0; paint < paints; paint += 1) {
    if (parts.some((each) => each.paint === paint) || parts.reduce((sum, each) => sum + each.parts, 0) >= MOST_PARTS) continue;
    if (must !== undefined && paint !== must && !parts.some((each) => each.paint === must)) continue;
    yield inOrder([...parts, { paint, parts: 1 }], WATER_PER_PART / water);
  }
}

function changes({ parts, water }: Recipe, count: number, { paints, with: must }: Climbing): Trial[] {
  const each = WATER_PER_PART / water;
  const total = parts.reduce((sum, part) => sum + part.parts, 0);
  const trials: Trial[] = [];
  parts.forEach((part, index) => {
    const others = (change: { paint: number; parts: number }) => parts.map((other, at) => (at === index ? change : other));
    if (total < MOST_PARTS) trials.push(inOrder(others({ ...part, parts: part.parts + 1 }), each));
    if (part.parts > 1) trials.push(inOrder(others({ ...part, parts: part.parts - 1 }), each));
    for (let from = 0; from < count; from += 1) {
      const giver = parts[from];
      if (from === index || !giver || giver.parts < 2) continue;
      trials.push(
        inOrder(
          parts.map((other, at) => ({ ...other, parts: other.parts + (at === index ? 1 : at === from ? -1 : 0) })),
          each,
        ),
      );
    }
    if (part.paint === must) return;
    for (let paint = 0; paint < paints; paint += 1) if (!parts.some((other) => other.paint === paint)) trials.push(inOrder(others({ ...part, paint }), each));
  });
  // 2 : 4 is 1 : 2, and that is tried already.
  return trials.filter(([, shares]) => shares.reduce(gcd, 0) === 1);
}

function inOrder(parts: readonly { readonly paint: number; readonly parts: number }[], each: number): Trial {
  const sorted = [...parts].sort((a, b) => a.paint - b.paint);
  return [sorted.map(({ paint }) => paint), sorted.map((part) => part.parts), each];
}
