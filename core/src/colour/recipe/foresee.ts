import { LOAD } from "../mix.ts";
import { COMPOSITIONS } from "./compositions.ts";
import type { MixWay } from "./mixer.ts";
import type { Solved } from "./solve.ts";

/** A ratio of whole parts that looks promising, as foreseen from near it. */
export interface Promising {
  readonly ids: readonly number[];
  readonly parts: readonly number[];
  /** Amount of one part: parts in four parts of water are one. */
  readonly each: number;
  readonly foreseen: number;
}

const KEPT_OF_SET = 4;

/** The best few ratios of whole parts near a solution, each at the amount that is best for it along the solution's slopes. */
export function foresee(ids: readonly number[], { amounts, way, columns }: Solved, strengths: readonly number[]): Promising[] {
  const [p, q, r] = columns;
  if (!p) return [];
  const none: MixWay = [0, 0, 0];
  const [second, third] = [q ?? none, r ?? none];
  const [a, b, c] = [amounts[0] ?? 0, amounts[1] ?? 0, amounts[2] ?? 0];
  const [x0, y0, z0] = [0, 1, 2].map((axis) => (way[axis] ?? 0) - a * (p[axis] ?? 0) - b * (second[axis] ?? 0) - c * (third[axis] ?? 0)) as MixWay;
  const [s0, s1, s2] = [0, 1, 2].map((index) => strengths[ids[index] ?? 0] ?? 1) as MixWay;
  const found: Promising[] = [];
  let worst = Infinity;
  // Plain figures in the loop: thousands of sets come through here for one colour.
  for (const parts of COMPOSITIONS[ids.length] ?? []) {
    const [i, j = 0, k = 0] = parts as [number, number?, number?];
    const x = i * p[0] + j * second[0] + k * third[0];
    const y = i * p[1] + j * second[1] + k * third[1];
    const z = i * p[2] + j * second[2] + k * third[2];
    const strength = i * s0 + j * s1 + k * s2;
    const best = -(x * x0 + y * y0 + z * z0) / Math.max(1e-12, x * x + y * y + z * z);
    const each = Math.min(LOAD.most / strength, Math.max(LOAD.least / strength, best));
    const [dx, dy, dz] = [x0 + each * x, y0 + each * y, z0 + each * z];
    const foreseen = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (found.length >= KEPT_OF_SET && foreseen >= worst) continue;
    found.push({ ids, parts, each, foreseen });
    found.sort((one, other) => one.foreseen - other.foreseen);
    if (found.length > KEPT_OF_SET) found.pop();
    worst = found.at(-1)?.foreseen ?? Infinity;
  }
  return found;
}
