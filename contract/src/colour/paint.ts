import { COVERINGS, FORMS, nearPigments, phrase, pigmentOf, type PaintTold, written } from "@yule/core";
import { z } from "zod";
import { id, name, version } from "../common/envelope.ts";
import { text } from "../common/text.ts";

/** A figure of an answer at so many places. */
export const rounded = (value: number, places: number): number => Math.round(value * 10 ** places) / 10 ** places;

const nearest = (index: string) => phrase`a pigment of the table, such as ${nearPigments(index).join(", ")}`;

export const hexField = text().regex(/^#[0-9a-f]{6}$/i, { message: written`a colour such as #3a5f8c` });

/** A pigment by its colour index name; near names are offered where it is not in the table. */
export const pigmentField = text()
  .max(20)
  .superRefine((index, context) => {
    if (!pigmentOf(index)) context.addIssue({ code: "custom", message: "a pigment of the table", params: { allowed: nearest(index) } });
  });

const facts = {
  name,
  pigments: z.array(text().trim().min(1).max(20)).max(8).describe("colour index names, such as PB29"),
  form: z.enum(FORMS),
  strength: z.number().min(0.1).max(20).nullable().default(null).describe("one part as it comes beside one part from a pan; by its form where it is null"),
  covering: z.enum(COVERINGS).nullable().default(null),
  stains: z.boolean().nullable().default(null),
  granulates: z.boolean().nullable().default(null),
  lightfast: z.int().min(1).max(8).nullable().default(null).describe("blue wool steps, 8 the most lasting"),
  metallic: z.boolean().nullable().default(null),
  chart: hexField.nullable().default(null).describe("its everyday wash on the maker's own chart"),
  ml: z.number().min(0.1).max(5000).nullable().default(null).describe("how much there is in one, for its price"),
  costMinor: z.int().min(0).max(10_000_000).nullable().default(null),
};

/** Pigments that are not in the table are told at the place where they stand, unless a chart tells how the paint looks. */
function knownOrCharted(paint: { readonly pigments: readonly string[]; readonly chart: string | null }, context: z.RefinementCtx): void {
  if (paint.chart) return;
  if (paint.pigments.length === 0) context.addIssue({ code: "custom", path: ["pigments"], message: written`at least one pigment, such as PB29, or a colour from your own chart` });
  paint.pigments.forEach((index, at) => {
    if (!pigmentOf(index)) context.addIssue({ code: "custom", path: ["pigments", at], message: "a pigment of the table", params: { allowed: nearest(index) } });
  });
}

export const addPaint = z
  .strictObject({ id, ...facts, left: z.number().min(0).max(5000).nullable().default(null).describe("ml that are left; one that is full where it is null") })
  .superRefine(knownOrCharted);
export const changePaint = z.strictObject({ id, version, ...facts }).superRefine(knownOrCharted);
/** A paint that is used up leaves the shelf; what was painted with it still names it. */
export const shelvePaint = z.strictObject({ id, version, gone: z.boolean() });

export interface PaintRead extends Omit<z.output<typeof addPaint>, "left"> {
  readonly version: number;
  readonly gone: boolean;
}
export interface ColourRead {
  readonly paints: readonly PaintRead[];
}

/** A paint of the shelf as the model takes it. */
export const paintTold = ({ costMinor, ml, ...paint }: Omit<PaintRead, "version" | "gone">): PaintTold => ({
  ...paint,
  costPerMl: costMinor !== null && ml !== null ? costMinor / ml : null,
});

/** Two paints of a design that meet, by their places in its colourways. */
export const touches = ["wet", "glazed", "apart"] as const;
const touch = z
  .strictObject({ a: z.int().min(0).max(11), b: z.int().min(0).max(11), how: z.enum(touches) })
  .refine(({ a, b }) => a < b, { message: written`the earlier paint first, and two different ones` });
export const markTouches = z.strictObject({ id, version, touches: z.array(touch).max(66).nullable().describe("null leaves it to the picture and the route") });
export type TouchRead = z.output<typeof touch>;
