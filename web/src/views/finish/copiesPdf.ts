import { t } from "@yule/core";
import type { DesignRead } from "@yule/contract";
import { degrees, PDFDocument, rgb, type PDFImage, type PDFPage } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, PDF_SOFT, Pen, POINTS_PER_MM } from "../../kit/pdf/pen.ts";
import { BLEED, copiesLayout, MARK, PRINT_SHEETS, RIM, type CopiesLayout, type PrintSheet } from "./copiesLayout.ts";

/** From the edge of a piece to its marks, and the length of the check ruler, mm. */
const [GAP, RULER] = [1, 100];

interface CopiesOf {
  readonly design: DesignRead;
  /** The master, as PNG or JPEG. */
  readonly picture: Uint8Array;
  readonly copies: number;
  readonly sheet: PrintSheet;
}

/** Copies of a master at their true size, with bleed, cut and score marks, and a ruler to check the printer by. @returns null where no copy goes on the sheet */
export async function copiesPdf({ design, picture, copies, sheet }: CopiesOf, fonts: PdfFonts): Promise<Uint8Array | null> {
  const layout = copiesLayout(design, sheet);
  if (!layout) return null;
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const image = picture[0] === 0x89 ? await file.embedPng(picture) : await file.embedJpg(picture);
  const { width, height } = PRINT_SHEETS[sheet];
  const perSheet = layout.across * layout.down;
  for (let first = 0; first < copies; first += perSheet) {
    const page = file.addPage([width * POINTS_PER_MM, height * POINTS_PER_MM]);
    for (let index = 0; index < Math.min(perSheet, copies - first); index += 1) drawPiece(page, image, layout, index, height);
    foot(new Pen(page, families.text, families.strong, families.heading), design.name, width);
  }
  return file.save();
}

function drawPiece(page: PDFPage, image: PDFImage, { across, width, height, isTurned, score }: CopiesLayout, index: number, sheetHeight: number): void {
  const [wide, high] = isTurned ? [height, width] : [width, height];
  const x = RIM + MARK + (index % across) * (wide + 2 * BLEED) + BLEED;
  const y = sheetHeight - RIM - MARK - (Math.floor(index / across) + 1) * (high + 2 * BLEED) + BLEED;
  const at = (mm: number): number => mm * POINTS_PER_MM;
  // The picture lies on the front: all of a panel, or what is right of the score. It is drawn a little larger on every side for the bleed.
  const left = score ?? 0;
  if (isTurned)
    page.drawImage(image, {
      ...{ x: at(x + wide + BLEED), y: at(y + left - BLEED), width: at(width - left + 2 * BLEED), height: at(height + 2 * BLEED) },
      rotate: degrees(90),
    });
  else page.drawImage(image, { x: at(x + left - BLEED), y: at(y - BLEED), width: at(width - left + 2 * BLEED), height: at(height + 2 * BLEED) });
  const line = (x1: number, y1: number, x2: number, y2: number, isScore = false): void =>
    page.drawLine({ start: { x: at(x1), y: at(y1) }, end: { x: at(x2), y: at(y2) }, thickness: 0.5, color: rgb(0.13, 0.12, 0.1), ...(isScore ? { dashArray: [3, 2] } : {}) });
  for (const edge of [x, x + wide]) {
    line(edge, y - GAP, edge, y - GAP - MARK / 2);
    line(edge, y + high + GAP, edge, y + high + GAP + MARK / 2);
  }
  for (const edge of [y, y + high]) {
    line(x - GAP, edge, x - GAP - MARK / 2, edge);
    line(x + wide + GAP, edge, x + wide + GAP + MARK / 2, edge);
  }
  if (score === null) return;
  if (isTurned) for (const side of [x - GAP - MARK / 2, x + wide + GAP]) line(side, y + score, side + MARK / 2, y + score, true);
  else for (const side of [y - GAP - MARK / 2, y + high + GAP]) line(x + score, side, x + score, side + MARK / 2, true);
}

function foot(pen: Pen, name: string, width: number): void {
  const at = (mm: number): number => mm * POINTS_PER_MM;
  const [x, y] = [RIM + MARK, RIM + 2];
  for (let mm = 0; mm <= RULER; mm += 10) pen.line(at(x + mm), at(y), at(x + mm), at(y + (mm % 50 === 0 ? 4 : 2.5)), PDF_INK, 0.5);
  pen.line(at(x), at(y), at(x + RULER), at(y), PDF_INK, 0.7);
  pen.text(at(x + RULER + 4), at(y), t`This line is 100 mm: print at 100 %, not “to fit”. ${name}`, 8, PDF_SOFT, at(width - RULER - x - RIM - 6));
}
