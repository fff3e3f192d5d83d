import { CAP_HEIGHT, measureLine, X_HEIGHT, type LineMeasure } from "./lettering.ts";

/** A free place for words on a panel, millimetres from its top left corner. With a curve its baseline bows up by so much in the middle. */
export interface WordZone {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly curve: number;
}

/** Words to be put on. A stamp and a sticker have a size of their own, millimetres. */
export interface FitText {
  readonly text: string;
  readonly means: "hand" | "stamp" | "sticker";
  readonly width: number | null;
  readonly height: number | null;
}

/** Where one line lies: its baseline, its ends, and the pencil lines for its small and its tall letters. */
export interface PlacedLine {
  readonly text: string;
  readonly from: number;
  readonly to: number;
  readonly baseline: number;
  readonly xLine: number;
  readonly capLine: number;
}

export interface Fit {
  readonly zone: string;
  readonly fits: boolean;
  /** Size of the lettering, of an em; of a stamp its height. */
  readonly size: number;
  readonly xHeight: number;
  readonly lines: readonly PlacedLine[];
  /** The arc of the baseline, where it is one: its centre and radius. */
  readonly arc: { readonly x: number; readonly y: number; readonly radius: number } | null;
  /** What is missing where it does not fit: by how much it is too wide and too high. */
  readonly over: { readonly width: number; readonly height: number };
}

export interface FitLimits {
  /** The smallest height of small letters that can still be written and read. */
  readonly leastXHeight: number;
  readonly mostLines: number;
}

/** A flat brush or a fine pen: smaller letters run together. */
export const LEAST_X_HEIGHT = 1.8;
/** Baselines lie this far apart, in sizes. */
const LEADING = 1.15;

/** Words in each place, the largest that fits first; where it fits nowhere, the place where least is missing. */
export function fitWords(words: FitText, zones: readonly WordZone[], limits: FitLimits): readonly Fit[] {
  return zones
    .map((zone) => (words.means === "hand" ? fitByHand(words.text, zone, limits) : fitWhole(words, zone)))
    .sort((a, b) => Number(b.fits) - Number(a.fits) || (a.fits ? b.size - a.size : missing(a) - missing(b)));
}

const missing = (fit: Fit): number => Math.max(fit.over.width, fit.over.height);

/** A stamp or a sticker goes in as it is or not at all, in the middle of the place. */
function fitWhole({ text, width, height }: FitText, zone: WordZone): Fit {
  const [w, h] = [width ?? 0, height ?? 0];
  const over = { width: Math.max(0, w - zone.width), height: Math.max(0, h - zone.height) };
  const top = zone.y + (zone.height - h) / 2;
  const line: PlacedLine = { text, from: zone.x + (zone.width - w) / 2, to: zone.x + (zone.width + w) / 2, baseline: top + h, xLine: top, capLine: top };
  return { zone: zone.id, fits: over.width === 0 && over.height === 0, size: h, xHeight: h, lines: [line], arc: null, over };
}

/** Every way of breaking a text between its words into at most so many lines; a line break that was written stands. */
export function breaksOf(text: string, mostLines: number): readonly (readonly string[])[] {
  const lines = text
    .split("\n")
    .map((line) => line.trim().replace(/\s+/g, " "))
    .filter((line) => line !== "");
  if (lines.length !== 1) return [lines];
  const words = (lines[0] ?? "").split(" ");
  const ways: (readonly string[])[] = [[words.join(" ")]];
  const split = (from: number, above: readonly string[]): void => {
    if (above.length + 1 > mostLines) return;
    for (let to = from + 1; to < words.length; to += 1) {
      const line = words.slice(from, to).join(" ");
      ways.push([...above, line, words.slice(to).join(" ")]);
      split(to, [...above, line]);
    }
  };
  if (mostLines > 1) split(0, []);
  return ways.filter((way) => way.length <= mostLines);
}

function fitByHand(text: string, zone: WordZone, limits: FitLimits): Fit {
  const ways = zone.curve > 0 ? breaksOf(text, 1) : breaksOf(text, limits.mostLines);
  const least = limits.leastXHeight / X_HEIGHT;
  const fits = ways.map((lines) => {
    const measures = lines.map(measureLine);
    return { lines, measures, size: zone.curve > 0 ? sizeOnArc(measures, zone) : sizeStraight(measures, zone) };
  });
  const best = fits.reduce((a, b) => (b.size > a.size + 1e-9 ? b : a));
  const size = Math.max(best.size, least);
  const block = blockOf(best.measures);
  const room = zone.curve > 0 ? { width: arcOf(zone).length, height: zone.height - zone.curve } : zone;
  const over = {
    width: Math.max(0, Math.max(...best.measures.map((line) => line.width)) * size - room.width),
    height: Math.max(0, block * size - room.height),
  };
  const fit = best.size >= least - 1e-9;
  return {
    zone: zone.id,
    fits: fit,
    size,
    xHeight: size * X_HEIGHT,
    lines: place(best.lines, best.measures, zone, size),
    arc: zone.curve > 0 ? arcOf(zone) : null,
    over: fit ? { width: 0, height: 0 } : over,
  };
}

/** Height of some lines at a size of 1, from the ink of the first to the ink of the last. */
const blockOf = (lines: readonly LineMeasure[]): number => (lines[0]?.above ?? 0) + (lines.length - 1) * LEADING + (lines.at(-1)?.below ?? 0);

const sizeStraight = (lines: readonly LineMeasure[], zone: WordZone): number => Math.min(zone.width / Math.max(...lines.map((line) => line.width)), zone.height / blockOf(lines));

/** The circle through both ends of a place and its bowed middle: the chord is the width, the curve its sagitta. */
function arcOf(zone: WordZone): { x: number; y: number; radius: number; length: number } {
  const radius = (zone.width ** 2 / 4 + zone.curve ** 2) / (2 * zone.curve);
  // More than half a circle is not a line any more: the curve is at most half the width.
  const angle = 2 * Math.asin(Math.min(1, zone.width / (2 * radius)));
  return { x: zone.x + zone.width / 2, y: zone.y + zone.height - zone.curve + radius, radius, length: radius * angle };
}

const sizeOnArc = (lines: readonly LineMeasure[], zone: WordZone): number => {
  const [line] = lines;
  if (!line) return 0;
  // Below the baseline letters crowd; what hangs below it needs its room inside the place too.
  return Math.min(arcOf(zone).length / line.width, Math.max(0, zone.height - zone.curve) / (line.above + line.below));
};

/** Lines centred in their place, one below the other. */
function place(lines: readonly string[], measures: readonly LineMeasure[], zone: WordZone, size: number): PlacedLine[] {
  const top = zone.y + (zone.height - (zone.curve > 0 ? zone.curve : 0) - blockOf(measures) * size) / 2 + (zone.curve > 0 ? zone.curve : 0);
  return lines.map((text, index) => {
    const width = (measures[index]?.width ?? 0) * size;
    const baseline = top + ((measures[0]?.above ?? 0) + index * LEADING) * size;
    const middle = zone.x + zone.width / 2;
    return { text, from: middle - width / 2, to: middle + width / 2, baseline, xLine: baseline - X_HEIGHT * size, capLine: baseline - CAP_HEIGHT * size };
  });
}
