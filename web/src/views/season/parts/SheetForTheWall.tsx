import { t } from "@yule/core";
import type { Outlook, NeedRow, PlannedSeason } from "@yule/derive";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { loadFonts } from "../../../kit/pdf/loadFonts.ts";
import { wallSheetPdf } from "../../../workers/paper.ts";

/** The season as one PDF page, made here: nothing leaves the table. */
export function SheetForTheWall({ outlook, planned, rows }: { outlook: Outlook; planned: PlannedSeason | null; rows: readonly NeedRow[] }) {
  const make = async (): Promise<Uint8Array> => wallSheetPdf(outlook, rows, planned, await loadFonts());
  return <PdfButton name={`season-${outlook.today}.pdf`} make={make}>{t`Sheet for the wall`}</PdfButton>;
}
