import { grown, sheetAt, turns, type Pattern, type SplitJob, type Splitter, type Spot } from "../model.ts";
import { Bundles } from "./bundles.ts";
import { spotsOf } from "./frontier.ts";
import { FILL_VARIANTS, fillByRule } from "./fill.ts";
import { FullSheets } from "./fullSheets.ts";
import { fillByChance } from "./shuffle.ts";
import { CutTable, type TablePiece } from "./table.ts";

/** A sheet's tables: one that gives real patterns and one that gives a true bound. They are one where the raster allows. */
interface SheetTables {
  readonly patterns: CutTable | null;
  readonly bounds: CutTable | null;
  /** Length of one unit of the tables, in 1/320 mm. */
  readonly coarseness: number;
}

/** Straight edge-to-edge cuts in any number of stages. */
export function cutSplitter(job: SplitJob): Splitter {
  const ways = job.panels.map((panel) => turns(job, panel));
  const tables = new Map<number, SheetTables>();
  const tablesOf = (sheet: number): SheetTables => {
    const known = tables.get(sheet) ?? makeTables(job, sheet);
    tables.set(sheet, known);
    return known;
  };
  return {
    variants: FILL_VARIANTS,
    best: (sheet, values) => {
      const { patterns, bounds, coarseness } = tablesOf(sheet);
      const value = patterns?.fill(values) ?? 0;
      const spots = patterns ? trueSize(patterns.spots(), ways, coarseness) : [];
      const bound = bounds === patterns ? value : (bounds?.fill(values) ?? areaBound(job, sheet, values));
      return { pattern: { sheet, spots }, bound };
    },
    alone: (sheet, panel) => {
      const size = grown(job, sheetAt(job, sheet));
      const pieces = (ways[panel] ?? []).map((turn): TablePiece => ({ panel, ...turn, count: Infinity }));
      const table = CutTable.of(size.width, size.height, pieces, STEPS_LEAST);
      table?.fill(ways.map((_, each) => Number(each === panel)));
      return table && { sheet, spots: table.spots() };
    },
    fill: (sheet, demand, variant): Pattern => {
      const size = grown(job, sheetAt(job, sheet));
      return { sheet, spots: fillByRule(size.width, size.height, ways, demand, variant) };
    },
    shuffled: (sheet, wanted, random) => {
      const size = grown(job, sheetAt(job, sheet));
      return { sheet, spots: fillByChance(size.width, size.height, ways, wanted, random) };
    },
    every: (demand, slack, stop, share = 1) => {
      const sizes = job.sheets.map((sheet) => grown(job, sheet));
      const bundles = Bundles.of(ways, demand, sizes, slack, stop, share);
      return bundles && sizes.flatMap((size, sheet) => bundles.largestIn(size).map((rectangle) => ({ sheet, spots: spotsOf(rectangle) })));
    },
    full: (demand, sheets, slack, random, stop) => {
      const sizes = sheets.map((sheet) => grown(job, sheetAt(job, sheet)));
      const bundles = Bundles.some(ways, demand, sizes, slack, stop, FULL_SHARE);
      const areas = job.panels.map((panel) => (panel.width + job.gap) * (panel.height + job.gap));
      const found = bundles && new FullSheets(bundles, areas, sizes, random).fill(demand, stop);
      return found && found.map((spots, index) => ({ sheet: sheets[index] ?? 0, spots }));
    },
  };
}

/** Of the work that deciding a job may take, for the bundles that full sheets are made of. */
const FULL_SHARE = 0.4;
/** Steps for all fillings of a search together; each new price of each panel needs one, on each sheet kind. */
const STEPS_IN_ALL = 60_000_000;
const STEPS_LEAST = 1_500_000;

function makeTables(job: SplitJob, sheet: number): SheetTables {
  const size = grown(job, sheetAt(job, sheet));
  const mostSteps = Math.max(STEPS_LEAST, STEPS_IN_ALL / (job.panels.length * job.sheets.length));
  for (let coarseness = 1; coarseness <= Math.max(size.width, size.height); coarseness = coarseness === 1 ? firstCoarse(size) : coarseness * 2) {
    const table = (round: (length: number) => number): CutTable | null =>
      CutTable.of(
        Math.floor(size.width / coarseness),
        Math.floor(size.height / coarseness),
        tablePieces(job, (length) => round(length / coarseness)),
        mostSteps,
      );
    // Pieces rounded up give patterns that fit; rounded down, a value that no real pattern exceeds.
    const patterns = table(Math.ceil);
    if (!patterns) continue;
    // A piece that is nothing in the coarse measure would be counted as more than it is: then its area alone bounds it.
    const isLost = coarseness > 1 && tablePieces(job, (length) => length).some(({ width, height }) => Math.min(width, height) < coarseness);
    const bounds = coarseness === 1 ? patterns : isLost ? null : table(Math.floor);
    if (bounds || isLost) return { patterns, bounds, coarseness };
  }
  return { patterns: null, bounds: null, coarseness: 1 };
}

/** The coarsest side is taken as about 400 units at first. */
const firstCoarse = (size: { width: number; height: number }): number => Math.max(2, Math.ceil(Math.max(size.width, size.height) / 400));

function tablePieces(job: SplitJob, round: (length: number) => number): TablePiece[] {
  return job.panels.flatMap((panel, index) =>
    turns(job, panel).map((turn) => ({ panel: index, width: Math.max(1, round(turn.width)), height: Math.max(1, round(turn.height)), count: panel.count })),
  );
}

/** From the coarse measure back to the true one: pieces stand where they stood and have their own size. */
function trueSize(spots: readonly Spot[], ways: readonly (readonly { width: number; height: number }[])[], coarseness: number): Spot[] {
  if (coarseness === 1) return [...spots];
  return spots.map((spot) => {
    const way = ways[spot.panel]?.find((turn) => Math.ceil(turn.width / coarseness) === spot.width && Math.ceil(turn.height / coarseness) === spot.height);
    if (!way) throw new Error("a coarse piece has no true size");
    return { panel: spot.panel, x: spot.x * coarseness, y: spot.y * coarseness, width: way.width, height: way.height };
  });
}

function areaBound(job: SplitJob, sheet: number, values: readonly number[]): number {
  const size = grown(job, sheetAt(job, sheet));
  const perArea = job.panels.map((panel, index) => (values[index] ?? 0) / ((panel.width + job.gap) * (panel.height + job.gap)));
  return size.width * size.height * Math.max(0, ...perArea);
}
