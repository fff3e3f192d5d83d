import { t } from "@yule/core";
import { memo } from "react";
import { leftForLater, mixToMakeWords, sessionPreparation, type Outlook, type StandingBatch, type BenchPlan } from "@yule/derive";
import { useColourQuery } from "../../../data/api.ts";
import { presentMoment } from "../../../data/serverClock.ts";
import { PdfButton } from "../../../kit/PdfButton.tsx";
import { loadFonts } from "../../../kit/pdf/loadFonts.ts";
import type { Live } from "../live.ts";
import type { RunSheet } from "../../../workers/pdf/runSheetPdf.ts";
import { printedRunSheet } from "../../../workers/paper.ts";
import { lineWords } from "../words.ts";

/** The run sheet as a PDF to print, made here. */
export const PrintRunSheet = memo(function PrintRunSheet({
  planned,
  lying,
  outlook,
  room,
}: {
  planned: BenchPlan;
  lying: readonly StandingBatch[];
  outlook: Outlook;
  room: Live["room"];
}) {
  const { data: colour } = useColourQuery();
  const make = async (): Promise<Uint8Array> => {
    const { tools, mixes, missing } = sessionPreparation(planned, lying, colour, outlook.stores, room);
    const at = (minute: number): Date => new Date(planned.since.getTime() + minute * 60_000);
    const sheet: RunSheet = {
      shop: outlook.shop.name,
      timeZone: outlook.shop.timeZone,
      printed: presentMoment(),
      endsAt: planned.endsAt,
      leavesSome: leftForLater(planned, lying).length > 0,
      tools,
      mixes: mixes.map((mix) => `${mixToMakeWords(mix)} (${mix.design.toLowerCase()}, ${mix.colourway})`),
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
    return printedRunSheet(sheet, await loadFonts());
  };
  return <PdfButton name={`run-sheet-${outlook.today}.pdf`} make={make}>{t`Print the run sheet`}</PdfButton>;
});
