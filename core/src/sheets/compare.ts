import { mm } from "../measure/length.ts";
import { minutes, type Minutes } from "../measure/minutes.ts";
import type { Money } from "../measure/money.ts";
import type { Sheet, Split, SplitJob, SplitMethod } from "./model.ts";
import { kindsOf } from "./kinds.ts";
import { cuttingSteps, type Tools } from "./steps.ts";
import { wayOf } from "./ways.ts";

/** One way of splitting beside the others. */
export interface WayCompared {
  readonly method: SplitMethod;
  readonly cost: Money;
  readonly sheets: number;
  /** Share of the paper taken that becomes nothing that was asked for. */
  readonly waste: number;
  readonly minutes: Minutes;
  /** Settings of the fence, folds, or lines of tape. */
  readonly settings: number;
  /** Tape in metres; 0 by the other ways. */
  readonly tapeMetres: number;
}

/** Minutes of the usual hand: to lay out a sheet, for a setting of the fence, a stroke, a fold torn, a window taped and untaped. */
const TAKES = { layOut: 1, setting: 0.8, stroke: 0.25, tear: 1.2, board: 4, window: 1.5 } as const;

/** What a split costs, wastes and takes. */
export function compareWay(job: SplitJob, split: Split, tools: Tools): WayCompared {
  const area = split.layouts.reduce((sum, layout) => sum + layout.times * areaOf(job.sheets.find((sheet) => sheet.id === layout.sheet)), 0);
  const used = split.layouts.reduce((sum, layout) => sum + layout.times * layout.pieces.reduce((all, piece) => all + askedArea(job, piece.panel), 0), 0);
  const worked = cuttingSteps(job, split, tools).map(({ alike, steps }) => ({ layout: alike.layout, steps }));
  const sum = (of: (each: (typeof worked)[number]) => number): number => worked.reduce((all, each) => all + of(each), 0);
  const settings = sum(({ layout, steps }) => (job.method === "cut" ? steps.length : layout.cuts.length * layout.times));
  const takes = {
    ruler: sum(({ layout }) => layout.times * (TAKES.layOut + layout.cuts.length * TAKES.tear)),
    cut: sum(({ layout, steps }) => layout.times * TAKES.layOut + steps.length * TAKES.setting + steps.reduce((all, step) => all + step.strokes * TAKES.stroke, 0)),
    fold: sum(({ layout }) => layout.times * (TAKES.layOut + layout.cuts.length * TAKES.tear)),
    tape: sum(({ layout }) => layout.times * (TAKES.board + layout.pieces.length * TAKES.window)),
  };
  return {
    method: job.method,
    cost: split.cost,
    sheets: split.sheetsUsed,
    waste: area === 0 ? 0 : 1 - used / area,
    minutes: minutes(Math.max(1, Math.round(takes[wayOf(job)]))),
    settings,
    tapeMetres: job.method === "tape" ? Math.round(sum(({ layout }) => layout.times * tapeOf(job, layout)) / mm(100)) / 10 : 0,
  };
}

const areaOf = (sheet: Sheet | undefined): number => (sheet ? sheet.width * sheet.height : 0);
const askedArea = (job: SplitJob, id: string): number => {
  const panel = job.panels.find((each) => each.id === id);
  return panel ? panel.width * panel.height : 0;
};

/** Border tape round the sheet and divider tape along every gutter, in 1/320 mm. */
function tapeOf(job: SplitJob, layout: Split["layouts"][number]): number {
  const sheet = job.sheets.find((each) => each.id === layout.sheet);
  return (sheet ? 2 * (sheet.width + sheet.height) : 0) + layout.cuts.reduce((sum, cut) => sum + cut.to - cut.from, 0);
}

/** Lengths of tape on a sheet, from its left or top side to the middle of each divider. */
export const dividerMiddles = (job: SplitJob, layout: Split["layouts"][number], axis: "x" | "y"): number[] =>
  [...new Set(layout.cuts.filter((cut) => cut.axis === axis).map((cut) => cut.at + job.gap / 2))].sort((a, b) => a - b);

/** Sheets that plain grids take, pieces of one size together on sheets of their own, as it is done by hand. */
export function sheetsByHand(job: SplitJob): number {
  const [sheet] = job.sheets;
  if (!sheet) return 0;
  const inner = { width: sheet.width - 2 * job.edge + job.gap, height: sheet.height - 2 * job.edge + job.gap };
  const grid = (width: number, height: number): number => Math.floor(inner.width / (width + job.gap)) * Math.floor(inner.height / (height + job.gap));
  return kindsOf(job).job.panels.reduce(
    (sum, panel) => sum + Math.ceil(panel.count / Math.max(1, grid(panel.width, panel.height), panel.turn ? grid(panel.height, panel.width) : 0)),
    0,
  );
}
