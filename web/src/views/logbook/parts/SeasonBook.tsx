import type { ReviewRead } from "@yule/contract";
import { t } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { useLazyBookQuery } from "../../../data/api.ts";
import { useMeasure } from "../../../kit/measure.tsx";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { seasonBookPdf } from "../../../workers/paper.ts";

/** The season as a book to keep: its designs are read when it is wanted, and it is made here. */
export function SeasonBook({ read, outlook: { shop, today }, advice }: { read: ReviewRead; outlook: Outlook; advice: string | null }) {
  const [readBook] = useLazyBookQuery();
  const { system } = useMeasure();
  const make = async (): Promise<Uint8Array> => {
    const book = await readBook(read.season.id, true).unwrap();
    const { loadFonts } = await import("../../../kit/pdf/loadFonts.ts");
    const { name, currency } = shop;
    return seasonBookPdf({ shop: { name, lengthSystem: system, currency }, read, book, today, advice }, await loadFonts());
  };
  return <PdfButton name={`${read.season.name}.pdf`} make={make}>{t`Make a book of ${read.season.name}`}</PdfButton>;
}
