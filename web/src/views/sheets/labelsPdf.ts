import { toMm, t } from "@yule/core";
import type { BackLabels } from "@yule/derive";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, LINE, Pen, PDF_SOFT, POINTS_PER_MM } from "../../kit/pdf/pen.ts";
import type { PrinterPaper } from "./sheetPdf.ts";

const RIM = 8;
/** About as large as a thumb, millimetres. */
const LABEL = { width: 62, height: 33 };

/** How many labels a page takes, across and down. */
export function labelsPerPage(paper: PrinterPaper): { readonly across: number; readonly down: number } {
  const fit = (length: number, label: number): number => Math.max(1, Math.floor((length - 2 * RIM) / label));
  return { across: fit(toMm(paper.width), LABEL.width), down: fit(toMm(paper.height), LABEL.height) };
}

/** Labels for the backs of pieces, to be cut apart and laid or stuck on: what for, which number, which way is up, which side is rough. */
export async function labelsPdf(labels: readonly BackLabels[], paper: PrinterPaper, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const { text, strong, heading } = await embedded(file, fonts);
  const { across, down } = labelsPerPage(paper);
  const all = labels.flatMap(({ name, detail, count }) => Array.from({ length: count }, (_, index) => ({ name, detail, number: index + 1, count })));
  const [width, height] = [toMm(paper.width) * POINTS_PER_MM, toMm(paper.height) * POINTS_PER_MM];
  const [wide, high] = [LABEL.width * POINTS_PER_MM, LABEL.height * POINTS_PER_MM];
  for (let start = 0; start < all.length; start += across * down) {
    const pen = new Pen(file.addPage([width, height]), text, strong, heading);
    all.slice(start, start + across * down).forEach((label, index) => {
      const x = RIM * POINTS_PER_MM + (index % across) * wide;
      const y = height - RIM * POINTS_PER_MM - (Math.floor(index / across) + 1) * high;
      outline(pen, x, y, wide, high);
      pen.strong(x + 10, y + high - 18, label.name, 11, PDF_INK, wide - 52);
      pen.text(x + 10, y + high - 32, label.detail, 9, PDF_SOFT, wide - 52);
      pen.text(x + 10, y + high - 48, `${String(label.number)} of ${String(label.count)}`, 10, PDF_INK, wide - 52);
      pen.text(x + 10, y + 12, t`rough side  /  smooth side`, 8, PDF_SOFT, wide - 20);
      arrowUp(pen, x + wide - 22, y + 22, high - 40);
    });
  }
  return file.save();
}

function outline(pen: Pen, x: number, y: number, wide: number, high: number): void {
  pen.line(x, y, x + wide, y, LINE, 0.5);
  pen.line(x, y + high, x + wide, y + high, LINE, 0.5);
  pen.line(x, y, x, y + high, LINE, 0.5);
  pen.line(x + wide, y, x + wide, y + high, LINE, 0.5);
}

function arrowUp(pen: Pen, x: number, y: number, long: number): void {
  pen.line(x, y, x, y + long, PDF_INK, 1.2);
  pen.line(x, y + long, x - 5, y + long - 8, PDF_INK, 1.2);
  pen.line(x, y + long, x + 5, y + long - 8, PDF_INK, 1.2);
  pen.text(x - 5, y - 10, "up", 8, PDF_SOFT, 30);
}
