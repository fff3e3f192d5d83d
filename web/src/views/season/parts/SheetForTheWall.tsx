import { wrap } from "comlink";
import type { Outlook, NeedRow, PlannedSeason } from "@yule/derive";
import { inWorker, PdfButton } from "../../../kit/PdfButton.tsx";
import { loadFonts } from "../../../kit/pdf/loadFonts.ts";
import type { WallSheetWorker } from "../../../workers/wallSheet.worker.ts";

/** The season as one PDF page, made here: nothing leaves the table. */
export function SheetForTheWall({ outlook, planned, rows }: { outlook: Outlook; planned: PlannedSeason | null; rows: readonly NeedRow[] }) {
  const make = (): Promise<Uint8Array> =>
    inWorker(new Worker(new URL("../../../workers/wallSheet.worker.ts", import.meta.url), { type: "module" }), async (worker) =>
      wrap<WallSheetWorker>(worker).wallSheet(outlook, rows, planned, await loadFonts()),
    );
  return (
    <PdfButton name={`season-${outlook.today}.pdf`} make={make}>
      Sheet for the wall
    </PdfButton>
  );
}
