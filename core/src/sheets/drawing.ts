import { inches, lengthOfUnits, mm, toMm, type Length, type LengthSystem } from "../measure/length.ts";
import type { Layout, Rect, Sheet } from "./model.ts";

/** A straight line of a sheet at true size. */
export interface DrawnLine {
  readonly kind: "cut" | "score" | "rim" | "tick";
  readonly x1: Length;
  readonly y1: Length;
  readonly x2: Length;
  readonly y2: Length;
}
/** A word on a piece, its middle at x, y. */
export interface DrawnWord {
  readonly x: Length;
  readonly y: Length;
  readonly text: string;
}
export interface SheetSketch {
  readonly width: Length;
  readonly height: Length;
  readonly lines: readonly DrawnLine[];
  readonly words: readonly DrawnWord[];
}

/** A score on a piece of one panel: so far from the left side of the piece as it was asked for, unturned. */
export interface Score {
  readonly panel: string;
  readonly axis: "x" | "y";
  readonly at: Length;
  /** The piece's width as asked, by which a turned one is known. */
  readonly width: Length;
}

const TICK = mm(4);

/** A layout at true size: the rim, every cut, scores, pencil ticks where cuts meet the rim, and what each piece is for. */
export function sheetSketch(sheet: Sheet, layout: Layout, nameOf: (panel: string, index: number) => string, scores: readonly Score[] = []): SheetSketch {
  const zero = lengthOfUnits(0);
  const line = (kind: DrawnLine["kind"], x1: Length, y1: Length, x2: Length, y2: Length): DrawnLine => ({ kind, x1, y1, x2, y2 });
  const { width, height } = sheet;
  const rim = [line("rim", zero, zero, width, zero), line("rim", width, zero, width, height), line("rim", width, height, zero, height), line("rim", zero, height, zero, zero)];
  const cuts = layout.cuts.map((cut) => (cut.axis === "x" ? line("cut", cut.at, cut.from, cut.at, cut.to) : line("cut", cut.from, cut.at, cut.to, cut.at)));
  const ticks = layout.cuts.flatMap((cut): DrawnLine[] =>
    cut.axis === "x"
      ? [line("tick", cut.at, zero, cut.at, TICK), line("tick", cut.at, lengthOfUnits(height - TICK), cut.at, height)]
      : [line("tick", zero, cut.at, TICK, cut.at), line("tick", lengthOfUnits(width - TICK), cut.at, width, cut.at)],
  );
  const scored = layout.pieces.flatMap((piece) => scores.filter((score) => score.panel === piece.panel).map((score) => scoreOn(piece, score)));
  const words = layout.pieces.map((piece, index) => ({
    x: lengthOfUnits(piece.x + piece.width / 2),
    y: lengthOfUnits(piece.y + piece.height / 2),
    text: nameOf(piece.panel, index),
  }));
  return { width, height, lines: [...rim, ...cuts, ...distinct(ticks), ...scored], words };
}

/** A turned piece has its score turned with it. */
function scoreOn(piece: Rect, score: Score): DrawnLine {
  const turned = piece.width !== score.width;
  const upright = (score.axis === "x") !== turned;
  const [at, right, below] = [score.at, lengthOfUnits(piece.x + piece.width), lengthOfUnits(piece.y + piece.height)];
  return upright
    ? { kind: "score", x1: lengthOfUnits(piece.x + at), y1: piece.y, x2: lengthOfUnits(piece.x + at), y2: below }
    : { kind: "score", x1: piece.x, y1: lengthOfUnits(piece.y + at), x2: right, y2: lengthOfUnits(piece.y + at) };
}

function distinct(lines: readonly DrawnLine[]): DrawnLine[] {
  const seen = new Map(lines.map((line) => [`${String(line.x1)} ${String(line.y1)} ${String(line.x2)} ${String(line.y2)}`, line]));
  return [...seen.values()];
}

const inMm = (length: number): string => String(toMm(lengthOfUnits(length)));
const escaped = (text: string): string => text.replace(/[<>&"']/g, (sign) => `&#${String(sign.charCodeAt(0))};`);

const tenth = (long: number, index: number): string => String(Math.round(long * index * 100) / 1000);

const DASHES = { cut: "", score: ' stroke-dasharray="3 1.5"', rim: "", tick: "" } as const;

/** The ruler that is measured after printing: a length that the maker's own ruler shows. */
export const CHECK_RULERS: Readonly<Record<LengthSystem, Length>> = { cm: mm(100), in: inches(4) };

/** A sketch as a true-size SVG in millimetres, with a ruler of ten parts to check it by below. */
export function sketchSvg(sketch: SheetSketch, title: string, ruler: Length, rulerWords: string): string {
  const [width, height] = [toMm(sketch.width), toMm(sketch.height)];
  const lines = sketch.lines.map(
    (line) =>
      `<line class="${line.kind}" x1="${inMm(line.x1)}" y1="${inMm(line.y1)}" x2="${inMm(line.x2)}" y2="${inMm(line.y2)}" stroke="#22303c" stroke-width="${line.kind === "rim" ? "0.4" : "0.2"}"${DASHES[line.kind]}/>`,
  );
  const words = sketch.words.map(
    (word) => `<text x="${inMm(word.x)}" y="${inMm(word.y)}" text-anchor="middle" font-size="4" font-family="sans-serif">${escaped(word.text)}</text>`,
  );
  const long = toMm(ruler);
  const ticks = Array.from({ length: 11 }, (_, index) => {
    const x = tenth(long, index);
    return `<line x1="${x}" y1="${String(height + 6)}" x2="${x}" y2="${String(height + (index % 5 === 0 ? 11 : 9))}" stroke="#22303c" stroke-width="0.2"/>`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${String(Math.max(width, long + 2))}mm" height="${String(height + 18)}mm" viewBox="-1 -1 ${String(Math.max(width, long) + 2)} ${String(height + 18)}">`,
    `<title>${escaped(title)}</title>`,
    ...lines,
    ...words,
    `<line x1="0" y1="${String(height + 6)}" x2="${String(long)}" y2="${String(height + 6)}" stroke="#22303c" stroke-width="0.3"/>`,
    ...ticks,
    `<text x="0" y="${String(height + 16)}" font-size="4" font-family="sans-serif">This line must measure ${escaped(rulerWords)}.</text>`,
    "</svg>",
    "",
  ].join("\n");
}

/**
 * A sketch as a DXF drawing (the ASCII form of release 12, in millimetres) for a cutting machine: cuts, scores and the rim on layers
 * of their own, y upwards as that format has it.
 */
export function sketchDxf(sketch: SheetSketch): string {
  const up = (y: number): string => inMm(sketch.height - y);
  const entities = sketch.lines
    .filter((line) => line.kind !== "tick")
    .flatMap((line) => ["0", "LINE", "8", line.kind.toUpperCase(), "10", inMm(line.x1), "20", up(line.y1), "30", "0", "11", inMm(line.x2), "21", up(line.y2), "31", "0"]);
  const words = sketch.words.flatMap((word) => [
    "0",
    "TEXT",
    "8",
    "WORDS",
    "10",
    inMm(word.x),
    "20",
    up(word.y),
    "30",
    "0",
    "40",
    "4",
    "1",
    word.text.replace(/[^\x20-\x7e]/g, "?"),
  ]);
  return [
    "0",
    "SECTION",
    "2",
    "HEADER",
    "9",
    "$ACADVER",
    "1",
    "AC1009",
    "9",
    "$INSUNITS",
    "70",
    "4",
    "0",
    "ENDSEC",
    "0",
    "SECTION",
    "2",
    "ENTITIES",
    ...entities,
    ...words,
    "0",
    "ENDSEC",
    "0",
    "EOF",
    "",
  ].join("\n");
}

/** A page of the maker's printer that shows part of the sheet: where that part begins, and its place in rows and columns. */
export interface Tile {
  readonly x: Length;
  readonly y: Length;
  readonly width: Length;
  readonly height: Length;
  readonly row: number;
  readonly column: number;
}

/**
 * The pages that show a drawing at true size, each overlapping its neighbours so that they can be glued.
 * @param page what the printer prints on, without its rims
 * @param scale what a printed length must be multiplied by because the printer prints too small (above 1) or too large
 * @returns pages left to right, top to bottom; upright or turned, whichever takes fewer pages is up to who asks
 */
export function tilesOf(size: { readonly width: Length; readonly height: Length }, page: { readonly width: Length; readonly height: Length }, overlap: Length, scale = 1): Tile[] {
  const shown = { width: Math.floor(page.width / scale), height: Math.floor(page.height / scale) };
  const along = (full: number, window: number): number => (full <= window ? 1 : 1 + Math.ceil((full - window) / Math.max(1, window - overlap)));
  const [columns, rows] = [along(size.width, shown.width), along(size.height, shown.height)];
  return Array.from({ length: columns * rows }, (_, index): Tile => {
    const [column, row] = [index % columns, Math.floor(index / columns)];
    const [x, y] = [column * (shown.width - overlap), row * (shown.height - overlap)];
    return {
      x: lengthOfUnits(x),
      y: lengthOfUnits(y),
      width: lengthOfUnits(Math.min(shown.width, size.width - x)),
      height: lengthOfUnits(Math.min(shown.height, size.height - y)),
      row,
      column,
    };
  });
}

/** Correction for a printer by its own check ruler: what it should have measured over what it did. */
export const printerScale = (measured: Length, ruler: Length): number => ruler / measured;
