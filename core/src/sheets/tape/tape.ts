import { grown, sheetAt, turns, type Parting, type Pattern, type SplitJob, type Splitter, type Spot } from "../model.ts";

/** One size of window and the panels that are painted in it. */
interface Window {
  readonly width: number;
  readonly height: number;
  readonly panels: readonly number[];
}

/** One regular grid of equal windows per sheet, taped border all round and divider tape between. */
export function tapeSplitter(job: SplitJob): Splitter {
  const windows = windowsOf(job);
  return {
    variants: Math.max(1, windows.length),
    best: (sheet, values) => {
      let bound = 0;
      let pattern: Pattern = { sheet, spots: [], partings: [] };
      for (const window of windows) {
        const grid = gridOf(job, sheet, window);
        const dearest = [...window.panels].sort((one, other) => (values[other] ?? 0) - (values[one] ?? 0));
        const panels = dearest
          .flatMap((panel) => new Array<number>(Math.min(job.panels[panel]?.count ?? 0, grid.columns * grid.rows)).fill(panel))
          .slice(0, grid.columns * grid.rows);
        const value = panels.reduce((sum, panel) => sum + (values[panel] ?? 0), 0);
        if (value > bound) [bound, pattern] = [value, taped(job, sheet, window, panels)];
      }
      return { pattern, bound };
    },
    every: (demand) => {
      const patterns = job.sheets.flatMap((_, sheet) => windows.flatMap((window) => gridsOf(job, sheet, window, demand) ?? [null]));
      return patterns.every((pattern) => pattern !== null) ? patterns : null;
    },
    fill: (sheet, demand, variant) => {
      // The variant's window first; where nothing of its size is wanted any more, the next.
      const isWanted = (each: Window): boolean => each.panels.some((panel) => (demand[panel] ?? 0) > 0) && gridOf(job, sheet, each).columns * gridOf(job, sheet, each).rows > 0;
      const inTurn = windows.map((_, index) => windows[(variant + index) % windows.length]);
      const window = inTurn.find((each) => each && isWanted(each));
      if (!window) return { sheet, spots: [], partings: [] };
      const grid = gridOf(job, sheet, window);
      const wanted = window.panels.flatMap((panel) => new Array<number>(Math.min(demand[panel] ?? 0, grid.columns * grid.rows)).fill(panel));
      return taped(job, sheet, window, wanted.slice(0, grid.columns * grid.rows));
    },
  };
}

/** Every way of giving the windows of a full grid to the panels of its size; null when more than two share it. */
function gridsOf(job: SplitJob, sheet: number, window: Window, demand: readonly number[]): Pattern[] | null {
  const grid = gridOf(job, sheet, window);
  const cells = grid.columns * grid.rows;
  const [first, second, ...others] = window.panels;
  if (first === undefined || cells === 0) return [];
  if (others.length > 0) return null;
  const most = (panel: number): number => Math.min(demand[panel] ?? 0, cells);
  const shared = second === undefined ? [most(first)] : Array.from({ length: most(first) + 1 }, (_, count) => count);
  return shared.map((count) => {
    const rest = second === undefined ? [] : new Array<number>(Math.min(most(second), cells - count)).fill(second);
    return taped(job, sheet, window, [...new Array<number>(count).fill(first), ...rest]);
  });
}

function windowsOf(job: SplitJob): Window[] {
  const bySize = new Map<string, { width: number; height: number; panels: number[] }>();
  job.panels.forEach((panel, index) => {
    for (const turn of turns(job, panel)) {
      const key = `${String(turn.width)}x${String(turn.height)}`;
      const window = bySize.get(key) ?? { ...turn, panels: [] };
      window.panels.push(index);
      bySize.set(key, window);
    }
  });
  return [...bySize.values()];
}

function gridOf(job: SplitJob, sheet: number, window: Window): { columns: number; rows: number } {
  const size = grown(job, sheetAt(job, sheet));
  return { columns: Math.max(0, Math.floor(size.width / window.width)), rows: Math.max(0, Math.floor(size.height / window.height)) };
}

/** Windows are filled row by row; dividers are taped, and later cut through, along every row and column in use. */
function taped(job: SplitJob, sheet: number, window: Window, panels: readonly number[]): Pattern {
  const grid = gridOf(job, sheet, window);
  const columns = Math.min(grid.columns, panels.length);
  const rows = columns === 0 ? 0 : Math.ceil(panels.length / columns);
  const spots: Spot[] = panels.map((panel, index) => ({
    panel,
    x: (index % columns) * window.width,
    y: Math.floor(index / columns) * window.height,
    width: window.width,
    height: window.height,
  }));
  const size = grown(job, sheetAt(job, sheet));
  const partings: Parting[] = [];
  for (let row = 1; row <= rows; row += 1) {
    if (row * window.height < size.height) partings.push({ axis: "y", at: row * window.height, from: 0, to: size.width });
  }
  for (let row = 0; row < rows; row += 1) {
    const inRow = Math.min(columns, panels.length - row * columns);
    for (let column = 1; column <= inRow; column += 1) {
      if (column * window.width < size.width) {
        partings.push({ axis: "x", at: column * window.width, from: row * window.height, to: Math.min(size.height, (row + 1) * window.height) });
      }
    }
  }
  return { sheet, spots, partings };
}
