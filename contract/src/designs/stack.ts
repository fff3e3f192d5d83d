import { phraseText } from "../common/faultLine.ts";
import { toMm, type Length, type Stack, type StackGeometry } from "@yule/core";
import { z } from "zod";
import { name, units, unitsAboveZero } from "../common/envelope.ts";
import { mmAboveZero, mmField, toLength } from "../common/fields.ts";
import { text } from "../common/text.ts";

export const folds = ["left", "right", "top", "bottom", "none"] as const;
export const cardOutlines = ["rectangle", "circle", "arch"] as const;
export const outlines = ["rectangle", "circle", "oval", "arch"] as const;
export const edges = ["cut", "torn"] as const;
export const layerKinds = ["mat", "panel", "strip"] as const;
export const grains = ["upright", "across"] as const;

/** A stack over lengths of one sort: millimetres at the command line, 1/320 mm in the shop. */
const stackOver = <Any extends z.ZodType<Length | number>, Some extends z.ZodType<Length | number>, Name extends z.ZodType<string>>(
  any: Any,
  some: Some,
  called: Name,
  none: z.input<Any>,
) =>
  z.strictObject({
    fold: z.enum(folds),
    outline: z.enum(cardOutlines).default("rectangle"),
    width: some,
    height: some,
    layers: z
      .array(
        z.strictObject({
          kind: z.enum(layerKinds).describe("a strip lies on part of what is below it"),
          name: called,
          outline: z.enum(outlines).default("rectangle"),
          edge: z.enum(edges).default("cut"),
          width: some,
          height: some,
          lift: any.default(none as never).describe("foam tape under it"),
          x: any.nullable().default(null).describe("from the left of the face; null for centred"),
          y: any.nullable().default(null),
        }),
      )
      .min(1)
      .max(8)
      .readonly(),
    envelope: z.strictObject({ width: some, height: some }).nullable().default(null),
    thickness: any,
    score: some.nullable().default(null).describe("from the left or top of the flat base; null for the middle, or 1/2 in from the top of a shaped card's back"),
    grain: z.enum(grains).nullable().default(null).describe("the way the grain of the base runs as the card stands"),
    hole: z.strictObject({ width: some, fromTop: any }).nullable().default(null),
    footTrim: any.default(none as never).describe("cut off the foot of a shaped card's back, so that it stands"),
  });

/** A stack in 1/320 mm, as the shop keeps it. */
export const stackSchema = stackOver(units, unitsAboveZero, name, 0);
export type StackRead = z.output<typeof stackSchema>;

/** Input of `calc stack`, millimetres: the card's face when folded, its layers from the base upwards, its envelope. */
export const stackIn = stackOver(mmField.transform(toLength), mmAboveZero.transform(toLength), text().max(120).default(""), 0).extend({
  thickness: mmField.default(1).transform(toLength),
});

const box = z.object({ width: z.number(), height: z.number() });
/** Output of `calc stack`, millimetres. */
export const stackOut = z.object({
  base: box,
  pieces: z.int(),
  face: box,
  score: z.number().nullable(),
  layers: z.array(
    box.extend({
      kind: text(),
      name: text(),
      x: z.number(),
      y: z.number(),
      reveal: z.object({ left: z.number(), right: z.number(), top: z.number(), bottom: z.number(), least: z.number(), even: z.boolean() }),
    }),
  ),
  thickness: z.number(),
  clearance: box.nullable(),
  fitsEnvelope: z.boolean().nullable(),
  warnings: z.array(z.object({ code: text(), given: text(), allowed: text() })),
});

export const stackOfInput = (input: z.output<typeof stackIn>): Stack => ({
  ...input,
  layers: input.layers.map((layer) => ({ ...layer, name: layer.name === "" ? layer.kind : layer.name })),
});

export function stackOutOf(geometry: StackGeometry): z.input<typeof stackOut> {
  const { base, pieces, face, clearance, thickness } = geometry;
  const boxOf = (of: { width: Length; height: Length }) => ({ width: toMm(of.width), height: toMm(of.height) });
  return {
    base: boxOf(base),
    pieces,
    face: boxOf(face),
    score: geometry.score === null ? null : toMm(geometry.score),
    layers: geometry.layers.map(({ kind, name, width, height, x, y, reveal }) => ({
      kind,
      name,
      ...boxOf({ width, height }),
      x: toMm(x),
      y: toMm(y),
      reveal: { left: toMm(reveal.left), right: toMm(reveal.right), top: toMm(reveal.top), bottom: toMm(reveal.bottom), least: toMm(reveal.least), even: reveal.even },
    })),
    thickness: toMm(thickness),
    clearance: clearance && boxOf(clearance),
    fitsEnvelope: clearance === null ? null : geometry.warnings.every((fault) => fault.code !== "envelope-too-small"),
    warnings: geometry.warnings.map(({ code, given, allowed }) => ({ code, given: phraseText(given), allowed: phraseText(allowed) })),
  };
}
