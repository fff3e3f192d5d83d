import { type Day, t } from "@yule/core";
import { groupedBy } from "@yule/derive";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { LINE, PDF_INK, PDF_SOFT, Pen, pagePoints } from "../../kit/pdf/pen.ts";
import type { ListToPrint } from "./buyingCsv.ts";
import { amountOf } from "./words.ts";
import { printDay } from "../../kit/say.ts";

const RIM = 48;
const ROW = 22;

interface Printed extends ListToPrint {
  readonly say: (minor: number) => string;
  readonly today: Day;
}

/** The buying list on paper, a supplier at a time, with a box to tick before each line. */
export async function buyingPdf({ toBuy, stores, supplierName, say, today }: Printed, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  let pen = new Pen(file.addPage([pagePoints().wide, pagePoints().high]), families.text, families.strong, families.heading);
  let y = pagePoints().high - RIM;
  const room = pagePoints().wide - 2 * RIM;
  const down = (by: number): void => {
    y -= by;
    if (y >= RIM) return;
    pen = new Pen(file.addPage([pagePoints().wide, pagePoints().high]), families.text, families.strong, families.heading);
    y = pagePoints().high - RIM - by;
  };
  pen.heading(RIM, y, t`To buy`, 22, room);
  pen.text(RIM, y - 18, printDay(today), 10, PDF_SOFT, room);
  down(48);
  for (const lines of groupedBy(toBuy, ({ supplierId }) => supplierId ?? "")) {
    const [first] = lines;
    if (!first) continue;
    pen.strong(RIM, y, supplierName(first), 13, PDF_INK, room - 90);
    pen.text(pagePoints().wide - RIM - 56, y, say(lines.reduce((sum, { costMinor }) => sum + costMinor, 0)), 11, PDF_INK, 56);
    down(ROW);
    for (const line of lines) {
      const store = stores.find(({ id }) => id === line.storeId);
      pen.box(RIM, y - 2, 11, PDF_INK);
      pen.text(RIM + 20, y, `${String(line.packs)} × ${store?.name ?? ""}`, 11, PDF_INK, room - 230);
      pen.text(pagePoints().wide - RIM - 200, y, store ? amountOf(store, line.quantity) : "", 10, PDF_SOFT, 70);
      pen.text(pagePoints().wide - RIM - 130, y, line.orderBy ? `by ${printDay(line.orderBy)}` : "", 10, PDF_SOFT, 70);
      pen.text(pagePoints().wide - RIM - 56, y, say(line.costMinor), 10, PDF_INK, 56);
      pen.line(RIM, y - 8, pagePoints().wide - RIM, y - 8, LINE, 0.5);
      down(ROW);
    }
    down(10);
  }
  return file.save();
}
