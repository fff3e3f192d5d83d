import { LOAD } from "../mix.ts";
import { COMPOSITIONS } from "./compositions.ts";
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
  let [x0, y0, z0] = way;
  for (const [index, column] of columns.entries()) {
    const amount = amounts[index] ?? 0;
    x0 -= column[0] * amount;
    y0 -= column[1] * amount;
    z0 -= column[2] * amount;
  }
  const found: Promising[] = [];
  for (const parts of COMPOSITIONS[ids.length] ?? []) {
    let [x, y, z, strength] = [0, 0, 0, 0];
    for (const [index, column] of columns.entries()) {
      const share = parts[index] ?? 0;
      x += column[0] * share;
      y += column[1] * share;
      z += column[2] * share;
      strength += share * (strengths[ids[index] ?? 0] ?? 1);
    }
    const best = -(x * x0 + y * y0 + z * z0) / Math.max(1e-12, x * x + y * y + z * z);
    const each = Math.min(LOAD.most / strength, Math.max(LOAD.least / strength, best));
    const foreseen = Math.hypot(x0 + each * x, y0 + each * y, z0 + each * z);
    found.push({ ids, parts, each, foreseen });
  }
  return found.sort((a, b) => a.foreseen - b.foreseen).slice(0, KEPT_OF_SET);
}
