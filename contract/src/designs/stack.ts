import { toMm, type Stack, type StackGeometry } from "@yule/core";
import { z } from "zod";
import { mmAboveZero, mmField, toLength } from "../common/fields.ts";

const size = { width: mmAboveZero.transform(toLength), height: mmAboveZero.transform(toLength) };

/** Input of `calc stack`, millimetres: the card's face when folded, its layers from the base upwards, its envelope. */
export const stackIn = z.strictObject({
  fold: z.enum(["left", "top", "none"]),
  ...size,
  layers: z
    .array(
      z.strictObject({
        kind: z.enum(["mat", "panel"]),
        name: z.string().max(120).default(""),
        ...size,
        x: mmField.transform(toLength).nullable().default(null).describe("from the left of the face; null for centred"),
        y: mmField.transform(toLength).nullable().default(null),
      }),
    )
    .min(1)
    .max(8),
  envelope: z.strictObject(size).nullable().default(null),
  thickness: mmField.default(1).transform(toLength),
});

const box = z.object({ width: z.number(), height: z.number() });
/** Output of `calc stack`, millimetres. */
export const stackOut = z.object({
  base: box,
  score: z.number().nullable(),
  layers: z.array(
    box.extend({
      kind: z.string(),
      name: z.string(),
      x: z.number(),
      y: z.number(),
      reveal: z.object({ left: z.number(), right: z.number(), top: z.number(), bottom: z.number(), even: z.boolean() }),
    }),
  ),
  clearance: box.nullable(),
  fitsEnvelope: z.boolean().nullable(),
});

export const stackOfInput = (input: z.output<typeof stackIn>): Stack => ({
  ...input,
  layers: input.layers.map((layer) => ({ ...layer, name: layer.name === "" ? layer.kind : layer.name })),
});

export function stackOutOf(geometry: StackGeometry): z.input<typeof stackOut> {
  const { base, clearance } = geometry;
  return {
    base: { width: toMm(base.width), height: toMm(base.height) },
    score: geometry.score === null ? null : toMm(geometry.score),
    layers: geometry.layers.map(({ kind, name, width, height, x, y, reveal }) => ({
      kind,
      name,
      width: toMm(width),
      height: toMm(height),
      x: toMm(x),
      y: toMm(y),
      reveal: { left: toMm(reveal.left), right: toMm(reveal.right), top: toMm(reveal.top), bottom: toMm(reveal.bottom), even: reveal.even },
    })),
    clearance: clearance && { width: toMm(clearance.width), height: toMm(clearance.height) },
    fitsEnvelope: clearance === null ? null : geometry.faults.every((fault) => fault.code !== "envelope-too-small"),
  };
}
