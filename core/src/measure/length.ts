/**
 * A length in whole units of 1/320 mm: the largest unit in which 1/64 in (127) and 1/10 mm (32) are both whole,
 * so that 8 x 3 1/4 in is exactly 26 in.
 */
export type Length = number & { readonly [lengthBrand]: true };
declare const lengthBrand: unique symbol;

/** The same with plain whole numbers of 1/320 mm, as kept in the database and sent. */
export type Unbranded<T> = T extends Length
  ? number
  : T extends readonly (infer Item)[]
    ? readonly Unbranded<Item>[]
    : T extends object
      ? { readonly [Key in keyof T]: Unbranded<T[Key]> }
      : T;

export type LengthSystem = "in" | "cm";

const UNITS_PER_MM = 320;
const UNITS_PER_INCH = 8128;

/** Snaps to the nearest 1/320 mm, once, at reading. */
export const mm = (millimetres: number): Length => Math.round(millimetres * UNITS_PER_MM) as Length;

/**
 * `inches(3, 1, 4)` is 3 1/4 in.
 * @param whole inches, may be decimal
 */
export const inches = (whole: number, numerator = 0, denominator = 1): Length => Math.round((whole + numerator / denominator) * UNITS_PER_INCH) as Length;

/** A number of 1/320 mm, as kept in the database. */
export const lengthOfUnits = (units: number): Length => Math.round(units) as Length;

export const toMm = (length: Length): number => Math.round((length / UNITS_PER_MM) * 1000) / 1000;

export const plus = (...lengths: readonly Length[]): Length => lengths.reduce<number>((sum, each) => sum + each, 0) as Length;
export const minus = (from: Length, ...taken: readonly Length[]): Length => (from - plus(...taken)) as Length;
export const times = (count: number, length: Length): Length => (count * length) as Length;
export const halfOf = (length: Length): Length => Math.round(length / 2) as Length;

/** The mark set before a length that was rounded to be printed. */
export const ROUNDED_MARK = "~";

/**
 * Prints as makers say it: `4 1/4 in` (nearest 1/16) or `10.8 cm` (nearest half millimetre), with `~` before it when
 * that is not exactly the length.
 */
export const printLength = (length: Length, system: LengthSystem): string => `${printBare(length, system)} ${system}`;

/** The same without the unit, for drawings whose unit is said once. */
export function printBare(length: Length, system: LengthSystem): string {
  return system === "in" ? printInches(length) : printCentimetres(length);
}

/** Whether a measure as it is written is not quite the length. */
export const isRounded = (length: Length, system: LengthSystem): boolean => printBare(length, system).startsWith(ROUNDED_MARK);

/** `4 1/4 × 5 1/2 in`. */
export const printSize = (width: Length, height: Length, system: LengthSystem): string => `${printBare(width, system)} × ${printBare(height, system)} ${system}`;

function printInches(length: Length): string {
  const sixteenths = Math.round(Math.abs(length) / (UNITS_PER_INCH / 16));
  const exact = sixteenths * (UNITS_PER_INCH / 16) === Math.abs(length);
  const whole = Math.floor(sixteenths / 16);
  let [top, bottom] = [sixteenths % 16, 16];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  const part = top === 0 ? "" : `${String(top)}/${String(bottom)}`;
  const number = whole === 0 && part ? part : `${String(whole)}${part ? ` ${part}` : ""}`;
  return `${exact ? "" : ROUNDED_MARK}${length < 0 ? "-" : ""}${number}`;
}

function printCentimetres(length: Length): string {
  const halfMm = Math.round(length / (UNITS_PER_MM / 2));
  const exact = halfMm * (UNITS_PER_MM / 2) === length;
  return `${exact ? "" : ROUNDED_MARK}${String(halfMm / 20)}`;
}
