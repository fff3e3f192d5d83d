/** `at + slope * along`, fitted to points of which some lie far off. */
export interface FittedLine {
  readonly at: number;
  readonly slope: number;
  /** The usual distance of a point from it. */
  readonly spread: number;
}

/**
 * A line through points by least squares, points far off counted less and less (iteratively reweighted, Tukey's biweight; Huber, Robust Statistics, 1981).
 * @returns null where there are fewer than four points
 */
export function lineThrough(points: readonly (readonly [along: number, value: number])[]): FittedLine | null {
  if (points.length < 4) return null;
  let weights = points.map(() => 1);
  let [at, slope, spread] = [0, 0, 0];
  for (let round = 0; round < 8; round += 1) {
    [at, slope] = weighted(points, weights, round === 0);
    const off = points.map(([along, value]) => Math.abs(value - at - slope * along));
    const middle = [...off].sort((one, other) => one - other)[off.length >> 1] ?? 0;
    spread = Math.max(1e-6, 1.4826 * middle);
    const reach = 4.7 * spread + 1e-3;
    weights = off.map((distance) => (distance < reach ? (1 - (distance / reach) ** 2) ** 2 : 0));
  }
  return { at, slope, spread };
}

function weighted(points: readonly (readonly [number, number])[], weights: readonly number[], isFirst: boolean): [at: number, slope: number] {
  // Begun at the median of the slopes between far-apart points (Theil 1950), so that a bent corner does not lead.
  if (isFirst) {
    const half = points.length >> 1;
    const slopes = points.slice(0, half).map(([x, y], index) => {
      const [u, v] = points[index + half] ?? [x + 1, y];
      return (v - y) / (u - x || 1);
    });
    const slope = slopes.sort((one, other) => one - other)[slopes.length >> 1] ?? 0;
    const rests = points.map(([x, y]) => y - slope * x).sort((one, other) => one - other);
    return [rests[rests.length >> 1] ?? 0, slope];
  }
  let [w, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0];
  for (const [index, [x, y]] of points.entries()) {
    const weight = weights[index] ?? 0;
    w += weight;
    sx += weight * x;
    sy += weight * y;
    sxx += weight * x * x;
    sxy += weight * x * y;
  }
  const spread = w * sxx - sx * sx;
  const slope = Math.abs(spread) < 1e-9 ? 0 : (w * sxy - sx * sy) / spread;
  return [(sy - slope * sx) / (w || 1), slope];
}
