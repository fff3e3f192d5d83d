import { money, type Coins, t } from "@yule/core";
import type { FairRow } from "@yule/derive";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../../kit/pdf/fonts.ts";
import { LINE, PDF_INK, PDF_SOFT, Pen, POINTS_PER_MM, pagePoints } from "../../../kit/pdf/pen.ts";
import { cardName } from "./words.ts";
import { printMoney } from "../../../kit/say.ts";

const RIM = 15 * POINTS_PER_MM;
/** A price tag to fold, mm: it stands before its pile, readable over an arm's length. */
const TAG = { width: 60, height: 44 };
const [ACROSS, DOWN] = [3, 6];

/** Price tags to cut and fold at the line, each design once. */
export async function priceTagsPdf(rows: readonly FairRow[], currency: string, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const [wide, high] = [TAG.width * POINTS_PER_MM, TAG.height * POINTS_PER_MM];
  for (let start = 0; start < rows.length; start += ACROSS * DOWN) {
    const pen = new Pen(file.addPage([pagePoints().wide, pagePoints().high]), families.text, families.strong, families.heading);
    rows.slice(start, start + ACROSS * DOWN).forEach((row, index) => {
      const x = RIM + (index % ACROSS) * wide;
      const y = pagePoints().high - RIM - (Math.floor(index / ACROSS) + 1) * high;
      for (const [x1, y1, x2, y2] of [
        [x, y, x + wide, y],
        [x, y + high, x + wide, y + high],
        [x, y, x, y + high],
        [x + wide, y, x + wide, y + high],
        [x + wide * 0.4, y + high / 2, x + wide * 0.6, y + high / 2],
      ] as const)
        pen.line(x1, y1, x2, y2, LINE, 0.5);
      pen.heading(x + 12, y + high * 0.2, printMoney(money(row.price), currency), 24, wide - 20);
      pen.text(x + 12, y + high * 0.07, cardName(row), 9, PDF_SOFT, wide - 20);
    });
  }
  return file.save();
}

/** A sign for the table: whose cards they are, and every price once. */
export async function signPdf(rows: readonly FairRow[], { shop, currency }: { readonly shop: string; readonly currency: string }, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const pen = new Pen(file.addPage([pagePoints().wide, pagePoints().high]), families.text, families.strong, families.heading);
  pen.heading(RIM, pagePoints().high - 110, shop, 44, pagePoints().wide - 2 * RIM);
  pen.text(RIM, pagePoints().high - 145, t`Cards painted by hand`, 22, PDF_INK, pagePoints().wide - 2 * RIM);
  const names = new Map<number, Set<string>>();
  for (const { price, design } of rows) names.set(price, (names.get(price) ?? new Set()).add(design.name));
  [...names]
    .sort(([a], [b]) => a - b)
    .forEach(([price, designs], index) => {
      const y = pagePoints().high - 215 - index * 64;
      pen.heading(RIM, y, printMoney(money(price), currency), 34, 150);
      pen.text(RIM + 160, y, [...designs].join(", "), 18, PDF_SOFT, pagePoints().wide - 2 * RIM - 160);
    });
  return file.save();
}

/** What is packed from one box. */
export interface PackedFrom {
  readonly box: string;
  readonly rows: readonly { readonly name: string; readonly cards: number }[];
}
const goesToo = (): readonly string[] => [
  t`the tin with its float`,
  t`price tags and the sign`,
  t`bags or sleeves, and a pen`,
  t`tape, pegs and weights against wind`,
  t`a cloth, and what the steps stand on`,
  t`water, and something warm`,
];

/** The packing list, box by box, to be ticked. */
export async function packingListPdf(
  title: string,
  from: readonly PackedFrom[],
  { float, currency }: { readonly float: readonly Coins[]; readonly currency: string },
  fonts: PdfFonts,
): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  let pen = new Pen(file.addPage([pagePoints().wide, pagePoints().high]), families.text, families.strong, families.heading);
  let y = pagePoints().high - RIM - 20;
  const down = (by: number): void => {
    y -= by;
    if (y > RIM) return;
    pen = new Pen(file.addPage([pagePoints().wide, pagePoints().high]), families.text, families.strong, families.heading);
    y = pagePoints().high - RIM - 20;
  };
  const tick = (text: string): void => {
    pen.box(RIM, y - 1, 9, PDF_INK);
    pen.text(RIM + 18, y, text, 11.5, PDF_INK, pagePoints().wide - 2 * RIM - 18);
    down(20);
  };
  const head = (text: string): void => {
    down(10);
    pen.strong(RIM, y, text, 12.5, PDF_INK, pagePoints().wide - 2 * RIM);
    down(20);
  };
  pen.heading(RIM, y, title, 24, pagePoints().wide - 2 * RIM);
  down(18);
  for (const { box, rows } of from) {
    head(box);
    for (const { name, cards } of rows) tick(`${String(cards)} of ${name}`);
  }
  head(t`The tin`);
  for (const { value, count } of float) tick(`${String(count)} × ${printMoney(money(value), currency)}`);
  head("Besides");
  for (const each of goesToo()) tick(each);
  return file.save();
}
