import { grown, money, toMm, turns, lengthOfUnits, phrase, type Fault, type Split, type SplitJob, type Yield } from "@yule/core";
import { z } from "zod";
import { countField, idText, mmAboveZero, mmField, moneyField, seedField, toLength, uniqueIds, MOST_PIECES } from "../common/fields.ts";
import { text } from "../common/text.ts";

const sheet = z.strictObject({
  id: idText.describe("name of the kind of sheet"),
  width: mmAboveZero.describe("millimetres"),
  height: mmAboveZero.describe("millimetres"),
  count: z.int().min(0).max(MOST_PIECES).nullable().default(null).describe("how many there are; null for as many as wanted"),
  cost: moneyField.describe("of one sheet, minor units"),
});

const panel = z.strictObject({
  id: idText,
  width: mmAboveZero.describe("millimetres"),
  height: mmAboveZero.describe("millimetres"),
  count: countField,
  turn: z.boolean().default(true).describe("may be turned by a quarter"),
});

/** Input of `calc split`, lengths in millimetres. */
export const splitIn = z.strictObject({
  sheets: z.array(sheet).min(1).max(200).superRefine(uniqueIds("sheets")),
  panels: z.array(panel).min(1).max(5000).superRefine(uniqueIds("panels")),
  edge: mmField.default(0).describe("lost on every side of a sheet"),
  gap: mmField.default(0).describe("lost between neighbouring pieces"),
  method: z.enum(["cut", "fold", "tape"]).default("cut"),
  thirds: z.boolean().default(false).describe("a fold may make thirds"),
  seed: seedField.default(1),
});
export type SplitIn = z.output<typeof splitIn>;

/** Input of `calc pile`: what lies there, and what each piece is worth. A pile is what there is, so every count is told. */
export const pileIn = z.strictObject({
  sheets: z
    .array(sheet.omit({ cost: true }).extend({ count: countField }))
    .min(1)
    .max(200)
    .superRefine(uniqueIds("sheets")),
  panels: z
    .array(panel.extend({ value: z.number().min(0).max(1e9).describe("what one piece is worth") }))
    .min(1)
    .max(500)
    .superRefine(uniqueIds("panels")),
  edge: mmField.default(0),
  gap: mmField.default(0),
  seed: seedField.default(1),
});

/** The pile as a job that costs nothing. */
export const pileJobOf = (input: z.output<typeof pileIn>): SplitJob =>
  splitJobOf({
    ...input,
    method: "cut",
    thirds: false,
    sheets: input.sheets.map((each) => ({ ...each, cost: money(0) })),
    panels: input.panels.map(({ value: _, ...each }) => each),
  });

/** The job in exact lengths. */
export function splitJobOf(input: SplitIn): SplitJob {
  return {
    ...input,
    sheets: input.sheets.map((each) => ({ ...each, width: toLength(each.width), height: toLength(each.height) })),
    panels: input.panels.map((each) => ({ ...each, width: toLength(each.width), height: toLength(each.height) })),
    edge: toLength(input.edge),
    gap: toLength(input.gap),
  };
}

/** What makes a job impossible whatever the search does: edges that eat a sheet, panels larger than every sheet. */
export function splitFaultsIn(job: SplitJob): Fault[] {
  const edges = job.sheets.flatMap((each, index): Fault[] => {
    const shortest = Math.min(each.width, each.height);
    return 2 * job.edge < shortest
      ? []
      : [
          {
            code: "edge-too-wide",
            path: ["edge"],
            given: [{ length: job.edge }],
            allowed: phrase`less than ${{ length: lengthOfUnits(shortest / 2) }}, half of the shorter side of ${{ name: `sheets[${String(index)}] (${each.id})`, of: "sheet" }}`,
          },
        ];
  });
  if (edges.length > 0) return edges.slice(0, 1);
  const tooLarge = tooLargeFaults(job);
  return tooLarge.length === job.panels.length ? tooLarge : [];
}

/** The panels that come out of no sheet, by how much: beside others they are left out of a plan, which places the rest. */
export function tooLargeFaults(job: SplitJob): Fault[] {
  return job.panels.flatMap((each, index): Fault[] => {
    const misfits = job.sheets.map((on) => {
      const size = grown(job, on);
      const over = turns(job, each).map((turn) => ({ width: Math.max(0, turn.width - size.width), height: Math.max(0, turn.height - size.height) }));
      const least = over.reduce((best, next) => (next.width + next.height < best.width + best.height ? next : best));
      return { on, size, ...least };
    });
    const nearest = misfits.reduce((best, next) => (next.width + next.height < best.width + best.height ? next : best));
    if (nearest.width === 0 && nearest.height === 0) return [];
    const sides = (["width", "height"] as const).filter((side) => nearest[side] > 0).map((side) => phrase`${side} by ${{ length: lengthOfUnits(nearest[side]) }}`);
    return [
      {
        code: "panel-too-large",
        path: ["panels", index],
        given: phrase`${{ name: each.id, of: "panel" }} of ${{ length: each.width }} x ${{ length: each.height }}, too large for every sheet: over the nearest, ${{ name: nearest.on.id, of: "sheet" }}, in ${sides.length > 1 ? phrase`${sides[0] ?? ""} and ${sides[1] ?? ""}` : (sides[0] ?? "")}`,
        allowed: phrase`at most ${{ length: lengthOfUnits(nearest.size.width - job.gap) }} x ${{ length: lengthOfUnits(nearest.size.height - job.gap) }} on ${{ name: nearest.on.id, of: "sheet" }}`,
      },
    ];
  });
}

const rect = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

/** Output of `calc split`, lengths in millimetres. */
export const splitOut = z.object({
  layouts: z.array(
    z.object({
      sheet: text(),
      times: z.int(),
      pieces: z.array(rect.extend({ panel: text() })),
      cuts: z.array(z.object({ axis: z.enum(["x", "y"]), at: z.number(), from: z.number(), to: z.number() })),
      offcuts: z.array(rect),
    }),
  ),
  unplaced: z.array(z.object({ panel: text(), count: z.int() })),
  sheetsUsed: z.int(),
  cost: z.int(),
  lowerBound: z.int(),
  proven: z.boolean(),
});

/** Output of `calc pile`: the layouts, what they are worth, and what no layout exceeds. */
export const pileOut = splitOut.omit({ cost: true, lowerBound: true }).extend({ worth: z.number(), bound: z.number() });

export function pileOutOf({ split, worth, bound }: Yield): z.output<typeof pileOut> {
  const { cost: _, lowerBound: __, ...rest } = splitOutOf(split);
  return { ...rest, worth, bound };
}

/** A split in millimetres. */
export function splitOutOf(split: Split): z.output<typeof splitOut> {
  const inMm = (each: { x: number; y: number; width: number; height: number }) => ({
    x: toMm(lengthOfUnits(each.x)),
    y: toMm(lengthOfUnits(each.y)),
    width: toMm(lengthOfUnits(each.width)),
    height: toMm(lengthOfUnits(each.height)),
  });
  return {
    ...split,
    unplaced: split.unplaced.map((each) => ({ ...each })),
    layouts: split.layouts.map((layout) => ({
      sheet: layout.sheet,
      times: layout.times,
      pieces: layout.pieces.map((piece) => ({ panel: piece.panel, ...inMm(piece) })),
      cuts: layout.cuts.map((cut) => ({ axis: cut.axis, at: toMm(cut.at), from: toMm(cut.from), to: toMm(cut.to) })),
      offcuts: layout.offcuts.map(inMm),
    })),
  };
}
