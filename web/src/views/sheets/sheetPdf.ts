import { lengthOfUnits, mm, tilesOf, toMm, type DrawnLine, type Length, type SheetSketch, type Tile, t } from "@yule/core";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, LINE, Pen, PDF_SOFT, POINTS_PER_MM } from "../../kit/pdf/pen.ts";

/** The paper in the maker's printer. */
export interface PrinterPaper {
  readonly width: Length;
  readonly height: Length;
}

/** The line on every page by which the printer is checked. */
export interface CheckRuler {
  readonly length: Length;
  readonly words: string;
}

/** No printer reaches the rim of its paper; below, room for the ruler. Millimetres. */
const RIM = 8;
const FOOT = 19;
const OVERLAP = mm(10);

/**
 * Sheets at true size on the maker's own paper, several pages each where they are larger: glued at their overlap they are the
 * template. Every page has a ruler to check the printer by.
 * @param scale what lengths are multiplied by because the printer prints too small or too large
 */
export async function sheetPdf(
  sketches: readonly { readonly title: string; readonly sketch: SheetSketch }[],
  paper: PrinterPaper,
  scale: number,
  ruler: CheckRuler,
  fonts: PdfFonts,
): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const { text, strong, heading } = await embedded(file, fonts);
  for (const { title, sketch } of sketches) {
    const { tiles, wide } = pagesFor(sketch, paper, scale);
    const [width, height] = wide ? [paper.height, paper.width] : [paper.width, paper.height];
    for (const tile of tiles) {
      const page = file.addPage([toMm(width) * POINTS_PER_MM, toMm(height) * POINTS_PER_MM]);
      drawTile(
        new Pen(page, text, strong, heading),
        sketch,
        tile,
        toMm(height),
        scale,
        ruler,
        tiles.length === 1 ? title : `${title}: row ${String(tile.row + 1)}, column ${String(tile.column + 1)} of ${String(tiles.length)} pages`,
      );
    }
  }
  return file.save();
}

/** Pages upright or on their side, whichever are fewer. */
export function pagesFor(sketch: Pick<SheetSketch, "width" | "height">, paper: PrinterPaper, scale: number): { readonly tiles: readonly Tile[]; readonly wide: boolean } {
  const inner = (width: Length, height: Length) => ({ width: lengthOfUnits(width - mm(2 * RIM)), height: lengthOfUnits(height - mm(2 * RIM + FOOT)) });
  const [upright, wide] = [tilesOf(sketch, inner(paper.width, paper.height), OVERLAP, scale), tilesOf(sketch, inner(paper.height, paper.width), OVERLAP, scale)];
  return wide.length < upright.length ? { tiles: wide, wide: true } : { tiles: upright, wide: false };
}

function drawTile(pen: Pen, sketch: SheetSketch, tile: Tile, pageHeight: number, scale: number, { length, words }: CheckRuler, title: string): void {
  const factor = scale * POINTS_PER_MM;
  const x = (at: number): number => RIM * POINTS_PER_MM + toMm(lengthOfUnits(at - tile.x)) * factor;
  const y = (at: number): number => (pageHeight - RIM) * POINTS_PER_MM - toMm(lengthOfUnits(at - tile.y)) * factor;
  for (const line of sketch.lines) {
    const part = within(line, tile);
    if (part) pen.line(x(part.x1), y(part.y1), x(part.x2), y(part.y2), line.kind === "score" ? LINE : PDF_INK, line.kind === "rim" ? 1 : 0.5);
  }
  for (const word of sketch.words)
    if (word.x >= tile.x && word.x <= tile.x + tile.width && word.y >= tile.y && word.y <= tile.y + tile.height)
      pen.text(x(word.x) - word.text.length * 2.2, y(word.y) - 3, word.text, 9, PDF_SOFT, 160);
  const foot = (RIM + 9) * POINTS_PER_MM;
  const left = RIM * POINTS_PER_MM;
  const ruler = toMm(length) * factor;
  pen.line(left, foot, left + ruler, foot, PDF_INK, 0.8);
  for (let index = 0; index <= 10; index += 1) pen.line(left + (ruler * index) / 10, foot, left + (ruler * index) / 10, foot + (index % 5 === 0 ? 10 : 6), PDF_INK, 0.6);
  pen.text(left, foot - 12, t`This line must measure ${words}; if it does not, tell what it measures before printing again.`, 8, PDF_SOFT, 480);
  pen.text(left, foot - 23, title, 8, PDF_INK, 480);
}

/** The part of a straight line that lies on a page. */
function within(line: DrawnLine, tile: Tile): DrawnLine | null {
  const clip = (value: number, from: number, size: number): Length => lengthOfUnits(Math.min(from + size, Math.max(from, value)));
  const upright = line.x1 === line.x2;
  if (upright ? line.x1 < tile.x || line.x1 > tile.x + tile.width : line.y1 < tile.y || line.y1 > tile.y + tile.height) return null;
  const [x1, x2] = [clip(line.x1, tile.x, tile.width), clip(line.x2, tile.x, tile.width)];
  const [y1, y2] = [clip(line.y1, tile.y, tile.height), clip(line.y2, tile.y, tile.height)];
  return x1 === x2 && y1 === y2 ? null : { ...line, x1, y1, x2, y2 };
}
