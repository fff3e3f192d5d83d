import {
  colourOutOf,
  glazeIn,
  glazeOut,
  matsIn,
  matsOut,
  mixIn,
  mixOut,
  mixOutOf,
  mudIn,
  mudOut,
  mudOutOf,
  puddlesIn,
  puddlesOut,
  recipeIn,
  recipeOut,
  recipeOutOf,
  shelfOfInput,
  shelfOfMix,
} from "@yule/contract";
import {
  bestGlazeOrder,
  chooseRecipe,
  costOf,
  fail,
  filmOfMix,
  FORM_STRENGTH,
  glazeGrid,
  hexOf,
  hueName,
  labOfMix,
  lchOf,
  pigmentLoadOf,
  LOAD_OF,
  mixed,
  mudForecast,
  nudges,
  onePart,
  over,
  pigmentOf,
  puddle,
  rankMats,
  strengthNamed,
  succeed,
  waterFor,
  whileWet,
  WHITE_PAPER,
  whyBefore,
  worthBuying,
  hexOfXyz,
  xyzOfLab,
  type Recipe,
  type ShelfPaint,
} from "@yule/core";
import { command, type Command } from "./command.ts";

/** Commands of the colour domain. */
export const COLOUR_COMMANDS: Readonly<Record<string, Command>> = {
  mud: command(mudIn, mudOut, ({ pairs }) => {
    const filmOf = (names: readonly string[]) => mixed(names.flatMap((name) => pigmentOf(name) ?? []).map(({ film }) => ({ film, share: 1 })));
    return succeed({ pairs: pairs.map((pair) => mudOutOf(mudForecast(filmOf(pair.under), filmOf(pair.over), pair.how))) });
  }),
  mix: command(mixIn, mixOut, ({ paints, water: waterGiven }) => {
    const shelf = shelfOfMix(paints);
    const parts = paints.map((each, paint) => ({ paint, parts: each.parts }));
    const strengths = shelf.map((paint) => paint.strength);
    // Without water told, as much as makes an everyday wash.
    const water = waterGiven ?? pigmentLoadOf({ parts, water: 1 }, strengths);
    const mix = { parts, water };
    const dry = over(filmOfMix(mix, shelf.map(onePart)), WHITE_PAPER);
    const colour = lchOf(dry);
    return succeed({
      ...colourOutOf({ ...colour, hex: hexOf(dry) }),
      wet: hexOf(whileWet(dry)),
      strength: strengthNamed(pigmentLoadOf(mix, strengths)),
      water,
      hue: hueName(colour),
    });
  }),
  recipe: command(recipeIn, recipeOut, ({ wanted, paints, buy }) => {
    const shelf = shelfOfInput(paints);
    const choice = chooseRecipe(wanted, shelf);
    if (!choice) return fail({ code: "empty-shelf", path: ["paints"], given: ["none"], allowed: ["at least one paint"] });
    const { best, nearest, cheapest, reached } = choice;
    return succeed({
      best: said(best, shelf),
      nearest: nearest.map((recipe) => recipe && said(recipe, shelf)),
      cheapest: cheapest && said(cheapest.recipe, shelf),
      reached,
      nudges: nudges(best, shelf).map(({ nudge, paint, mix }) => ({
        nudge,
        add: paint === null ? (mix ? "water" : null) : (shelf[paint]?.name ?? null),
        mix: mix && mixOutOf(mix, shelf),
      })),
      buy: buy
        ? worthBuying(wanted, shelf, best.difference).map(({ pigment, difference }) => ({
            pigment: pigment.index,
            name: pigment.name,
            difference: Math.round(difference * 100) / 100,
          }))
        : [],
    });
  }),
  glaze: command(glazeIn, glazeOut, ({ paints, shapes, overlaps }) => {
    const shelf = shelfOfInput(paints);
    const at = (id: string): number => shapes.findIndex((shape) => shape.id === id);
    const films = shapes.flatMap(({ paint }) => shelf.find(({ name }) => name === paint)?.film ?? []);
    const order =
      shapes.length === 0
        ? null
        : bestGlazeOrder(
            films,
            overlaps.map(([a, b]) => [at(a), at(b)]),
          );
    const nameOf = (shape: number): string => shapes[shape]?.id ?? "";
    return succeed({
      grid: glazeGrid(shelf.map(({ film }) => film)).map((row) => row.map(({ hex, verdict, surprise }) => ({ hex, verdict, surprise }))),
      order: order && {
        passes: order.passes.map((pass) => pass.map(nameOf)),
        clean: order.clean,
        overlaps: order.overlaps.map(({ under, on, wet, gives }) => ({ under: nameOf(under), over: nameOf(on), wet, hex: gives.hex, verdict: gives.verdict })),
      },
    });
  }),
  puddles: command(puddlesIn, puddlesOut, ({ paints, panels, minutes, reserve, washLoad, warm, humid }) =>
    succeed({
      puddles: paints.map(({ name, area, strength, form, coats }) => ({
        name,
        ...rounded(
          puddle({
            area,
            panels,
            coats,
            minutes,
            form,
            reserve,
            room: { warm, humid },
            waterPerPart: waterFor(LOAD_OF[strength], FORM_STRENGTH[form]),
            ...(washLoad === undefined ? {} : { washLoad }),
          }),
        ),
      })),
    }),
  ),
  mats: command(matsIn, matsOut, ({ panel, mats }) => {
    const ranked = rankMats(
      panel,
      mats.map((mat) => ({ ...mat, name: mat.name ?? mat.id })),
    );
    const [first, second] = ranked;
    return succeed({
      mats: ranked.map(({ mat, score, says, seen }) => {
        const [daylight, lamplight] = seen.map(({ contrast, hue, lift }) => ({ contrast: Math.round(contrast * 10) / 10, hue, lift }));
        if (!daylight || !lamplight) throw new Error("a mat that was seen in no light");
        return { id: mat.id, score: Math.round(score * 1000) / 1000, says, daylight, lamplight };
      }),
      why: (first && second && whyBefore(first, second)) ?? "",
    });
  }),
};

function said(recipe: Recipe, shelf: readonly ShelfPaint[]) {
  const hex = hexOfXyz(xyzOfLab(labOfMix(recipe, shelf.map(onePart))));
  return recipeOutOf(recipe, shelf, {
    hex,
    strength: strengthNamed(
      pigmentLoadOf(
        recipe,
        shelf.map((paint) => paint.strength),
      ),
    ),
    costPerMl: costOf(recipe, shelf),
  });
}

const two = (value: number): number => Math.round(value * 100) / 100;
const rounded = ({ ml, paintMl, waterMl, counted, goes, thickened, lastsFor }: ReturnType<typeof puddle>) => ({
  ml,
  paintMl: two(paintMl),
  waterMl: two(waterMl),
  counted,
  goes: [...goes],
  thickened: two(thickened),
  lastsFor: Math.round(lastsFor),
});
