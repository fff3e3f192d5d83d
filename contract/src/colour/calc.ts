import { FORMS, MOST_SHAPES, shelfPaint, STRENGTHS, type Mix, type Recipe, type ShelfPaint } from "@yule/core";
import { z } from "zod";
import { hexField, pigmentField, rounded as round } from "./paint.ts";
import { text } from "../common/text.ts";

const paintName = text().min(1).max(120);
/** A paint as the command line tells it: pigments of the table are enough. */
const paintIn = z.strictObject({
  name: paintName,
  pigments: z.array(pigmentField).min(1).max(8),
  form: z.enum(FORMS).default("pan"),
  chart: hexField.nullable().default(null),
  costPerMl: z.number().min(0).max(1_000_000).nullable().default(null).describe("minor units for one millilitre"),
});
const MOST_PAINTS = 64;
const shelfIn = z
  .array(paintIn)
  .min(1)
  .max(MOST_PAINTS)
  .superRefine((paints, context) => {
    const seen = new Set<string>();
    paints.forEach(({ name }, index) => {
      if (seen.has(name)) context.addIssue({ code: "custom", path: [index, "name"], message: "a name that no other of paints has" });
      seen.add(name);
    });
  });

/** The shelf of an input, in its order. Its pigments were checked when it was read. */
export const shelfOfInput = (paints: z.output<typeof shelfIn>): readonly ShelfPaint[] =>
  paints.flatMap((input) => {
    const made = shelfPaint({ ...input, id: input.name });
    return made.ok ? [made.value] : [];
  });

const colourOut = z.object({ hex: text(), L: z.number(), C: z.number(), h: z.number() });
const parts = z.array(z.object({ paint: text(), parts: z.number() }));
export const colourOutOf = (colour: z.input<typeof colourOut>): z.input<typeof colourOut> => ({
  hex: colour.hex,
  L: round(colour.L, 1),
  C: round(colour.C, 1),
  h: round(colour.h, 1),
});

/** Input of `calc mix`. */
export const mixIn = z.strictObject({
  paints: z
    .array(z.strictObject({ ...paintIn.shape, parts: z.number().gt(0).max(1000) }))
    .min(1)
    .max(8),
  water: z.number().gt(0).max(10_000).nullable().default(null).describe("parts; null for an everyday wash"),
});
export const mixOut = z.object({ ...colourOut.shape, wet: text(), strength: z.enum(STRENGTHS), water: z.number(), hue: text() });
export const shelfOfMix = (paints: z.output<typeof mixIn>["paints"]): readonly ShelfPaint[] =>
  shelfOfInput(paints.map(({ parts: _, ...paint }, index) => ({ ...paint, name: `${paint.name} ${String(index)}` })));

/** Input of `calc recipe`. */
export const recipeIn = z.strictObject({ wanted: hexField, paints: shelfIn, buy: z.boolean().default(false).describe("also says which pigments would bring it nearer") });
const recipeShape = z.object({ parts, water: z.number(), strength: z.enum(STRENGTHS), hex: text(), difference: z.number(), costPerMl: z.number().nullable() });
export const recipeOut = z.object({
  best: recipeShape,
  nearest: z.array(recipeShape.nullable()).describe("of one, two and three paints"),
  cheapest: recipeShape.nullable().describe("that nobody tells from the best; null where a price is missing"),
  reached: z.boolean().describe("whether the difference is not noticed"),
  nudges: z.array(z.object({ nudge: text(), add: text().nullable(), mix: z.object({ parts, water: z.number() }).nullable() })),
  buy: z.array(z.object({ pigment: text(), name: text(), difference: z.number() })),
});
export const recipeOutOf = (
  recipe: Recipe,
  shelf: readonly ShelfPaint[],
  said: { readonly hex: string; readonly strength: (typeof STRENGTHS)[number]; readonly costPerMl: number | null },
): z.input<typeof recipeShape> => ({
  ...mixOutOf(recipe, shelf),
  strength: said.strength,
  hex: said.hex,
  difference: round(recipe.difference, 2),
  costPerMl: said.costPerMl === null ? null : round(said.costPerMl, 2),
});
export const mixOutOf = (mix: Mix, shelf: readonly ShelfPaint[]): { parts: { paint: string; parts: number }[]; water: number } => ({
  parts: mix.parts.map((part) => ({ paint: shelf[part.paint]?.name ?? "", parts: part.parts })),
  water: mix.water,
});

/** Input of `calc glaze`: a grid of every paint over every other, and, with shapes, the order to paint them in. */
export const glazeIn = z
  .strictObject({
    paints: shelfIn,
    shapes: z
      .array(z.strictObject({ id: text().min(1).max(120), paint: paintName }))
      .max(MOST_SHAPES)
      .default([]),
    overlaps: z
      .array(z.tuple([text(), text()]))
      .max(66)
      .default([]),
  })
  .superRefine(({ paints, shapes, overlaps }, context) => {
    const names = paints.map(({ name }) => name);
    shapes.forEach(({ paint }, index) => {
      if (!names.includes(paint)) context.addIssue({ code: "custom", path: ["shapes", index, "paint"], message: `one of ${names.join(", ")}` });
    });
    const ids = shapes.map(({ id }) => id);
    if (new Set(ids).size < ids.length) context.addIssue({ code: "custom", path: ["shapes"], message: "an id of its own for each shape" });
    overlaps.forEach(([a, b], index) => {
      if (a === b || !ids.includes(a) || !ids.includes(b)) context.addIssue({ code: "custom", path: ["overlaps", index], message: `two different shapes of ${ids.join(", ")}` });
    });
  });
const verdict = z.enum(["clean", "dull", "mud"]);
export const glazeOut = z.object({
  grid: z.array(z.array(z.object({ hex: text(), verdict, surprise: text().nullable() }))).describe("rows by the paint below, cells by the paint on top"),
  order: z
    .object({
      passes: z.array(z.array(text())),
      clean: z.number(),
      overlaps: z.array(z.object({ under: text(), over: text(), wet: z.boolean(), hex: text(), verdict })),
    })
    .nullable(),
});

/** Input of `calc puddles`. */
export const puddlesIn = z.strictObject({
  paints: z
    .array(
      z.strictObject({
        name: paintName,
        area: z.number().gt(0).max(10_000_000).describe("painted on one panel, mm2"),
        strength: z.enum(STRENGTHS).default("milk"),
        form: z.enum(FORMS).default("pan"),
        coats: z.int().min(1).max(10).default(1),
      }),
    )
    .min(1)
    .max(MOST_PAINTS),
  panels: z.int().min(1).max(10_000),
  minutes: z.number().min(0).max(20_160).describe("from the first panel to the last"),
  reserve: z.number().min(0).max(3).default(0.25).describe("share mixed on top"),
  washLoad: z.number().gt(0).max(1).optional().describe("ml that a square centimetre takes up"),
  warm: z.number().min(0).max(45).default(20).describe("degrees Celsius"),
  humid: z.number().min(0).max(0.99).default(0.5).describe("relative humidity, 0 to 1"),
});
export const puddlesOut = z.object({
  puddles: z.array(
    z.object({
      name: text(),
      ml: z.number(),
      paintMl: z.number(),
      waterMl: z.number(),
      counted: z.object({ unit: text(), many: z.number() }),
      goes: z.array(z.number()),
      thickened: z.number(),
      lastsFor: z.number(),
    }),
  ),
});

/** Input of `calc mats`. */
export const matsIn = z.strictObject({
  panel: z.strictObject({
    colours: z
      .array(z.strictObject({ hex: hexField, share: z.number().min(0).max(1) }))
      .min(1)
      .max(40),
    edge: hexField,
  }),
  mats: z
    .array(z.strictObject({ id: text().min(1).max(120), name: text().max(120).optional(), hex: hexField, metallic: z.boolean().default(false) }))
    .min(1)
    .max(200),
});
export const matsOut = z.object({
  mats: z.array(
    z.object({
      id: text(),
      score: z.number(),
      says: text(),
      daylight: z.object({ contrast: z.number(), hue: text(), lift: text() }),
      lamplight: z.object({ contrast: z.number(), hue: text(), lift: text() }),
    }),
  ),
  why: text(),
});
