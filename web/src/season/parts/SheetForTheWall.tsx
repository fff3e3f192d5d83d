import { Button, Text } from "@chakra-ui/react";
import { wrap } from "comlink";
import { useState } from "react";
import type { Outlook } from "../../app/outlook.ts";
import { loadFonts } from "../../kit/pdf/loadFonts.ts";
import { saveFile } from "../../kit/save.ts";
import type { NeedRow } from "../needRow.ts";
import type { Planned } from "../planned.ts";
import type { WallSheetWorker } from "../wallSheet.worker.ts";

/** The season as one PDF page, made here: nothing leaves the table. */
export function SheetForTheWall({ outlook, planned, rows }: { outlook: Outlook; planned: Planned | null; rows: readonly NeedRow[] }) {
  const [state, setState] = useState<"ready" | "making" | "failed">("ready");
  const make = async (): Promise<void> => {
    setState("making");
    const worker = new Worker(new URL("../wallSheet.worker.ts", import.meta.url), { type: "module" });
    try {
      const bytes = await wrap<WallSheetWorker>(worker).wallSheet(outlook, rows, planned, await loadFonts());
      saveFile(`season-${outlook.today}.pdf`, "application/pdf", bytes);
      setState("ready");
    } catch {
      setState("failed");
    } finally {
      worker.terminate();
    }
  };
  return (
    <>
      <Button variant="ghost" paddingInline="0" disabled={state === "making"} onClick={() => void make()}>
        {state === "making" ? "Drawing the sheet …" : "Sheet for the wall"}
      </Button>
      {state === "failed" && (
        <Text color="cannot" role="alert">
          The sheet could not be made: its letters are not there. Try again when the server answers.
        </Text>
      )}
    </>
  );
}
