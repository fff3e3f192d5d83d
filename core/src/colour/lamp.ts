import { hexOfXyz, seen, WAVELENGTHS, type Spectrum, type Xyz } from "./light.ts";

export const LIGHTS = ["daylight", "lamplight"] as const;
export type Light = (typeof LIGHTS)[number];

/** Relative power of a filament lamp, CIE illuminant A: a black body at 2856 K (ISO/CIE 11664-2, formula of section 4.1). */
const A = WAVELENGTHS.map((nm) => (100 * (560 / nm) ** 5 * (Math.exp(1.435e7 / (2848 * 560)) - 1)) / (Math.exp(1.435e7 / (2848 * nm)) - 1));
const byLamp = seen(A);
const LAMP_WHITE = byLamp(WAVELENGTHS.map(() => 1));
const DAY_WHITE = seen()(WAVELENGTHS.map(() => 1));

type Matrix = readonly [Xyz, Xyz, Xyz];
const times = ([a, b, c]: Matrix, [x, y, z]: Xyz): Xyz => [a[0] * x + a[1] * y + a[2] * z, b[0] * x + b[1] * y + b[2] * z, c[0] * x + c[1] * y + c[2] * z];
/** Cones as in CAT02 (CIE 159:2004). */
const CONES: Matrix = [
  [0.7328, 0.4296, -0.1624],
  [-0.7036, 1.6975, 0.0061],
  [0.003, 0.0136, 0.9834],
];
const BACK: Matrix = [
  [1.096124, -0.278869, 0.182745],
  [0.454369, 0.473533, 0.072098],
  [-0.009628, -0.005698, 1.015326],
];
/** In a lamplit room the eye gets used to the light, but not wholly: paper stays a little yellow. */
const USED_TO = 0.85;

const [dayCones, lampCones] = [times(CONES, DAY_WHITE), times(CONES, LAMP_WHITE)];
const GAIN = dayCones.map((day, index) => USED_TO * (day / (lampCones[index] ?? 1)) + 1 - USED_TO) as unknown as Xyz;

/** What is seen of a stimulus under the lamp, by an eye that has sat there for some minutes, told as under daylight. */
export function usedToLamp(xyz: Xyz): Xyz {
  const cones = times(CONES, xyz);
  return times(BACK, [cones[0] * GAIN[0], cones[1] * GAIN[1], cones[2] * GAIN[2]]);
}

/** A reflectance in a light, as a stimulus told as under daylight. */
export const seenIn = (light: Light, reflectance: Spectrum): Xyz => (light === "daylight" ? seen()(reflectance) : usedToLamp(byLamp(reflectance)));
export const hexIn = (light: Light, reflectance: Spectrum): string => hexOfXyz(seenIn(light, reflectance));
