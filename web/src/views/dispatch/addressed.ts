import { lengthOfUnits, money, toMm, majorText, t } from "@yule/core";
import type { PileLetter } from "@yule/derive";
import Papa from "papaparse";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { cutLabelsPdf } from "../../kit/pdf/labels.ts";
import { LINE, PDF_INK, PDF_SOFT, Pen, pagePoints, POINTS_PER_MM } from "../../kit/pdf/pen.ts";

const countries = new Intl.DisplayNames(["en"], { type: "region" });

/** Who sends: what a letter comes back to. */
export interface Sender {
  readonly home: string;
  readonly sender: string;
  /** Her own address; "" where it was not told. */
  readonly from: string;
}

/** A country in capitals, as the post asks for it on what crosses a border. */
const inCapitals = (country: string): string => (countries.of(country) ?? country).toUpperCase();

/** What is written of a letter: the name, the lines of its address, and abroad the country. */
export function addressLines({ household: { name, address, country } }: PileLetter, home: string): string[] {
  return [name, ...partsOf(address), ...(country === home ? [] : [inCapitals(country)])];
}

/** The sender as the letter shows it: from abroad it finds back by its country alone. */
export const senderLines = ({ household: { country } }: PileLetter, { home, sender, from }: Sender): string[] => [
  sender,
  ...partsOf(from),
  ...(country === home || from === "" ? [] : [inCapitals(home)]),
];

/** An address in its lines. */
const partsOf = (address: string): string[] => address.split(/[,\n]/).flatMap((each) => (each.trim() === "" ? [] : [each.trim()]));

/** Labels to cut out, with a code that names the letter. */
export const addressLabelsPdf = (letters: readonly PileLetter[], home: string, fonts: PdfFonts): Promise<Uint8Array> =>
  cutLabelsPdf(
    letters.map((each) => {
      const [name = "", ...rest] = addressLines(each, home);
      return { code: `${LETTER_MARK}${each.letter.id}`, name, under: rest, plain: null };
    }),
    fonts,
  );

/** The name of the code on an address label, and the letter that a read code means; null where it is none. */
const LETTER_MARK = "letter:";
export const letterInCode = (code: string): string | null => (code.startsWith(LETTER_MARK) ? code.slice(LETTER_MARK.length) : null);

/** An envelope that nobody told: a square one of 146 mm. */
const SQUARE = 146;
const SIZE = { sender: 8.5, address: 13 };

/** Envelopes at their true sizes, one to a page: the sender small at the top left, the address in the lower right half. */
export async function envelopesPdf(letters: readonly PileLetter[], own: Sender, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  for (const each of letters) {
    const { envelope } = each.view.design.stack;
    const sides = envelope ? [toMm(lengthOfUnits(envelope.width)), toMm(lengthOfUnits(envelope.height))] : [SQUARE, SQUARE];
    const [wide, high] = [Math.max(...sides) * POINTS_PER_MM, Math.min(...sides) * POINTS_PER_MM];
    const pen = new Pen(file.addPage([wide, high]), families.text, families.strong, families.heading);
    pen.block(24, high - 26, senderLines(each, own), SIZE.sender, { wide: wide / 2, high: high * 0.3 });
    const left = wide * 0.42;
    pen.block(left, high * 0.48, addressLines(each, own.home), SIZE.address, { wide: wide - left - 20, high: high * 0.48 - 20 });
  }
  return file.save();
}

/** Packing slips, two to a page: to whom, from whom, what lies in which letter, from which box, by which service. */
export async function packingSlipsPdf(letters: readonly PileLetter[], own: Sender, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const { wide, high: whole } = pagePoints();
  const high = whole / 2;
  for (let start = 0; start < letters.length; start += 2) {
    const pen = new Pen(file.addPage([wide, 2 * high]), families.text, families.strong, families.heading);
    letters.slice(start, start + 2).forEach((each, index) => {
      const top = 2 * high - index * high;
      if (index > 0) pen.line(0, top, wide, top, LINE, 0.5);
      pen.heading(48, top - 60, each.view.need.title, 18, wide - 96);
      const half = wide / 2 - 60;
      pen.block(48, top - 92, addressLines(each, own.home), 12, { wide: half, high: 100 });
      pen.block(wide / 2 + 12, top - 92, senderLines(each, own), 12, { wide: half, high: 100 });
      pen.strong(48, top - 220, each.card === "" ? t`1 card: ${each.view.design.name}` : t`1 card: ${each.view.design.name}, ${each.card}`, 13, PDF_INK, wide - 96);
      pen.text(
        48,
        top - 240,
        `${each.box === null ? "" : t`From ${each.box}. `}By ${each.way?.service ?? t`no service`}, ${String(Math.ceil(each.size.grams))} g.`,
        12,
        PDF_SOFT,
        wide - 96,
      );
    });
  }
  return file.save();
}

/** What the counter of the post asks for, a row a letter. */
export const postListCsv = (letters: readonly PileLetter[], currency: string): string =>
  `\uFEFF${Papa.unparse(
    letters.map(({ household, way, size, view }) => ({
      name: household.name,
      address: household.address,
      country: household.country,
      service: way?.service ?? "",
      grams: Math.ceil(size.grams),
      "mm thick": Math.ceil(toMm(size.thick) * 10) / 10,
      price: majorText(money(way?.price ?? 0), currency),
      currency,
      "what it is": t`greeting card, ${view.design.name}`,
    })),
    { escapeFormulae: true },
  )}\r\n`;
