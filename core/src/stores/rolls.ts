import type { Length } from "../measure/length.ts";

interface Size {
  readonly width: Length;
  readonly height: Length;
}

/** What a roll is cut into. */
export interface RollCut {
  readonly sheets: number;
  /** Bands across the roll with the sheet's height along it, and with its width along it. */
  readonly upright: number;
  readonly turned: number;
  /** Of its area, what no sheet is cut of: 0 to 1. */
  readonly waste: number;
}

/**
 * The most sheets of a size that come off a roll, cut as one does at a table: straight across into bands, each band into sheets that all lie one way.
 * Every mix of the two sorts of band is looked at, so no such cutting gives more.
 */
export function sheetsOfRoll(roll: { readonly width: Length; readonly length: Length }, { width, height }: Size): RollCut {
  const [across, acrossTurned] = [Math.floor(roll.width / width), Math.floor(roll.width / height)];
  let best = { sheets: 0, upright: 0, turned: 0 };
  // From one sort of band alone, so that of two cuttings that give as many the simpler stays.
  for (let upright = across > 0 ? Math.floor(roll.length / height) : 0; upright >= 0; upright -= 1) {
    const turned = acrossTurned > 0 ? Math.floor((roll.length - upright * height) / width) : 0;
    const sheets = upright * across + turned * acrossTurned;
    if (sheets > best.sheets) best = { sheets, upright, turned };
  }
  return { ...best, waste: 1 - (best.sheets * width * height) / (roll.width * roll.length) };
}
