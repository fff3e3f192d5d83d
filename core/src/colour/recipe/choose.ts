import { JUST_NOTICED } from "../difference.ts";
import { onePart, PAINT_IN_PART, type ShelfPaint } from "../shelf.ts";
import { PIGMENTS, type Pigment } from "../pigments.ts";
import type { Spectrum } from "../light.ts";
import type { Recipe } from "./model.ts";
import { recipes } from "./recipes.ts";

export interface RecipeChoice {
  /** The nearest of one, two and three paints; null where the shelf has too few. */
  readonly nearest: readonly [Recipe | null, Recipe | null, Recipe | null];
  /** The nearest of all, of as few paints as do as well to the eye. */
  readonly best: Recipe;
  /** The cheapest that nobody tells from the best; null where no price is known for all that could be in it. */
  readonly cheapest: { readonly recipe: Recipe; readonly costPerMl: number } | null;
  /** Whether the shelf reaches the colour, so that the difference is not noticed. */
  readonly reached: boolean;
}

/** Chooses among all recipes of a shelf. @returns null for an empty shelf */
export function chooseRecipe(wanted: string, shelf: readonly ShelfPaint[], paper?: Spectrum): RecipeChoice | null {
  if (shelf.length === 0) return null;
  const found = recipes({ wanted, onePart: shelf.map(onePart), strengths: shelf.map((paint) => paint.strength), ...(paper ? { paper } : {}) });
  const nearest = found.map((each) => each[0] ?? null) as unknown as RecipeChoice["nearest"];
  const all = found.flat();
  const least = Math.min(...all.map((recipe) => recipe.difference));
  const good = Math.max(JUST_NOTICED, least + JUST_NOTICED / 2);
  const best = nearest.find((recipe) => recipe !== null && recipe.difference <= good) ?? nearest.find((recipe) => recipe !== null);
  if (!best) return null;
  const limit = Math.max(JUST_NOTICED, best.difference + JUST_NOTICED);
  const priced = all.flatMap((recipe) => {
    const costPerMl = recipe.difference <= limit ? costOf(recipe, shelf) : null;
    return costPerMl === null ? [] : [{ recipe, costPerMl }];
  });
  const cheapest = priced.reduce<RecipeChoice["cheapest"]>((low, each) => (low === null || each.costPerMl < low.costPerMl ? each : low), null);
  return { nearest, best, cheapest, reached: least <= JUST_NOTICED };
}

/** Minor units for one millilitre of a mix as it is painted; null where a price is not known. */
export function costOf(recipe: Recipe, shelf: readonly ShelfPaint[]): number | null {
  let [cost, parts] = [0, recipe.water];
  for (const part of recipe.parts) {
    const paint = shelf[part.paint];
    if (!paint || paint.costPerMl === null) return null;
    cost += paint.costPerMl * PAINT_IN_PART[paint.form] * part.parts;
    parts += part.parts;
  }
  return cost / parts;
}

/** How much nearer a paint has to bring a colour to be worth buying for it. */
const WORTH_BUYING = 1.5;

export interface WorthBuying {
  readonly pigment: Pigment;
  readonly difference: number;
  /** Its recipe with paints of the shelf; the bought one stands last, at the index of the shelf's length. */
  readonly recipe: Recipe;
}

/** Pigments of the table that would bring the shelf nearer to a colour, the one that helps most first. @param from how near the shelf comes by itself */
export function worthBuying(wanted: string, shelf: readonly ShelfPaint[], from: number, most = 3, paper?: Spectrum): readonly WorthBuying[] {
  const there = new Set(shelf.flatMap((paint) => (paint.pigments.length === 1 ? paint.pigments : [])).map((index) => index.toUpperCase()));
  const tried = PIGMENTS.filter((pigment) => !there.has(pigment.index.toUpperCase()) && !pigment.metallic);
  const films = shelf.map(onePart);
  const mixWith = (pigment: Pigment, climbs: boolean): WorthBuying | null => {
    const [one, two] = recipes({
      wanted,
      onePart: [...films, pigment.film],
      strengths: [...shelf.map((paint) => paint.strength), 1],
      with: shelf.length,
      most: 2,
      climbs,
      ...(paper ? { paper } : {}),
    });
    const recipe = [...one.slice(0, 1), ...two.slice(0, 1)].reduce<Recipe | null>((best, each) => (best === null || each.difference < best.difference ? each : best), null);
    return recipe && { pigment, difference: recipe.difference, recipe };
  };
  // All are looked at once; only the few that promise most are worked out.
  const near = (a: WorthBuying, b: WorthBuying): number => a.difference - b.difference;
  return tried
    .flatMap((pigment) => mixWith(pigment, false) ?? [])
    .sort(near)
    .slice(0, 2 * most)
    .flatMap(({ pigment }) => mixWith(pigment, true) ?? [])
    .filter(({ difference }) => difference < from - WORTH_BUYING)
    .sort(near)
    .slice(0, most);
}
