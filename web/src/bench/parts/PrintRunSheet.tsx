import { Button, Text } from "@chakra-ui/react";
import { wrap } from "comlink";
import { memo, useState } from "react";
import { presentMoment } from "../../app/clock.ts";
import type { Outlook } from "../../app/outlook.ts";
import { loadFonts } from "../../kit/pdf/loadFonts.ts";
import { saveFile } from "../../kit/save.ts";
import type { Live } from "../live.ts";
import { mixWords } from "../preparation.ts";
import type { RunSheet } from "../runSheetPdf.ts";
import type { RunSheetWorker } from "../runSheet.worker.ts";
import type { Lying } from "../table.ts";
import type { BenchPlan } from "../planDesk.ts";
import { lineWords } from "../words.ts";
import { usePreparation } from "./PreparationList.tsx";

/** The run sheet as a PDF to print, made here. */
export const PrintRunSheet = memo(function PrintRunSheet({ planned, lying, outlook, room }: { planned: BenchPlan; lying: readonly Lying[]; outlook: Outlook; room: Live["room"] }) {
  const [state, setState] = useState<"ready" | "making" | "failed">("ready");
  const { tools, mixes, missing } = usePreparation(planned, lying, outlook, room);
  const make = async (): Promise<void> => {
    setState("making");
    const worker = new Worker(new URL("../runSheet.worker.ts", import.meta.url), { type: "module" });
    const at = (minute: number): Date => new Date(planned.since.getTime() + minute * 60_000);
    const sheet: RunSheet = {
      shop: outlook.shop.name,
      timeZone: outlook.shop.timeZone,
      printed: presentMoment(),
      endsAt: planned.endsAt,
      tools,
      mixes: mixes.map((mix) => `${mixWords(mix)} (${mix.design.toLowerCase()}, ${mix.colourway})`),
      missing,
      lines: planned.lines.map((line) => ({
        from: at(line.from),
        takes: line.to - line.from,
        words: lineWords(line, planned.filled, lying),
        before: line.kind === "work" && line.before !== null ? at(line.before) : null,
        kind: line.kind,
        fresh: line.kind === "work" && line.fresh,
      })),
    };
    try {
      saveFile(`run-sheet-${outlook.today}.pdf`, "application/pdf", await wrap<RunSheetWorker>(worker).runSheetPdf(sheet, await loadFonts()));
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
        {state === "making" ? "Drawing the sheet …" : "Print the run sheet"}
      </Button>
      {state === "failed" && (
        <Text color="cannot" role="alert">
          The sheet could not be made: its letters are not there. Try again when the server answers.
        </Text>
      )}
    </>
  );
});
