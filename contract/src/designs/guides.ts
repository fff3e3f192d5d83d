import { toMm, type Guides, type GuideSheet, type Length } from "@yule/core";
import { z } from "zod";
import { id, units, unitsAboveZero, version } from "../common/envelope.ts";
import { mmAboveZero, mmField, toLength } from "../common/fields.ts";

const count = (most: number) => z.int().min(1).max(most);

/** The kinds of guides, over lengths of one sort: millimetres at the command line, 1/320 mm in the shop. */
const guidesOver = <Any extends z.ZodType, Some extends z.ZodType>(any: Any, some: Some) =>
  z.discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("cells"), columns: count(50), rows: count(50), margin: any, gap: any, circles: z.boolean() }),
    z.strictObject({ kind: z.literal("most cells"), width: some, height: some, margin: any, gap: any, circles: z.boolean() }),
    z.strictObject({ kind: z.literal("circle"), margin: any }),
    z.strictObject({ kind: z.literal("horizon"), fromTop: any }),
    z.strictObject({ kind: z.literal("lines"), first: any, spacing: some, count: count(60), margin: any }),
    z.strictObject({ kind: z.literal("thirds") }),
  ]);

export const guidesSchema = guidesOver(units, unitsAboveZero);
export type GuidesRead = z.output<typeof guidesSchema>;
export const changeGuides = z.strictObject({ id, version, guides: guidesSchema.nullable() });

/** Guides as kept, as the core takes them. */
export const guidesOf = (kept: GuidesRead): Guides => kept as unknown as Guides;

/** Input of `calc guides`, millimetres. */
export const guidesIn = z.strictObject({
  width: mmAboveZero,
  height: mmAboveZero,
  guides: guidesOver(mmField.transform(toLength), mmAboveZero.transform(toLength)),
  turned: z.enum(["turned", "mirrored"]).nullable().default(null).describe("for painting upside down, or from behind"),
});

const place = z.object({ x: z.number(), y: z.number() });
/** Output of `calc guides`, millimetres from the panel's top left corner. */
export const guidesOut = z.object({
  cells: z.array(place.extend({ width: z.number(), height: z.number() })),
  circles: z.array(place.extend({ radius: z.number() })),
  lines: z.array(z.object({ axis: z.enum(["across", "down"]), at: z.number(), from: z.number(), to: z.number() })),
  ticks: z.object({ top: z.array(z.number()), left: z.array(z.number()) }),
});

/** A sheet of guides in millimetres. */
export function guidesOutOf(found: GuideSheet): z.input<typeof guidesOut> {
  const all = (lengths: readonly Length[]): number[] => lengths.map(toMm);
  return {
    cells: found.cells.map((cell) => ({ x: toMm(cell.x), y: toMm(cell.y), width: toMm(cell.width), height: toMm(cell.height) })),
    circles: found.circles.map((each) => ({ x: toMm(each.x), y: toMm(each.y), radius: toMm(each.radius) })),
    lines: found.lines.map((line) => ({ axis: line.axis, at: toMm(line.at), from: toMm(line.from), to: toMm(line.to) })),
    ticks: { top: all(found.ticks.top), left: all(found.ticks.left) },
  };
}
