/** What a material's amount is counted in. Amounts are whole: pieces, microlitres, millimetres, milligrams, thousandths of a pen. */
export const MEASURES = ["piece", "volume", "length", "weight", "life"] as const;
export type Measure = (typeof MEASURES)[number];

/** What lies on the shelf, and how each kind is measured. */
const KINDS = {
  sheet: "piece",
  "card stock": "piece",
  "card blank": "piece",
  envelope: "piece",
  paint: "volume",
  "masking fluid": "volume",
  ink: "volume",
  glue: "volume",
  fixative: "volume",
  tape: "length",
  "mounting tape": "length",
  "foam tape": "piece",
  glitter: "weight",
  gem: "piece",
  twine: "length",
  ribbon: "length",
  pen: "life",
  "postage stamp": "piece",
  other: "piece",
} as const satisfies Readonly<Record<string, Measure>>;
export type StoreKind = keyof typeof KINDS;
export const STORE_KINDS = Object.keys(KINDS) as [StoreKind, ...StoreKind[]];
export const measureOf = (kind: StoreKind): Measure => KINDS[kind];

/** Kinds with a width and a height, that a count must find whole. What else is used up is reckoned, and its count may be asked for. */
export const HAS_SIZE: readonly StoreKind[] = ["sheet", "card stock", "card blank", "envelope"];
/** Taken whole and never in doubt: what is not there cannot be taken. */
export const isCountedOut = (kind: StoreKind): boolean => HAS_SIZE.includes(kind);

/** A unit that people say amounts in. `in` is how many of the measure's own whole units one of it is. */
export interface Unit {
  readonly id: string;
  readonly measure: Measure;
  readonly in: number;
  /** As it stands after a number: one, and more. */
  readonly one: string;
  readonly many: string;
  /** How else it is written. */
  readonly also: readonly string[];
}
const unit = (measure: Measure, of: number, one: string, many = `${one}s`, also: readonly string[] = []): Unit => ({ id: one, measure, in: of, one, many, also });

/**
 * Units of each measure. Litres, metres and grams are of the SI; inch, foot and yard by the international yard and pound agreement of 1959
 * (25.4 mm), the ounce with it (28.349523125 g), the fluid ounce by the US customary one (29.5735295625 ml). A drop is a twentieth of a
 * millilitre (the pharmacists' metric drop), a half pan holds 1.6 ml and a whole pan 3.2 ml, as makers of pans print on them.
 */
export const UNITS: readonly Unit[] = [
  unit("piece", 1, "piece", "pieces", ["pcs", "pc"]),
  unit("piece", 1, "sheet"),
  unit("piece", 12, "dozen", "dozen"),
  unit("volume", 1_000, "ml", "ml", ["millilitre", "millilitres", "milliliter", "milliliters"]),
  unit("volume", 10_000, "cl", "cl"),
  unit("volume", 1_000_000, "l", "l", ["litre", "litres", "liter", "liters"]),
  unit("volume", 50, "drop"),
  unit("volume", 1_600, "half pan"),
  unit("volume", 3_200, "pan"),
  unit("volume", 29_574, "fl oz", "fl oz"),
  unit("length", 1, "mm", "mm"),
  unit("length", 10, "cm", "cm"),
  unit("length", 1_000, "m", "m", ["metre", "metres", "meter", "meters"]),
  unit("length", 25.4, "in", "in", ["inch", "inches", '"']),
  unit("length", 304.8, "ft", "ft", ["foot", "feet"]),
  unit("length", 914.4, "yd", "yd", ["yard", "yards"]),
  unit("weight", 1, "mg", "mg"),
  unit("weight", 1_000, "g", "g", ["gram", "grams"]),
  unit("weight", 1_000_000, "kg", "kg"),
  unit("weight", 28_349.523125, "oz", "oz", ["ounce", "ounces"]),
  unit("life", 1_000, "pen"),
];
/** The unit that a bare number is in, and that amounts are printed in. */
export const usualUnit = (measure: Measure): Unit => UNITS.find((each) => each.id === USUAL[measure]) ?? (UNITS[0] as Unit);
const USUAL: Readonly<Record<Measure, string>> = { piece: "piece", volume: "ml", length: "m", weight: "g", life: "pen" };

export const unitNamed = (name: string): Unit | undefined => {
  const wanted = name.trim().toLowerCase();
  return UNITS.find(({ one, many, also }) => one === wanted || many === wanted || also.includes(wanted));
};

/** Why a written amount is none. */
export type AmountFault =
  | { readonly code: "no-number" }
  | { readonly code: "negative" }
  | { readonly code: "too-fine"; readonly least: Unit }
  | { readonly code: "too-large" }
  | { readonly code: "unknown-unit"; readonly unit: string; readonly known: readonly string[] }
  | { readonly code: "other-measure"; readonly unit: string; readonly measure: Measure; readonly known: readonly string[] };

/** More of anything than fits in a house: 2,000 l, 2,000 km, 2 t, 2,000,000 pieces. */
export const MOST_AMOUNT = 2_000_000_000;
const MOST_PIECES = 2_000_000;

/**
 * Reads `12`, `12 ml`, `2 1/2 m`, `1.5 half pans` as whole units of a measure. Point and comma both stand for the decimals; a number alone is in
 * the usual unit. What is finer than the whole unit is refused for pieces and rounded for what is poured or measured.
 */
export function readAmount(text: string, measure: Measure): { readonly ok: true; readonly amount: number } | { readonly ok: false; readonly fault: AmountFault } {
  const fail = (fault: AmountFault) => ({ ok: false, fault }) as const;
  const read = /^\s*(-?\d+(?:[.,]\d+)?)(?:\s+(\d+)\s*\/\s*(\d+))?\s*(.*?)\s*$/.exec(text);
  if (!read || read[3] === "0") return fail({ code: "no-number" });
  const [, whole = "0", over, under, name = ""] = read;
  const number = Number(whole.replace(",", ".")) + (over && under ? Number(over) / Number(under) : 0);
  const known = UNITS.filter((each) => each.measure === measure).map(({ one }) => one);
  const found = name === "" ? usualUnit(measure) : unitNamed(name);
  if (!found) return fail({ code: "unknown-unit", unit: name, known });
  if (found.measure !== measure) return fail({ code: "other-measure", unit: found.one, measure: found.measure, known });
  if (number < 0) return fail({ code: "negative" });
  const amount = number * found.in;
  if (measure === "piece" && Math.abs(amount - Math.round(amount)) > 1e-9) return fail({ code: "too-fine", least: usualUnit(measure) });
  if (Math.round(amount) > mostAmount(measure)) return fail({ code: "too-large" });
  return { ok: true, amount: Math.round(amount) };
}

export const mostAmount = (measure: Measure): number => (measure === "piece" ? MOST_PIECES : MOST_AMOUNT);

/** How much of it, as it is said: `12`, `7.5 ml`, `31 m`, `0.4 pen`. Three figures are enough to decide by. */
function amountWords(amount: number, measure: Measure): { readonly value: number; readonly unit: string } {
  if (measure === "piece") return { value: amount, unit: "" };
  const { in: size, one, many } = usualUnit(measure);
  const value = threeFigures(amount / size);
  return { value, unit: measure === "life" && value === 1 ? one : many };
}

export function printAmount(amount: number, measure: Measure): string {
  const { value, unit } = amountWords(amount, measure);
  return unit === "" ? String(value) : `${String(value)} ${unit}`;
}

/** The same to the last whole unit, as a file has it. */
export function exactAmount(amount: number, measure: Measure): string {
  if (measure === "piece") return String(amount);
  const { in: size, many } = usualUnit(measure);
  return `${String(Math.round((amount / size) * 1e6) / 1e6)} ${many}`;
}

function threeFigures(value: number): number {
  if (value === 0 || Math.abs(value) >= 100) return Math.round(value);
  const digits = Math.abs(value) >= 10 ? 1 : 2;
  return Math.round(value * 10 ** digits) / 10 ** digits;
}

/** Millilitres as an amount of paint, ink or fluid: whole microlitres. */
export const volumeAmount = (ml: number): number => Math.max(0, Math.round(ml * 1_000));
