import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { CHECK_RULERS, inches, lengthOfUnits, mm, printerScale, sheetSketch, sketchDxf, sketchSvg, type Layout, type Length, type Score, type SplitJob, t } from "@yule/core";
import type { BackLabels, Looks } from "@yule/derive";
import { useState } from "react";
import { Dialog } from "../../../kit/Dialog.tsx";
import { Choice, FormField } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { saveFile } from "../../../kit/save.ts";
import type { PdfFonts } from "../../../kit/pdf/fonts.ts";
import { spoken } from "../../../kit/say.ts";

const PAPERS = {
  A4: { width: mm(210), height: mm(297) },
  A3: { width: mm(297), height: mm(420) },
  Letter: { width: inches(8.5), height: inches(11) },
} as const;
type PaperName = keyof typeof PAPERS;

const KEY = "yule-printer-share";
/** A printer that is further off than a twentieth is set wrong, not worn. */
const MOST_OFF = 0.05;

interface Props {
  readonly job: SplitJob;
  readonly layouts: readonly Layout[];
  readonly looks: Looks;
  readonly scores: readonly Score[];
  readonly name: string;
  /** What stands on the backs. */
  readonly labels: readonly BackLabels[];
}

/** The layouts at true size: on the maker's own printer, as drawings, or for a cutting machine. */
export function PrintSheets(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="outline" width="100%" marginTop="8px" onClick={() => setOpen(true)}>{t`Print true size`}</Button>
      {open && (
        <Dialog title={t`At true size`} onClose={() => setOpen(false)}>
          <PrintChoices {...props} />
        </Dialog>
      )}
    </>
  );
}

function PrintChoices({ job, layouts, looks, scores, name, labels }: Props) {
  const { size, say, system } = useMeasure();
  const ruler = CHECK_RULERS[system];
  const [paper, setPaper] = useState<PaperName>(spoken().paper === "letter" ? "Letter" : "A4");
  const [measured, setMeasured] = useState<Length>(() => {
    // Kept as a share, so that it holds for either ruler.
    const kept = Number(localStorage.getItem(KEY));
    return Math.abs(kept - 1) <= MOST_OFF ? lengthOfUnits(Math.round(ruler * kept)) : ruler;
  });
  const [fault, setFault] = useState<string | null>(null);
  const [state, setState] = useState<"ready" | "making" | "failed">("ready");
  const sketchOf = (layout: Layout) => {
    const sheet = job.sheets.find((each) => each.id === layout.sheet);
    return sheet
      ? [
          {
            layout,
            title: `${name}, ${size(sheet.width, sheet.height)}`,
            sketch: sheetSketch(sheet, layout, (panel, index) => t`${String(index + 1)} ${looks.get(panel)?.name ?? panel}, this way up`, scores),
          },
        ]
      : [];
  };
  const sketches = layouts.flatMap(sketchOf);
  const file = (index: number, ending: string): string => `${name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}-${String(index + 1)}.${ending}`;
  const pieces = labels.reduce((sum, each) => sum + each.count, 0);
  const print = async (name: string, pages: (fonts: PdfFonts) => Promise<Uint8Array>): Promise<void> => {
    setState("making");
    try {
      const { loadFonts } = await import("../../../kit/pdf/loadFonts.ts");
      saveFile(name, "application/pdf", await pages(await loadFonts()));
      setState("ready");
    } catch {
      setState("failed");
    }
  };
  const trueSize = async (fonts: PdfFonts): Promise<Uint8Array> =>
    (await import("../sheetPdf.ts")).sheetPdf(sketches, PAPERS[paper], printerScale(measured, ruler), { length: ruler, words: say(ruler) }, fonts);
  const backs = async (fonts: PdfFonts): Promise<Uint8Array> => (await import("../labelsPdf.ts")).labelsPdf(labels, PAPERS[paper], fonts);
  return (
    <>
      <Text marginBottom="12px">
        {t`${sketches.length === 1 ? t`The sheet` : t`All ${String(sketches.length)} different sheets`} with cuts, scores, pencil ticks and names; larger ones on several pages to glue. Each page has a ruler of ${say(ruler)}: measure it once and tell what it measures, and the next print is right.`}
      </Text>
      <Flex gap="14px" wrap="wrap" align="flex-start" marginBottom="14px">
        <Box width="150px">
          <FormField label={t`Printer paper`}>
            <Choice value={paper} onChange={(change) => setPaper(change.target.value as PaperName)} options={Object.keys(PAPERS).map((each) => ({ value: each, label: each }))} />
          </FormField>
        </Box>
        <LengthField
          label={t`The printed ruler measures`}
          value={measured}
          fault={fault ?? undefined}
          onRead={(length) => {
            const off = Math.abs(length / ruler - 1) > MOST_OFF;
            setFault(off ? t`${say(length)} is more than a twentieth away from ${say(ruler)}. Look whether the printer fits pages by itself.` : null);
            if (off) return;
            localStorage.setItem(KEY, String(length / ruler));
            setMeasured(length);
          }}
        />
      </Flex>
      <Flex gap="10px" wrap="wrap">
        <Button disabled={state === "making" || fault !== null} onClick={() => void print(file(0, "pdf"), trueSize)}>
          {state === "making" ? t`Drawing the pages …` : t`PDF for the printer`}
        </Button>
        <Button
          variant="outline"
          disabled={state === "making" || pieces === 0}
          onClick={() => void print(file(0, "labels.pdf"), backs)}
        >{t`Labels for the ${pieces} backs`}</Button>
      </Flex>
      {state === "failed" && (
        <Text color="cannot" role="alert" marginTop="8px">{t`The pages could not be made: their letters are not there. Try again when the server answers.`}</Text>
      )}
      <Text marginTop="18px" fontWeight={600}>{t`As a drawing, or for a cutting machine`}</Text>
      {sketches.map(({ title, sketch, layout }, index) => (
        <Flex key={`${layout.sheet}${String(index)}`} gap="10px" align="center" wrap="wrap">
          <Text flex="1" minWidth="180px">
            {title}
            {layout.times > 1 && t`, ${String(layout.times)} times`}
          </Text>
          <Button
            variant="ghost"
            aria-label={t`SVG of sheet ${String(index + 1)}`}
            onClick={() => saveFile(file(index, "svg"), "image/svg+xml", sketchSvg(sketch, title, ruler, say(ruler)))}
          >{t`SVG`}</Button>
          <Button
            variant="ghost"
            aria-label={t`DXF of sheet ${String(index + 1)}`}
            onClick={() => saveFile(file(index, "dxf"), "application/dxf", sketchDxf(sketch))}
          >{t`DXF`}</Button>
        </Flex>
      ))}
    </>
  );
}
