import { wrap } from "comlink";
import type { Outlook } from "../../app/outlook.ts";
import { inWorker, PdfButton } from "../../kit/PdfButton.tsx";
import { loadFonts } from "../../kit/pdf/loadFonts.ts";
import type { NeedRow } from "../needRow.ts";
import type { Planned } from "../planned.ts";
import type { WallSheetWorker } from "../wallSheet.worker.ts";

/** The season as one PDF page, made here: nothing leaves the table. */
export function SheetForTheWall({ outlook, planned, rows }: { outlook: Outlook; planned: Planned | null; rows: readonly NeedRow[] }) {
  const make = (): Promise<Uint8Array> =>
    inWorker(new Worker(new URL("../wallSheet.worker.ts", import.meta.url), { type: "module" }), async (worker) =>
      wrap<WallSheetWorker>(worker).wallSheet(outlook, rows, planned, await loadFonts()),
    );
  return (
    <PdfButton name={`season-${outlook.today}.pdf`} make={make}>
      Sheet for the wall
    </PdfButton>
  );
}
