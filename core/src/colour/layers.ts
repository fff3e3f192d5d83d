import { WAVELENGTHS, type Spectrum } from "./light.ts";

/** A paint as it lies in an everyday wash: what it absorbs and scatters in one thickness of it, at each wavelength. */
export interface Film {
  readonly absorbs: Spectrum;
  readonly scatters: Spectrum;
  /** Flakes of mica or metal: it covers, and counts as a neutral however golden it is. */
  readonly metallic?: boolean;
}

/** Cotton paper, a little warm: it gives back less violet. */
export const WHITE_PAPER: Spectrum = WAVELENGTHS.map((nm) => 0.93 - 0.05 / (1 + Math.exp((nm - 440) / 14)));

/** Wet mixing: each paint by its share of the puddle. Absorption and scattering add up (Duncan 1940). */
export function mixed(parts: readonly { readonly film: Film; readonly share: number }[]): Film {
  const total = parts.reduce((sum, part) => sum + part.share, 0) || 1;
  const add = (of: (film: Film) => Spectrum): Spectrum => WAVELENGTHS.map((_, index) => parts.reduce((sum, { film, share }) => sum + ((of(film)[index] ?? 0) * share) / total, 0));
  const flakes = parts.some(({ film, share }) => film.metallic && share >= total / 2) ? { metallic: true } : {};
  return { absorbs: add((film) => film.absorbs), scatters: add((film) => film.scatters), ...flakes };
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

/** Share of the light inside a film of water that is thrown back at its surface, 1 - 1 / 1.33^2, and share thrown back from outside. */
const [INSIDE, OUTSIDE] = [0.435, 0.02];

/**
 * The same while it is still wet: light that is caught under the water is absorbed again and again, so that a wash dries lighter.
 * Source: Angstrom 1925, in the form of Lekner and Dorf 1988.
 */
export const whileWet = (dry: Spectrum): Spectrum => dry.map((value) => 1 - ((1 - OUTSIDE) * (1 - value)) / (1 - INSIDE * value));

/** A film with more or less of its pigment in the same water. */
export const stronger = (film: Film, times: number): Film => ({
  ...film,
  absorbs: film.absorbs.map((value) => value * times),
  scatters: film.scatters.map((value) => value * times),
});
