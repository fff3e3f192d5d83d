/** A rectangle of a picture, in shares of its width and height. */
export interface CalmArea {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Cells along the longer side of the raster that a picture is judged on. */
const CELLS = 40;
/** Words want a place at least this much wider than high. */
const LEAST_ASPECT = 1.6;
const LEAST_SHARE = 0.02;

/**
 * Calm areas of a picture where words could lie, the largest first, none over another: where brightness hardly changes.
 * @param light brightness 0 to 255, row by row  @param width pixels  @param height pixels
 */
export function calmAreas(light: ArrayLike<number>, width: number, height: number, most = 3): readonly CalmArea[] {
  const cell = Math.max(1, Math.ceil(Math.max(width, height) / CELLS));
  const [columns, rows] = [Math.floor(width / cell), Math.floor(height / cell)];
  if (columns < 3 || rows < 3) return [];
  const restless = restlessness(light, width, cell, columns, rows);
  // Any painting has calmer parts than others; words want those near its calm end.
  const sorted = [...restless].sort((a, b) => a - b);
  const share = (part: number): number => sorted[Math.floor((sorted.length - 1) * part)] ?? 0;
  const limit = Math.max(4, share(0.2) + 0.25 * (share(0.8) - share(0.2)));
  const free = restless.map((value) => value <= limit);
  const found: CalmArea[] = [];
  while (found.length < most) {
    const best = largestFree(free, columns, rows);
    if (!best || best.width * best.height < LEAST_SHARE * columns * rows) break;
    for (let row = best.y; row < best.y + best.height; row += 1) for (let column = best.x; column < best.x + best.width; column += 1) free[row * columns + column] = false;
    found.push({ x: (best.x * cell) / width, y: (best.y * cell) / height, width: (best.width * cell) / width, height: (best.height * cell) / height });
  }
  return found;
}

/** Mean step between neighbours within each cell. */
function restlessness(light: ArrayLike<number>, width: number, cell: number, columns: number, rows: number): number[] {
  return Array.from({ length: columns * rows }, (_, index) => {
    const [left, top] = [(index % columns) * cell, Math.floor(index / columns) * cell];
    let steps = 0;
    let count = 0;
    for (let y = top; y < top + cell; y += 1) {
      for (let x = left; x < left + cell; x += 1) {
        const here = light[y * width + x] ?? 0;
        if (x + 1 < width) steps += Math.abs((light[y * width + x + 1] ?? here) - here);
        steps += Math.abs((light[(y + 1) * width + x] ?? here) - here);
        count += 2;
      }
    }
    return steps / Math.max(1, count);
  });
}

/** The largest free rectangle that is wide enough for words, over all pairs of rows by the heights above each cell. */
function largestFree(free: readonly boolean[], columns: number, rows: number): { x: number; y: number; width: number; height: number } | null {
  const heights = new Array<number>(columns).fill(0);
  let best: { x: number; y: number; width: number; height: number } | null = null;
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) heights[column] = free[row * columns + column] ? (heights[column] ?? 0) + 1 : 0;
    for (let from = 0; from < columns; from += 1) {
      let least = Infinity;
      for (let to = from; to < columns && (heights[to] ?? 0) > 0; to += 1) {
        least = Math.min(least, heights[to] ?? 0);
        const wide = to - from + 1;
        const high = Math.min(least, Math.floor(wide / LEAST_ASPECT));
        if (high > 0 && wide * high > (best ? best.width * best.height : 0)) best = { x: from, y: row - high + 1, width: wide, height: high };
      }
    }
  }
  return best;
}
