import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { LINE, PDF_INK, Pen, pagePoints, POINTS_PER_MM } from "../../kit/pdf/pen.ts";

/** Labels with her own address, a sheet of them. */
export const returnLabelsPdf = (shop: { readonly name: string; readonly address: string }, fonts: PdfFonts): Promise<Uint8Array> => {
  const [first = "", ...rest] = shop.address.split(/[,\n]/).flatMap((each) => (each.trim() === "" ? [] : [each.trim()]));
  return returnSheetPdf([shop.name, first, rest.join(", ")], fonts);
};

/** Three across, and as many down as the page takes, mm. */
const SENDER = { width: 62, height: 24, across: 3, rim: 12 };
async function returnSheetPdf(lines: readonly string[], fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const page = pagePoints();
  const rim = SENDER.rim * POINTS_PER_MM;
  const pen = new Pen(file.addPage([page.wide, page.high]), families.text, families.strong, families.heading);
  const [wide, high] = [SENDER.width * POINTS_PER_MM, SENDER.height * POINTS_PER_MM];
  for (let place = 0; place < SENDER.across * Math.floor((page.high - 2 * rim) / high); place += 1) {
    const x = rim + (place % SENDER.across) * wide;
    const y = page.high - rim - (Math.floor(place / SENDER.across) + 1) * high;
    for (const [x1, y1, x2, y2] of [
      [x, y, x + wide, y],
      [x, y + high, x + wide, y + high],
      [x, y, x, y + high],
      [x + wide, y, x + wide, y + high],
    ] as const)
      pen.line(x1, y1, x2, y2, LINE, 0.4);
    lines.forEach((line, index) => {
      const at = y + high - 20 - index * 15;
      if (index === 0) pen.strong(x + 10, at, line, 10, PDF_INK, wide - 18);
      else pen.text(x + 10, at, line, 9, PDF_INK, wide - 18);
    });
  }
  return file.save();
}
