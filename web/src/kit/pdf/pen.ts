import type { PaperFormat } from "@yule/core";
import { rgb, type PDFFont, type PDFPage, type RGB } from "pdf-lib";
import { spoken } from "../say.ts";

/** A PDF measures in points, 1/72 in. */
export const POINTS_PER_MM = 72 / 25.4;

const PAGES: Readonly<Record<PaperFormat, Page>> = { A4: { wide: 595.28, high: 841.89 }, letter: { wide: 612, high: 792 } };
interface Page {
  readonly wide: number;
  readonly high: number;
}
/** A page of the shop's printer upright, in points: ISO 216 or ANSI/ASME Y14.1. */
export const pagePoints = (): Page => PAGES[spoken().paper];

export const PDF_INK = rgb(0.13, 0.12, 0.1);
export const PDF_SOFT = rgb(0.36, 0.33, 0.29);
export const LINE = rgb(0.72, 0.68, 0.6);

/** Of what is written whole: points below which nobody can read it, and lines apart in sizes of the letters. */
const [LEAST_SIZE, LEADING] = [5, 1.28];

/** Writes and draws on the page; a letter that the first part of a family lacks is taken from the second. */
export class Pen {
  constructor(
    private readonly page: PDFPage,
    private readonly family: readonly PDFFont[],
    private readonly strongs: readonly PDFFont[],
    private readonly headings: readonly PDFFont[],
  ) {}

  heading(x: number, y: number, text: string, size: number, most: number): void {
    this.write(this.headings, x, y, text, size, PDF_INK, most);
  }

  text(x: number, y: number, text: string, size: number, colour: RGB, most: number): void {
    this.write(this.family, x, y, text, size, colour, most);
  }

  strong(x: number, y: number, text: string, size: number, colour: RGB, most: number): void {
    this.write(this.strongs, x, y, text, size, colour, most);
  }

  /**
   * Lines that are written whole: long ones go on below, and all become smaller until they fit. Nothing is left out.
   * @param lines the first is the heavy one
   * @param room points across and down from the first line's foot
   */
  block(x: number, y: number, lines: readonly string[], size: number, room: { readonly wide: number; readonly high: number }): void {
    const laid = lines.flatMap((line, index) =>
      this.broken(index === 0 ? this.strongs : this.family, line, size, room.wide).map((part) => ({ part, fonts: index === 0 ? this.strongs : this.family })),
    );
    if (size > LEAST_SIZE && (laid.length - 1) * size * LEADING > room.high) return this.block(x, y, lines, size - 0.5, room);
    laid.forEach(({ part, fonts }, index) => this.write(fonts, x, y - index * size * LEADING, part, size, PDF_INK, room.wide));
  }

  /** A line in parts that fit, broken between words, and a word that is too long between its letters. */
  private broken(fonts: readonly PDFFont[], line: string, size: number, wide: number): string[] {
    const parts: string[] = [];
    let part = "";
    for (const word of line.split(" ")) {
      const longer = part === "" ? word : `${part} ${word}`;
      if (this.widthOf(fonts, longer, size) <= wide) {
        part = longer;
        continue;
      }
      if (part !== "") parts.push(part);
      part = "";
      for (const letter of word) {
        if (part !== "" && this.widthOf(fonts, part + letter, size) > wide) {
          parts.push(part);
          part = "";
        }
        part += letter;
      }
    }
    return [...parts, part];
  }

  /** A text as it would be broken into lines of a width. */
  linesOf(text: string, size: number, wide: number): string[] {
    return this.broken(this.family, text, size, wide);
  }

  line(x1: number, y1: number, x2: number, y2: number, colour: RGB, thickness: number): void {
    this.page.drawLine({ start: { x: x1, y: y1 }, end: { x: x2, y: y2 }, color: colour, thickness });
  }

  /** An empty box to tick. */
  box(x: number, y: number, size: number, colour: RGB): void {
    this.page.drawRectangle({ x, y, width: size, height: size, borderColor: colour, borderWidth: 0.9 });
  }

  /** A square of a colour, `#rrggbb`, with a thin edge so that a pale one is seen. */
  swatch(x: number, y: number, size: number, hex: string): void {
    const part = (at: number): number => Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    this.page.drawRectangle({ x, y, width: size, height: size, color: rgb(part(1), part(3), part(5)), borderColor: LINE, borderWidth: 0.5 });
  }

  /** A filled rectangle, its lower left corner told. */
  bar(x: number, y: number, width: number, height: number, colour: RGB): void {
    this.page.drawRectangle({ x, y, width, height, color: colour });
  }

  /** A numbered peg of one of three shapes. */
  peg(x: number, y: number, shape: "round" | "square" | "triangle" | "diamond", colour: RGB, number: string): void {
    if (shape === "round") this.page.drawCircle({ x, y, size: 5.5, color: colour });
    else if (shape === "square") this.page.drawRectangle({ x: x - 5, y: y - 5, width: 10, height: 10, color: colour });
    else if (shape === "triangle") this.page.drawSvgPath("M0 -7.5 L7.5 5.5 L-7.5 5.5 Z", { x, y, color: colour });
    else this.page.drawSvgPath("M0 -7 L7 0 L0 7 L-7 0 Z", { x, y, color: colour });
    const width = this.widthOf(this.strongs, number, 6.5);
    this.write(this.strongs, x - width / 2, y - 2.3, number, 6.5, rgb(1, 1, 1), 20);
  }

  private write(fonts: readonly PDFFont[], x: number, y: number, text: string, size: number, colour: RGB, most: number): void {
    // Signs of direction are for screens.
    let said = text.replace(/[\u2066-\u2069\u202a-\u202e]/g, "");
    while (said.length > 1 && this.widthOf(fonts, said, size) > most) said = `${said.replace(/…$/, "").slice(0, -1).trimEnd()}…`;
    let at = x;
    for (const { font, part } of runsOf(fonts, said)) {
      this.page.drawText(part, { x: at, y, size, font, color: colour });
      at += widthIn(font, part) * size;
    }
  }

  private widthOf(fonts: readonly PDFFont[], text: string, size: number): number {
    return runsOf(fonts, text).reduce((sum, { font, part }) => sum + widthIn(font, part) * size, 0);
  }
}

/** A text in stretches of letters that one font has; what none has becomes a question mark. */
function runsOf(fonts: readonly PDFFont[], text: string): { font: PDFFont; part: string }[] {
  const runs: { font: PDFFont; part: string }[] = [];
  for (const letter of text) {
    const font = fonts.find((each) => letters(each).has(letter.codePointAt(0) ?? 0)) ?? fonts[0];
    if (!font) return [];
    const shown = letters(font).has(letter.codePointAt(0) ?? 0) ? letter : "?";
    const last = runs[runs.length - 1];
    if (last?.font === font) last.part += shown;
    else runs.push({ font, part: shown });
  }
  return runs;
}

const known = new WeakMap<PDFFont, ReadonlySet<number>>();
function letters(font: PDFFont): ReadonlySet<number> {
  const found = known.get(font) ?? new Set(font.getCharacterSet());
  known.set(font, found);
  return found;
}

const widths = new WeakMap<PDFFont, Map<string, number>>();
/** Width of a text at size 1, letter by letter: asked for again and again while a text is cut to its column. */
function widthIn(font: PDFFont, text: string): number {
  const known = widths.get(font) ?? new Map<string, number>();
  widths.set(font, known);
  let sum = 0;
  for (const letter of text) {
    const width = known.get(letter) ?? font.widthOfTextAtSize(letter, 1);
    known.set(letter, width);
    sum += width;
  }
  return sum;
}
