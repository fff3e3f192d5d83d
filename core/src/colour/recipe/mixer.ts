import { reflected, type Film } from "../layers.ts";
import { eyeIn, labOf, labOfXyz, WAVELENGTHS, type Lab, type Spectrum } from "../light.ts";
import { filmOfWash, reflectanceOf } from "../reflectance.ts";

/** Three figures of a colour's way to the wanted one, each about one CIEDE2000. */
export type MixWay = [number, number, number];

/** Films on a paper as fast as they can be reckoned: amounts of each, in parts times thickness, to a colour. */
export interface Mixer {
  readonly paints: number;
  /** @param ids paints, @param amounts of each @returns CIE Lab, valid until the next call */
  readonly lab: (ids: readonly number[], amounts: readonly number[]) => Lab;
}

/** @param every 1 for all wavelengths, 2 for every second: half as exact, twice as fast */
export function mixerOf(films: readonly Film[], paper: Spectrum, every: 1 | 2 = 1): Mixer {
  const taken = WAVELENGTHS.map((_, nm) => nm).filter((nm) => nm % every === 0);
  const many = taken.length;
  const flat = (of: (film: Film) => Spectrum): Float64Array => Float64Array.from(films.flatMap((film) => taken.map((nm) => of(film)[nm] ?? 0)));
  const [absorbs, scatters] = [flat((film) => film.absorbs), flat((film) => film.scatters)];
  const ground = Float64Array.from(taken, (nm) => paper[nm] ?? 1);
  const [xs, ys, zs] = eyeFor(taken);
  return {
    paints: films.length,
    lab: (ids, amounts) => {
      let [x, y, z] = [0, 0, 0];
      for (let nm = 0; nm < many; nm += 1) {
        let k = 0;
        let s = 0;
        for (let each = 0; each < ids.length; each += 1) {
          const at = (ids[each] as number) * many + nm;
          const amount = amounts[each] as number;
          k += amount * (absorbs[at] as number);
          s += amount * (scatters[at] as number);
        }
        const back = reflected(k, s, ground[nm] as number, 1);
        x += back * (xs[nm] as number);
        y += back * (ys[nm] as number);
        z += back * (zs[nm] as number);
      }
      return labOfXyz([x, y, z]);
    },
  };
}

/** The eye for some of the wavelengths only, which weigh so that white stays white. */
function eyeFor(taken: readonly number[]): readonly [Float64Array, Float64Array, Float64Array] {
  return eyeIn().map((bar) => {
    const [all, some] = [bar.reduce((sum, value) => sum + value, 0), taken.reduce((sum, nm) => sum + (bar[nm] ?? 0), 0)];
    return Float64Array.from(taken, (nm) => ((bar[nm] ?? 0) * all) / some);
  }) as [Float64Array, Float64Array, Float64Array];
}

/**
 * The way from a colour to the wanted one in steps that the eye sees as equal: CIEDE2000 near the wanted colour, without its
 * turning term for blues, which only the last comparison needs. Source: CIE 142-2001, the weights S_L, S_C, S_H.
 */
export function waysTo(wanted: Lab): (lab: Lab) => MixWay {
  const [L, a, b] = wanted;
  const seventh = Math.hypot(a, b) ** 7;
  const grown = 1 + 0.5 * (1 - Math.sqrt(seventh / (seventh + 25 ** 7)));
  const C = Math.hypot(a * grown, b);
  const h = Math.atan2(b, a * grown);
  const lightness = 1 + (0.015 * (L - 50) ** 2) / Math.sqrt(20 + (L - 50) ** 2);
  const t = 1 - 0.17 * Math.cos(h - Math.PI / 6) + 0.24 * Math.cos(2 * h) + 0.32 * Math.cos(3 * h + Math.PI / 30) - 0.2 * Math.cos(4 * h - (63 * Math.PI) / 180);
  const [chroma, hue] = [1 + 0.045 * C, 1 + 0.015 * C * t];
  const [cos, sin] = [Math.cos(h), Math.sin(h)];
  return (lab) => {
    const [dL, da, db] = [lab[0] - L, (lab[1] - a) * grown, lab[2] - b];
    return [dL / lightness, (da * cos + db * sin) / chroma, (db * cos - da * sin) / hue];
  };
}

/** What each paint does to the wanted colour when a little of it is added there, and what all the paint in it does: where the search begins. */
export function pullsAt(wanted: string, films: readonly Film[], paper: Spectrum, ways: (lab: Lab) => MixWay): { readonly paints: readonly MixWay[]; readonly whole: MixWay } {
  const there = filmOfWash(reflectanceOf(wanted), 0.02, paper);
  const lookOf = (absorbs: Spectrum): Lab => labOf(absorbs.map((k, nm) => reflected(k, 0.02, paper[nm] ?? 1, 1)));
  const now = ways(lookOf(there.absorbs));
  const slopes = WAVELENGTHS.map((_, nm) => {
    const step = 0.02 + 0.02 * (there.absorbs[nm] ?? 0);
    const moved = ways(lookOf(there.absorbs.map((k, index) => (index === nm ? k + step : k))));
    return moved.map((value, at) => (value - (now[at] ?? 0)) / step) as MixWay;
  });
  const pull = (absorbs: Spectrum): MixWay =>
    slopes.reduce<MixWay>((sum, slope, nm) => [sum[0] + slope[0] * (absorbs[nm] ?? 0), sum[1] + slope[1] * (absorbs[nm] ?? 0), sum[2] + slope[2] * (absorbs[nm] ?? 0)], [0, 0, 0]);
  return { paints: films.map((film) => pull(film.absorbs)), whole: pull(there.absorbs) };
}
