import { written } from "@yule/core";
import { z } from "zod";
import { id, name, unitsAboveZero, version } from "../common/envelope.ts";
import { text } from "../common/text.ts";

const units = z.int().min(0).max(10_000_000);
const key = text().min(1).max(120);
const count = z.int().min(0).max(1_000_000);
const rect = { x: units, y: units, width: unitsAboveZero, height: unitsAboveZero };
const cut = z.strictObject({ axis: z.enum(["x", "y"]), at: units, from: units, to: units });

export const pieceKinds = ["panel", "strip", "base", "mat", "print"] as const;

const job = z.strictObject({
  method: z.enum(["cut", "fold", "tape"]),
  thirds: z.boolean(),
  edge: units,
  gap: units,
  sheets: z
    .array(z.strictObject({ id: key, width: unitsAboveZero, height: unitsAboveZero, count: count.nullable(), cost: count }))
    .min(1)
    .max(300),
  panels: z
    .array(z.strictObject({ id: key, width: unitsAboveZero, height: unitsAboveZero, count, turn: z.boolean() }))
    .min(1)
    .max(300),
});

const split = z.strictObject({
  layouts: z
    .array(
      z.strictObject({
        sheet: key,
        times: z.int().min(1).max(10_000),
        pieces: z.array(z.strictObject({ panel: key, ...rect })).max(2_000),
        cuts: z.array(cut).max(4_000),
        offcuts: z.array(z.strictObject(rect)).max(2_000),
      }),
    )
    .max(400),
  unplaced: z.array(z.strictObject({ panel: key, count })).max(300),
  sheetsUsed: count,
  cost: z.int().min(0),
  lowerBound: z.int().min(0),
  proven: z.boolean(),
  proof: z
    .strictObject({ by: z.enum(["area", "dual feasible", "Lagrange", "exhaustion"]), patterns: count.nullable(), checked: z.boolean() })
    .optional()
    .describe("what shows that nothing costs less, and whether it was looked at again by another reckoning"),
});

/** How sheets are to be split, as it was drawn: the job, what each kind of piece is for, and the layouts. Lengths in 1/320 mm. */
export const splitPlanSchema = z
  .strictObject({
    job,
    pieces: z.array(z.strictObject({ id: key, what: z.enum(pieceKinds), needId: id.nullable(), name })).max(300),
    split,
    picture: id.nullable().optional().describe("the painting that is cut, straightened; none for blank sheets"),
  })
  .superRefine((plan, context) => {
    const [sheets, panels] = [new Set(plan.job.sheets.map((sheet) => sheet.id)), new Set(plan.job.panels.map((panel) => panel.id))];
    plan.split.layouts.forEach((layout, index) => {
      if (!sheets.has(layout.sheet)) context.addIssue({ code: "custom", path: ["split", "layouts", index, "sheet"], message: written`one of the plan's own sheets` });
      const stray = layout.pieces.findIndex((piece) => !panels.has(piece.panel));
      if (stray >= 0) context.addIssue({ code: "custom", path: ["split", "layouts", index, "pieces", stray, "panel"], message: written`one of the plan's own panels` });
    });
  });
export type SplitPlan = z.output<typeof splitPlanSchema>;

/** A plan is a document: a new version names the one it replaces. */
export const keepSplitPlan = z.strictObject({ id, materialId: id, replaces: id.nullable(), needIds: z.array(id).max(60), plan: splitPlanSchema });
export const dropSplitPlan = z.strictObject({ id, version });

/** Taped sheets are painted before they are cut apart: their plan is followed twice. */
export const planStates = ["open", "taped", "replaced", "dropped", "done"] as const;
export interface SplitPlanRead {
  readonly id: string;
  readonly version: number;
  readonly materialId: string;
  readonly replaces: string | null;
  readonly needIds: readonly string[];
  readonly state: (typeof planStates)[number];
  readonly keptAt: string;
  readonly plan: SplitPlan;
}
