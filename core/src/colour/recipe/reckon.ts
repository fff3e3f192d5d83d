import type { Lab } from "../light.ts";
import { LOAD, WATER_PER_PART } from "../mix.ts";
import type { Recipe } from "./model.ts";
import type { Ground } from "./solve.ts";

/** Finds the water for a ratio, in halves of a part, and how the mix truly looks. @param each amount of one part to begin with */
export type Reckon = (ids: readonly number[], parts: readonly number[], each: number) => Recipe;

/** How near a ratio may come, looked at for three amounts only and at every second wavelength. */
export type Glance = (ids: readonly number[], parts: readonly number[], each: number) => number;
const GLANCED_AT = [0.62, 1, 1.6] as const;

export const glancerFor =
  ({ rough }: Ground, differenceFrom: (lab: Lab) => number): Glance =>
  (ids, parts, each) =>
    Math.min(
      ...GLANCED_AT.map((times) =>
        differenceFrom(
          rough.lab(
            ids,
            parts.map((share) => share * each * times),
          ),
        ),
      ),
    );

export function reckonerFor({ mixer, ways, strengths }: Ground, differenceFrom: (lab: Lab) => number): Reckon {
  return (ids, parts, each) => {
    const lab = (amount: number): Lab =>
      mixer.lab(
        ids,
        parts.map((share) => share * amount),
      );
    const middle = (2 * WATER_PER_PART) / bestAmount(lab, ways, each);
    const strength = ids.reduce((sum, id, index) => sum + (parts[index] ?? 0) * (strengths[id] ?? 1), 0);
    const [least, most] = [Math.ceil((2 * WATER_PER_PART * strength) / LOAD.most), Math.floor((2 * WATER_PER_PART * strength) / LOAD.least)];
    const near = [...new Set([Math.floor(middle) - 1, Math.floor(middle), Math.ceil(middle), Math.ceil(middle) + 1].map((halves) => Math.min(most, Math.max(least, halves))))];
    let best: Recipe | null = null;
    for (const halves of near) {
      const colour = lab((2 * WATER_PER_PART) / halves);
      const difference = differenceFrom(colour);
      if (!best || difference < best.difference) best = { parts: ids.map((paint, index) => ({ paint, parts: parts[index] ?? 0 })), water: halves / 2, lab: colour, difference };
    }
    if (!best) throw new Error("a mix without water");
    // Far from the wanted colour the eye's steps change along the way: the water is then found by trying.
    for (let step = best.difference > FAR ? Math.max(1, Math.round(middle / 10)) : 0; step >= 1; step = Math.floor(step / 2)) {
      for (const halves of [2 * best.water - step, 2 * best.water + step]) {
        if (halves < least || halves > most) continue;
        const colour = lab((2 * WATER_PER_PART) / halves);
        const difference = differenceFrom(colour);
        if (difference < best.difference) best = { ...best, water: halves / 2, lab: colour, difference };
      }
    }
    return best;
  };
}

const FAR = 2;

const MOST_ROUNDS = 7;
const SETTLED = 0.02;

/** Gauss-Newton along the ray of one ratio. */
function bestAmount(lab: (amount: number) => Lab, ways: Ground["ways"], begun: number): number {
  let amount = begun;
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const [x, y, z] = ways(lab(amount));
    const there = ways(lab(amount * 1.02));
    const [dx, dy, dz] = [there[0] - x, there[1] - y, there[2] - z].map((value) => value / (amount * 0.02)) as [number, number, number];
    const step = -(dx * x + dy * y + dz * z) / Math.max(1e-12, dx * dx + dy * dy + dz * dz);
    const next = Math.min(2 * amount, Math.max(0.5 * amount, amount + step));
    const isThere = Math.abs(next - amount) < SETTLED * amount;
    amount = next;
    if (isThere) break;
  }
  return amount;
}
