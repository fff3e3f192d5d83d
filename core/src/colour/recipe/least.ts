import type { MixWay } from "./mixer.ts";

const dot = (a: MixWay, b: MixWay): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/**
 * Amounts x of one to three columns so that their sum comes nearest to a wanted way: least squares by the normal equations, a little damped.
 * @param columns one for each paint @returns null where the columns say nothing
 */
export function leastSquares(columns: readonly MixWay[], wanted: MixWay, damping = 1e-9): number[] | null {
  const [p, q, r] = columns;
  if (!p) return null;
  const a = dot(p, p) + damping;
  const u = dot(p, wanted);
  if (!q) return a < 1e-12 ? null : [u / a];
  const [b, d, v] = [dot(p, q), dot(q, q) + damping, dot(q, wanted)];
  if (!r) {
    const det = a * d - b * b;
    return Math.abs(det) < 1e-12 ? null : [(u * d - b * v) / det, (a * v - b * u) / det];
  }
  const [c, e, f, w] = [dot(p, r), dot(q, r), dot(r, r) + damping, dot(r, wanted)];
  const [m0, m1, m2] = [d * f - e * e, b * f - c * e, b * e - c * d];
  const det = a * m0 - b * m1 + c * m2;
  if (Math.abs(det) < 1e-12) return null;
  return [
    (u * m0 - b * (v * f - e * w) + c * (v * e - d * w)) / det,
    (a * (v * f - e * w) - u * m1 + c * (b * w - v * c)) / det,
    (a * (d * w - v * e) - b * (b * w - v * c) + u * m2) / det,
  ];
}
