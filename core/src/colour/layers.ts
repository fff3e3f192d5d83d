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
 * What is seen of a film on what is below it.
 * Source: Kubelka and Munk 1931, in the form of Kubelka 1948 for the reflectance and the transmittance of a layer; layers one over the
 * other as in Curtis, Anderson, Seims, Fleischer and Salesin 1997, section 5.
 * @param thickness 1 for an everyday wash, less for tea, more for cream
 */
export function over(film: Film, below: Spectrum, thickness = 1): Spectrum {
  return WAVELENGTHS.map((_, index) => {
    const ground = below[index] ?? 0;
    const scatter = Math.max(1e-4, (film.scatters[index] ?? 0) * thickness);
    const a = 1 + ((film.absorbs[index] ?? 0) * thickness) / scatter;
    const b = Math.sqrt(Math.max(1e-12, a * a - 1));
    const [sinh, cosh] = [Math.sinh(b * scatter), Math.cosh(b * scatter)];
    const depth = a * sinh + b * cosh;
    const reflected = sinh / depth;
    const passed = b / depth;
    return reflected + (passed * passed * ground) / (1 - reflected * ground);
  });
}
