/** Wavelengths that colours are reckoned at: 400 to 700 nm in steps of 10. */
export const WAVELENGTHS: readonly number[] = Array.from({ length: 31 }, (_, index) => 400 + 10 * index);
/** One figure per wavelength. */
export type Spectrum = readonly number[];

/** CIE 1931 colour-matching functions of the 2 degree observer, 400 to 700 nm (ISO/CIE 11664-1). */
const X_BAR = [
  0.0143, 0.0435, 0.1344, 0.2839, 0.3483, 0.3362, 0.2908, 0.1954, 0.0956, 0.032, 0.0049, 0.0093, 0.0633, 0.1655, 0.2904, 0.4334, 0.5945, 0.7621, 0.9163, 1.0263, 1.0622, 1.0026,
  0.8544, 0.6424, 0.4479, 0.2835, 0.1649, 0.0874, 0.0468, 0.0227, 0.0114,
];
const Y_BAR = [
  0.0004, 0.0012, 0.004, 0.0116, 0.023, 0.038, 0.06, 0.091, 0.139, 0.208, 0.323, 0.503, 0.71, 0.862, 0.954, 0.995, 0.995, 0.952, 0.87, 0.757, 0.631, 0.503, 0.381, 0.265, 0.175,
  0.107, 0.061, 0.032, 0.017, 0.0082, 0.0041,
];
const Z_BAR = [
  0.0679, 0.2074, 0.6456, 1.3856, 1.7471, 1.7721, 1.6692, 1.2876, 0.813, 0.4652, 0.272, 0.1582, 0.0782, 0.0422, 0.0203, 0.0087, 0.0039, 0.0021, 0.0017, 0.0011, 0.0008, 0.0003,
  0.0002, 0, 0, 0, 0, 0, 0, 0, 0,
];
/** Relative power of daylight, CIE D65 (ISO/CIE 11664-2). */
const D65 = [
  82.75, 91.49, 93.43, 86.68, 104.86, 117.01, 117.81, 114.86, 115.92, 108.81, 109.35, 107.8, 104.79, 107.69, 104.41, 104.05, 100, 96.33, 95.79, 88.69, 90.01, 89.6, 87.7, 83.29,
  83.7, 80.03, 80.21, 82.28, 78.28, 69.72, 71.61,
];

export interface Lch {
  /** Lightness 0 to 100, chroma, hue in degrees: CIE LCh under D65. */
  readonly L: number;
  readonly C: number;
  readonly h: number;
}

const sum = (of: (index: number) => number): number => WAVELENGTHS.reduce((total, _, index) => total + of(index), 0);
const SCALE = 1 / sum((index) => (D65[index] ?? 0) * (Y_BAR[index] ?? 0));
/** The eye and the daylight in one, once. */
const [X_SEEN, Y_SEEN, Z_SEEN] = [X_BAR, Y_BAR, Z_BAR].map((bar) => bar.map((value, index) => SCALE * value * (D65[index] ?? 0))) as [number[], number[], number[]];
/** How a reflectance looks in daylight: X, Y, Z with a perfect white at Y = 1. */
export function xyzOf(reflectance: Spectrum): readonly [number, number, number] {
  let x = 0;
  let y = 0;
  let z = 0;
  for (let index = 0; index < WAVELENGTHS.length; index += 1) {
    const value = reflectance[index] ?? 0;
    x += value * (X_SEEN[index] ?? 0);
    y += value * (Y_SEEN[index] ?? 0);
    z += value * (Z_SEEN[index] ?? 0);
  }
  return [x, y, z];
}

const WHITE = xyzOf(WAVELENGTHS.map(() => 1));
const LINEAR_BELOW = 216 / 24389;

/** CIE Lab (ISO/CIE 11664-4) of a reflectance in daylight: lightness, red to green, yellow to blue. */
function labOf(reflectance: Spectrum): readonly [L: number, a: number, b: number] {
  const xyz = xyzOf(reflectance);
  const [x = 0, y = 0, z = 0] = xyz.map((value, index) => {
    const ratio = value / (WHITE[index] ?? 1);
    return ratio > LINEAR_BELOW ? Math.cbrt(ratio) : ((24389 / 27) * ratio + 16) / 116;
  });
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** The same as lightness, chroma and hue. */
export function lchOf(reflectance: Spectrum): Lch {
  const [L, a, b] = labOf(reflectance);
  return { L, C: Math.hypot(a, b), h: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360 };
}

/** As #rrggbb of sRGB (IEC 61966-2-1), cut to what a screen can show. */
export function hexOf(reflectance: Spectrum): string {
  const [x, y, z] = xyzOf(reflectance);
  const linear = [3.2404542 * x - 1.5371385 * y - 0.4985314 * z, -0.969266 * x + 1.8760108 * y + 0.041556 * z, 0.0556434 * x - 0.2040259 * y + 1.0572252 * z];
  const bytes = linear.map((value) => {
    const light = Math.max(0, Math.min(1, value));
    return Math.round(255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055));
  });
  return `#${bytes.map((byte) => byte.toString(16).padStart(2, "0")).join("")}`;
}
