import { KALAM } from "./kalam.ts";

interface Glyph {
  readonly advance: number;
  readonly high: number;
  readonly deep: number;
}

const GLYPHS: ReadonlyMap<string, Glyph> = new Map(
  KALAM.glyphs.split("\n").map((row) => {
    const [sign = "", ...rest] = row;
    const [advance = 0, high = 0, deep = 0] = rest.join("").split(",").map(Number);
    return [sign, { advance, high, deep }];
  }),
);
/** A sign the font has not is taken to be as wide as an m, so that nothing is promised that does not fit. */
const UNKNOWN = GLYPHS.get("m") ?? { advance: 900, high: 520, deep: 0 };

/** A line of hand lettering at a size of 1: its width, and how far its ink reaches above and below the baseline. */
export interface LineMeasure {
  readonly width: number;
  readonly above: number;
  readonly below: number;
}

/** Signs of a text that the lettering font does not have. */
export const signsMissing = (text: string): readonly string[] => [...new Set(Array.from(text).filter((sign) => sign.trim() !== "" && !GLYPHS.has(sign)))];

/** Measures a line as it is written by the shipped hand. */
export function measureLine(text: string): LineMeasure {
  const glyphs = Array.from(text, (sign) => GLYPHS.get(sign) ?? UNKNOWN);
  const em = KALAM.unitsPerEm;
  return {
    width: glyphs.reduce((sum, glyph) => sum + glyph.advance, 0) / em,
    above: Math.max(KALAM.xHeight, ...glyphs.map((glyph) => glyph.high)) / em,
    below: -Math.min(0, ...glyphs.map((glyph) => glyph.deep)) / em,
  };
}

/** Heights of small and of capital letters at a size of 1. */
export const X_HEIGHT = KALAM.xHeight / KALAM.unitsPerEm;
export const CAP_HEIGHT = KALAM.capHeight / KALAM.unitsPerEm;
