import type { PlacedPiece, Split, SplitJob } from "./model.ts";

/**
 * Checks a split against its job from first principles, sharing nothing with the search.
 * @returns what is wrong, in words; an empty list for a valid split
 */
export function splitFaults(job: SplitJob, split: Split): string[] {
  const faults: string[] = [];
  const placed = new Map<string, number>();
  const used = new Map<string, number>();
  for (const layout of split.layouts) {
    const sheet = job.sheets.find((each) => each.id === layout.sheet);
    if (!sheet) {
      faults.push(`no sheet ${layout.sheet}`);
      continue;
    }
    used.set(sheet.id, (used.get(sheet.id) ?? 0) + layout.times);
    for (const piece of layout.pieces) {
      placed.set(piece.panel, (placed.get(piece.panel) ?? 0) + layout.times);
      if (!rightSize(job, piece)) faults.push(`a piece for ${piece.panel} has the wrong size`);
      const inside = piece.x >= job.edge && piece.y >= job.edge && piece.x + piece.width <= sheet.width - job.edge && piece.y + piece.height <= sheet.height - job.edge;
      if (!inside) faults.push(`a piece for ${piece.panel} runs over the edge of ${sheet.id}`);
    }
    if (!cuttable(layout.pieces, job.gap)) faults.push(`the pieces on ${sheet.id} cannot be cut apart edge to edge`);
    if (job.method === "tape" && !isGrid(layout.pieces, job.gap)) faults.push(`the windows on ${sheet.id} are no regular grid`);
    layout.offcuts.forEach((offcut) => {
      if (layout.pieces.some((piece) => overlap(piece, offcut, 0))) faults.push(`an offcut of ${sheet.id} lies under a piece`);
    });
  }
  for (const panel of job.panels) {
    const left = split.unplaced.find((each) => each.panel === panel.id)?.count ?? 0;
    if ((placed.get(panel.id) ?? 0) + left !== panel.count) faults.push(`${panel.id}: placed and unplaced do not add up to ${String(panel.count)}`);
  }
  let cost = 0;
  for (const sheet of job.sheets) {
    const count = used.get(sheet.id) ?? 0;
    cost += count * sheet.cost;
    if (sheet.count !== null && count > sheet.count) faults.push(`${sheet.id}: ${String(count)} used, ${String(sheet.count)} there`);
  }
  if (cost !== split.cost) faults.push(`the cost is ${String(cost)}, not ${String(split.cost)}`);
  if (split.lowerBound > split.cost) faults.push("the bound is above the cost");
  return faults;
}

function rightSize(job: SplitJob, piece: PlacedPiece): boolean {
  const panel = job.panels.find((each) => each.id === piece.panel);
  if (!panel) return false;
  const fits = (width: number, height: number): boolean =>
    job.method === "fold" ? piece.width >= width && piece.height >= height : piece.width === width && piece.height === height;
  return fits(panel.width, panel.height) || (panel.turn && fits(panel.height, panel.width));
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const overlap = (a: Box, b: Box, gap: number): boolean => a.x < b.x + b.width + gap && b.x < a.x + a.width + gap && a.y < b.y + b.height + gap && b.y < a.y + a.height + gap;

/** Pieces come apart if some line with a gap's breadth crosses none and both sides come apart. */
function cuttable(pieces: readonly Box[], gap: number): boolean {
  if (pieces.length < 2) return true;
  for (const axis of ["x", "y"] as const) {
    const size = axis === "x" ? "width" : "height";
    for (const piece of pieces) {
      const line = piece[axis] + piece[size];
      const near = pieces.filter((each) => each[axis] + each[size] <= line);
      const far = pieces.filter((each) => each[axis] >= line + gap);
      if (near.length + far.length === pieces.length && far.length > 0) return cuttable(near, gap) && cuttable(far, gap);
    }
  }
  return false;
}

function isGrid(pieces: readonly PlacedPiece[], gap: number): boolean {
  const [first] = pieces;
  if (!first) return true;
  const [left, top] = [Math.min(...pieces.map((piece) => piece.x)), Math.min(...pieces.map((piece) => piece.y))];
  return pieces.every(
    (piece) => piece.width === first.width && piece.height === first.height && (piece.x - left) % (first.width + gap) === 0 && (piece.y - top) % (first.height + gap) === 0,
  );
}
