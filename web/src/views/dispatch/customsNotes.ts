import { money, t } from "@yule/core";
import type { PileLetter } from "@yule/derive";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, PDF_SOFT, Pen, POINTS_PER_MM } from "../../kit/pdf/pen.ts";
import { typedAmount } from "../../kit/say.ts";

const countries = new Intl.DisplayNames(["en"], { type: "region" });

/** What a card abroad is worth, minor units: its share of the need's price, or nothing where it is a gift. */
const worthOf = ({ view }: PileLetter): number => Math.round((view.need.priceMinor ?? 0) / Math.max(1, view.cards));

/** Notes for the customs, four to a page, for letters that leave the country: what is in it, how heavy, of what worth, from where. */
export async function customsNotesPdf(
  letters: readonly PileLetter[],
  { home, sender, currency }: { readonly home: string; readonly sender: string; readonly currency: string },
  fonts: PdfFonts,
): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const families = await embedded(file, fonts);
  const abroad = letters.filter(({ household }) => household.country !== home);
  const [wide, high] = [105 * POINTS_PER_MM, 148.5 * POINTS_PER_MM];
  for (let start = 0; start < abroad.length; start += 4) {
    const pen = new Pen(file.addPage([2 * wide, 2 * high]), families.text, families.strong, families.heading);
    abroad.slice(start, start + 4).forEach((each, index) => {
      const [x, top] = [(index % 2) * wide + 24, 2 * high - Math.floor(index / 2) * high - 40];
      const worth = worthOf(each);
      pen.heading(x, top, t`For the customs`, 15, wide - 48);
      const told = [
        ["From", `${sender}, ${countries.of(home) ?? home}`],
        ["To", `${each.household.name}, ${countries.of(each.household.country) ?? each.household.country}`],
        ["Contents", t`Paper greeting card: ${each.view.design.name}`],
        ["Weight", `${String(Math.ceil(each.size.grams))} g`],
        ["Worth", worth > 0 ? t`${typedAmount(money(worth), currency)} ${currency}, goods that were sold` : `none, a gift`],
        [t`Made in`, countries.of(home) ?? home],
      ] as const;
      told.forEach(([what, says], row) => {
        pen.strong(x, top - 34 - row * 36, what, 9.5, PDF_SOFT, wide - 48);
        pen.text(x, top - 48 - row * 36, says, 11, PDF_INK, wide - 48);
      });
      const sign = top - 34 - told.length * 36 - 28;
      pen.line(x, sign, x + wide - 60, sign, PDF_INK, 0.8);
      pen.text(x, sign - 13, t`Day and signature. Check what the country asks for.`, 8.5, PDF_SOFT, wide - 48);
    });
  }
  return file.save();
}
