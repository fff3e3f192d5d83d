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
/** The eye and a light made one: what each wavelength of a reflectance adds to X, Y and Z. */
export function eyeIn(power: Spectrum = D65): readonly [Spectrum, Spectrum, Spectrum] {
  const scale = 1 / sum((index) => (power[index] ?? 0) * (Y_BAR[index] ?? 0));
  return [X_BAR, Y_BAR, Z_BAR].map((bar) => bar.map((value, index) => scale * value * (power[index] ?? 0))) as [number[], number[], number[]];
}

/**
 * How a light makes reflectances look: X, Y, Z with a perfect white at Y = 1.
 * @param power of the light at each wavelength; daylight where none is given
 */
export function seen(power: Spectrum = D65): (reflectance: Spectrum) => Xyz {
  const [xs, ys, zs] = eyeIn(power);
  return (reflectance) => {
    let x = 0;
    let y = 0;
    let z = 0;
    for (let index = 0; index < WAVELENGTHS.length; index += 1) {
      const value = reflectance[index] ?? 0;
      x += value * (xs[index] ?? 0);
      y += value * (ys[index] ?? 0);
      z += value * (zs[index] ?? 0);
    }
    return [x, y, z];
  };
}

/** How a reflectance looks in daylight. */
export const xyzOf = seen();

const WHITE = xyzOf(WAVELENGTHS.map(() => 1));
const LINEAR_BELOW = 216 / 24389;

const steep = (ratio: number): number => (ratio > LINEAR_BELOW ? Math.cbrt(ratio) : ((24389 / 27) * ratio + 16) / 116);
const flat = (value: number): number => (value ** 3 > LINEAR_BELOW ? value ** 3 : (116 * value - 16) / (24389 / 27));

/** CIE Lab under D65: lightness, red to green, yellow to blue. */
export type Lab = readonly [L: number, a: number, b: number];
export type Xyz = readonly [x: number, y: number, z: number];

/** CIE Lab (ISO/CIE 11664-4) of a stimulus seen beside daylight's white. */
export function labOfXyz([x, y, z]: Xyz): Lab {
  const [fx, fy, fz] = [steep(x / WHITE[0]), steep(y / WHITE[1]), steep(z / WHITE[2])];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/** The way back from CIE Lab. */
export function xyzOfLab([L, a, b]: Lab): Xyz {
  const fy = (L + 16) / 116;
  return [WHITE[0] * flat(fy + a / 500), WHITE[1] * flat(fy), WHITE[2] * flat(fy - b / 200)];
}

/** CIE Lab of a reflectance in daylight. */
export const labOf = (reflectance: Spectrum): Lab => labOfXyz(xyzOf(reflectance));

export const lchOfLab = ([L, a, b]: Lab): Lch => ({ L, C: Math.hypot(a, b), h: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360 });

export const labOfLch = ({ L, C, h }: Lch): Lab => [L, C * Math.cos((h * Math.PI) / 180), C * Math.sin((h * Math.PI) / 180)];

/** The same as lightness, chroma and hue. */
export const lchOf = (reflectance: Spectrum): Lch => lchOfLab(labOf(reflectance));

/** As #rrggbb of sRGB (IEC 61966-2-1). */
export const hexOf = (reflectance: Spectrum): string => hexOfXyz(xyzOf(reflectance));

export const hexOfXyz = (xyz: Xyz): string =>
  `#${rgbOfXyz(xyz)
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("")}`;

const linearOfXyz = ([x, y, z]: Xyz): Xyz => [
  3.2404542 * x - 1.5371385 * y - 0.4985314 * z,
  -0.969266 * x + 1.8760108 * y + 0.041556 * z,
  0.0556434 * x - 0.2040259 * y + 1.0572252 * z,
];
const canBeShown = (linear: Xyz): boolean => linear.every((light) => light > -0.002 && light < 1.002);

/**
 * A stimulus as bytes of sRGB. What a screen cannot show loses chroma until it can, in its own lightness and hue: cutting each channel
 * would turn ultramarine into azure.
 */
export function rgbOfXyz(xyz: Xyz): readonly [number, number, number] {
  let linear = linearOfXyz(xyz);
  if (!canBeShown(linear)) {
    const [L, a, b] = labOfXyz(xyz);
    let [kept, lost] = [0, 1];
    for (let step = 0; step < 9; step += 1) {
      const middle = (kept + lost) / 2;
      if (canBeShown(linearOfXyz(xyzOfLab([L, a * middle, b * middle])))) kept = middle;
      else lost = middle;
    }
    linear = linearOfXyz(xyzOfLab([L, a * kept, b * kept]));
  }
  return [byteOf(linear[0]), byteOf(linear[1]), byteOf(linear[2])];
}

/** A share of linear light as a byte of sRGB, cut to what a screen can show, and the way back. */
export function byteOf(linear: number): number {
  const light = Math.max(0, Math.min(1, linear));
  return Math.round(255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055));
}
const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => (byte / 255 <= 0.04045 ? byte / 255 / 12.92 : ((byte / 255 + 0.055) / 1.055) ** 2.4));
export const linearOf = (byte: number): number => LINEAR[byte] ?? 0;

/** A pixel of sRGB, 0 to 255 each, as a stimulus. */
export function xyzOfRgb(red: number, green: number, blue: number): Xyz {
  const [r, g, b] = [linearOf(red), linearOf(green), linearOf(blue)];
  return [0.4124564 * r + 0.3575761 * g + 0.1804375 * b, 0.2126729 * r + 0.7151522 * g + 0.072175 * b, 0.0193339 * r + 0.119192 * g + 0.9503041 * b];
}

/** A colour written as #rrggbb. */
export const rgbOfHex = (hex: string): readonly [number, number, number] => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
export const labOfHex = (hex: string): Lab => labOfXyz(xyzOfRgb(...rgbOfHex(hex)));
