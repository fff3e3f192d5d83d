import { lastNotAbove } from "../../search/search.ts";

/**
 * The lengths at which a cut can be useful: sums of piece lengths (normal patterns, Herz 1972; Christofides and
 * Whitlock 1977), each piece counted at most as often as wanted, and the full length itself.
 * @returns ascending lengths starting at 0, or null when there are more than `most`
 */
export function rasterPoints(full: number, pieces: readonly { readonly length: number; readonly count: number }[], most: number): Int32Array | null {
  const reached = new Set<number>([0]);
  for (const { length, count } of pieces) {
    if (length > full || length <= 0) continue;
    // Each start is extended by up to `count` pieces; a point met again by this same piece keeps the longest run left.
    for (const start of [...reached].sort((a, b) => a - b)) {
      for (let used = 1, point = start + length; used <= count && point <= full; used += 1, point += length) reached.add(point);
      if (reached.size > most) return null;
    }
  }
  reached.add(full);
  return Int32Array.from(reached).sort();
}

/** `rest[i * n + k]` is the index of the longest raster length that fits in what is left of length i beside length k. */
export function restTable(points: Int32Array): Int32Array {
  const n = points.length;
  const rest = new Int32Array(n * n);
  for (let i = 0; i < n; i += 1) {
    for (let k = 0; k <= i; k += 1) rest[i * n + k] = lastNotAbove(points, (points[i] ?? 0) - (points[k] ?? 0));
  }
  return rest;
}
