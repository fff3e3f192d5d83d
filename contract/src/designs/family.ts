import { isColour, FAMILY_RULES, type Member, written } from "@yule/core";
import { z } from "zod";
import { id, name, unitsAboveZero } from "../common/envelope.ts";
import { idText, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

const side = z.enum(["left", "right"]);
const looking = z.enum(["left", "right", "ahead"]);
const word = text().trim().toLowerCase().min(1).max(40);
const YEARS = 120;
const ages = z
  .strictObject({ from: z.int().min(0).max(YEARS), to: z.int().min(0).max(YEARS) })
  .refine((span) => span.from <= span.to, { path: ["to"], message: written`an age not below the first` });
const familyRule = text().refine((rule) => FAMILY_RULES.some((each) => each.id === rule), { message: `one of ${FAMILY_RULES.map((each) => each.id).join(", ")}` });

/** The same fields without what is put in when they are left out: a change says only what changes. */
const changesOf = <Shape extends Record<string, z.ZodDefault<z.ZodType>>>(shape: Shape) =>
  z.strictObject(
    Object.fromEntries(Object.entries(shape).map(([key, field]) => [key, field.unwrap().optional()])) as { [Key in keyof Shape]: z.ZodOptional<ReturnType<Shape[Key]["unwrap"]>> },
  );

/** What can be told of a design as one of its family. Null is not told. */
export const traitsSchema = z.strictObject({
  light: side.nullable().default(null),
  highlight: side.nullable().default(null),
  looks: looking.nullable().default(null),
  line: unitsAboveZero.nullable().default(null).describe("width of the outline, 1/320 mm"),
  elements: z.int().min(1).max(99).nullable().default(null).describe("how many of the main thing are shown"),
  recurring: z.boolean().nullable().default(null).describe("carries the element that recurs in the series"),
  suits: z.array(word).max(20).default([]).describe("occasions it is for; none for any"),
  shows: z.array(word).max(20).default([]).describe("what is seen on it that somebody may not want"),
  ages: ages.nullable().default(null).describe("ages it is for; null for grown-ups"),
});
export type TraitsRead = z.output<typeof traitsSchema>;
/** One trait is changed beside another that was changed a moment ago, so no version is asked for. */
export const changeTraits = z.strictObject({ id, traits: changesOf(traitsSchema.shape) });

export const palettes = ["warm", "cool", "mixed"] as const;
/** What the maker wants of a series. */
export const tiesSchema = z.strictObject({
  alternate: z.boolean().default(false).describe("cards look one way and the other in turn"),
  recurring: text().trim().max(60).default("").describe("the element that recurs on every card"),
  off: z.array(familyRule).max(30).default([]).describe("rules the maker does not hold to"),
});
export type TiesRead = z.output<typeof tiesSchema>;
export const changeSeries = z.strictObject({ id, name: name.optional(), palette: z.enum(palettes).optional(), ties: changesOf(tiesSchema.shape).optional() });

const hex = text()
  .max(40)
  .refine(isColour, { message: written`a colour such as #3a5f8c` });
const mm = z.number().min(0).max(2000);

/** Input of `calc family`: the cards of a series in the order they hang, and who cards are wanted for. */
export const familyIn = z.strictObject({
  palette: z.enum(palettes).default("mixed"),
  alternate: z.boolean().default(false),
  recurring: text().max(60).default(""),
  off: z.array(familyRule).max(30).default([]),
  designs: z
    .array(
      z.strictObject({
        id: idText,
        name: text().max(120).default(""),
        colourways: z
          .array(z.strictObject({ id: idText, name: text().max(120).default(""), colours: z.array(hex).max(24) }))
          .max(24)
          .default([]),
        light: side.nullable().default(null),
        highlight: side.nullable().default(null),
        looks: looking.nullable().default(null),
        line: mm.nullable().default(null).describe("width of the outline, millimetres"),
        elements: z.int().min(1).max(99).nullable().default(null),
        lettering: text().max(60).nullable().default(null),
        border: text().max(60).nullable().default(null),
        margin: mm.nullable().default(null).describe("width of the border around the panel, millimetres"),
        recurring: z.boolean().nullable().default(null),
        size: z.strictObject({ width: mm, height: mm }).nullable().default(null),
        suits: z.array(word).max(20).default([]),
        shows: z.array(word).max(20).default([]),
        ages: ages.nullable().default(null),
        neutral: z.boolean().default(false),
      }),
    )
    .min(1)
    .max(200)
    .superRefine(uniqueIds("the designs")),
  wanted: z
    .array(
      z.strictObject({
        says: text().max(120),
        occasion: word.nullable().default(null),
        without: z.array(word).max(20).default([]),
        neutral: z.boolean().default(false),
        age: z.int().min(0).max(YEARS).nullable().default(null),
      }),
    )
    .max(500)
    .default([]),
});
export const membersOf = (input: z.output<typeof familyIn>): readonly Member[] =>
  input.designs.map((design) => ({ ...design, name: design.name === "" ? design.id : design.name }));

/** Output of `calc family`. */
export const familyOut = z.object({
  ties: z.array(z.object({ rule: text(), says: text() })),
  findings: z.array(z.object({ rule: text(), severity: z.enum(["breaks", "strays"]), design: text(), colourway: text().nullable(), says: text(), mend: text() })),
  distances: z.array(z.object({ a: text(), b: text(), distance: z.number() })),
  gaps: z.array(z.object({ says: text(), lacks: text(), nearest: text().nullable() })),
});
