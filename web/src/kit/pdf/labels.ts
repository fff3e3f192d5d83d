import { PDFDocument } from "pdf-lib";
import { encode } from "uqr";
import { embedded, type PdfFonts } from "./fonts.ts";
import { LINE, PDF_INK, Pen, pagePoints, POINTS_PER_MM } from "./pen.ts";

/** What stands on a label: a code that the camera reads, a name, and lines under it. */
export interface Label {
  readonly code: string;
  readonly name: string;
  readonly under: readonly string[];
  /** A code that people read; null for none. */
  readonly plain: string | null;
}

/** A label, mm: three across, and as many down as the page takes. */
const [RIM, LABEL, ACROSS] = [12, { width: 62, height: 34 }, 3];
const CODE = 24;

/** Labels to cut out: the name, where it lies, and a code that the camera reads (QR, ISO/IEC 18004). */
export async function cutLabelsPdf(labels: readonly Label[], fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const [wide, high] = [LABEL.width * POINTS_PER_MM, LABEL.height * POINTS_PER_MM];
  const page = pagePoints();
  const onPage = ACROSS * Math.floor((page.high - 2 * RIM * POINTS_PER_MM) / high);
  for (let start = 0; start < labels.length; start += onPage) {
    const pen = new Pen(file.addPage([page.wide, page.high]), families.text, families.strong, families.heading);
    labels.slice(start, start + onPage).forEach((each, index) => {
      const x = RIM * POINTS_PER_MM + (index % ACROSS) * wide;
      const y = page.high - RIM * POINTS_PER_MM - (Math.floor(index / ACROSS) + 1) * high;
      label(pen, each, x, y, wide, high);
    });
  }
  return file.save();
}

function label(pen: Pen, { code: coded, name, under, plain }: Label, x: number, y: number, wide: number, high: number): void {
  pen.line(x, y, x + wide, y, LINE, 0.4);
  pen.line(x, y + high, x + wide, y + high, LINE, 0.4);
  pen.line(x, y, x, y + high, LINE, 0.4);
  pen.line(x + wide, y, x + wide, y + high, LINE, 0.4);
  const size = CODE * POINTS_PER_MM;
  code(pen, coded, x + 8, y + (high - size) / 2, size);
  const left = x + size + 18;
  pen.block(left, y + high - 20, [name, ...under.filter((line) => line !== "")], 9.5, { wide: wide - size - 24, high: high - (plain === null ? 28 : 42) });
  if (plain !== null) pen.text(left, y + 12, plain, 9, PDF_INK, wide - size - 24);
}

function code(pen: Pen, text: string, x: number, y: number, size: number): void {
  const { data } = encode(text, { ecc: "M", border: 0 });
  const module = size / data.length;
  data.forEach((row, down) => {
    for (let across = 0; across < row.length; across += 1) {
      const from = across;
      while (row[across]) across += 1;
      // A hair wider and higher, so that no light shows between them.
      if (across > from) pen.bar(x + from * module, y + size - (down + 1) * module, (across - from) * module + HAIR, module + HAIR, PDF_INK);
    }
  });
}
const HAIR = 0.1;
