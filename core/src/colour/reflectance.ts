import { Color } from "spectral.js";
import { WHITE_PAPER, reflected, type Film } from "./layers.ts";
import { WAVELENGTHS, type Spectrum } from "./light.ts";

const FIRST = (400 - 380) / 10;

/** A likely reflectance of a colour of which only #rrggbb is known: one of many that look like it, smooth as paints and papers are. */
export function reflectanceOf(hex: string): Spectrum {
  const { R } = new Color(hex);
  return WAVELENGTHS.map((_, index) => Math.max(0.003, Math.min(0.995, R[FIRST + index] ?? 0)));
}

const MOST_ABSORBED = 12;
const HALVINGS = 40;

/**
 * The paint that looked like this as an everyday wash on a paper: what it absorbs, where what it scatters is told by how it covers.
 * Found by halving at each wavelength, since more absorption always gives back less.
 */
export function filmOfWash(wash: Spectrum, scatters: number, paper: Spectrum = WHITE_PAPER): Film {
  const absorbs = WAVELENGTHS.map((_, index) => {
    let [least, most] = [0, MOST_ABSORBED];
    for (let step = 0; step < HALVINGS; step += 1) {
      const middle = (least + most) / 2;
      if (reflected(middle, scatters, paper[index] ?? 1, 1) > (wash[index] ?? 0)) least = middle;
      else most = middle;
    }
    return (least + most) / 2;
  });
  return { absorbs, scatters: WAVELENGTHS.map(() => scatters) };
}
