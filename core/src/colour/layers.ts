import { WAVELENGTHS, type Spectrum } from "./light.ts";

/** A paint as it lies in an everyday wash: what it absorbs and scatters in one thickness of it, at each wavelength. */
export interface Film {
  readonly absorbs: Spectrum;
  readonly scatters: Spectrum;
}

/** Cotton paper, a little warm: it gives back less violet. */
export const WHITE_PAPER: Spectrum = WAVELENGTHS.map((nm) => 0.93 - 0.05 / (1 + Math.exp((nm - 440) / 14)));

/** Wet mixing: each paint by its share of the puddle. Absorption and scattering add up (Duncan 1940). */
export function mixed(parts: readonly { readonly film: Film; readonly share: number }[]): Film {
  const total = parts.reduce((sum, part) => sum + part.share, 0) || 1;
  const add = (of: (film: Film) => Spectrum): Spectrum => WAVELENGTHS.map((_, index) => parts.reduce((sum, { film, share }) => sum + ((of(film)[index] ?? 0) * share) / total, 0));
  return { absorbs: add((film) => film.absorbs), scatters: add((film) => film.scatters) };
}

/**
 * What a layer on a ground gives back at one wavelength.
 * Source: Kubelka and Munk 1931, in the form of Kubelka 1948 for the reflectance and the transmittance of a layer; layers one over the
 * other as in Curtis, Anderson, Seims, Fleischer and Salesin 1997, section 5.
 */
export function reflected(absorbs: number, scatters: number, ground: number, thickness: number): number {
  const scatter = Math.max(1e-4, scatters * thickness);
  const a = 1 + (absorbs * thickness) / scatter;
  const b = Math.sqrt(Math.max(1e-12, a * a - 1));
  const rise = Math.exp(b * scatter);
  const sinh = (rise - 1 / rise) / 2;
  const depth = a * sinh + (b * (rise + 1 / rise)) / 2;
  const back = sinh / depth;
  const passed = b / depth;
  return back + (passed * passed * ground) / (1 - back * ground);
}

/**
 * What is seen of a film on what is below it.
 * @param thickness 1 for an everyday wash, less for tea, more for cream
 */
export const over = (film: Film, below: Spectrum, thickness = 1): Spectrum =>
  WAVELENGTHS.map((_, index) => reflected(film.absorbs[index] ?? 0, film.scatters[index] ?? 0, below[index] ?? 0, thickness));
