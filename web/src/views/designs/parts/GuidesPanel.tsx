import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { guidesOf, faultLine, type DesignRead, type GuidesRead, type Problem } from "@yule/contract";
import { guideSheet, hangsOver, lengthOfUnits, stackGeometry, turnedOver, type GuideSheet, type Length, type Outline, t, wordsFor } from "@yule/core";
import { stackOf, firstGuides, GUIDE_KINDS, guidesSvg, KIND_WORDS, type GuideKind } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { HAIR, INK, PAPER, RED, ScaleDrawing, DrawnWords } from "../../../kit/drawing.tsx";
import { Choice, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { LengthField } from "../../../kit/LengthField.tsx";
import { useMeasure, useSpeech } from "../../../kit/measure.tsx";
import { saveFile } from "../../../kit/save.ts";
import { ProblemNote } from "../../../kit/states.tsx";

/** What is pencilled on the panel: where the marks go along two edges, worked out for this very panel. */
export function GuidesPanel({ design }: { design: DesignRead }) {
  const { system, bare } = useMeasure();
  const speech = useSpeech();
  const [draft, setDraft] = useState<GuidesRead | null>(design.guides);
  const [over, setOver] = useState<"" | "turned" | "mirrored">("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const panel = stackGeometry(stackOf(design)).layers.find((layer) => layer.kind === "panel");
  if (!panel) return null;
  const answer = draft ? guideSheet(panel, guidesOf(draft)) : null;
  const sheet = answer?.ok ? (over === "" ? answer.value : turnedOver(answer.value, panel, over)) : null;
  const changed = JSON.stringify(draft) !== JSON.stringify(design.guides);
  const keep = async (): Promise<void> => {
    const sent = await sendCommand("change-guides", { id: design.id, version: design.version, guides: draft }, { ownRefusals: true });
    setProblem(sent.state === "refused" ? sent.problem : null);
  };
  return (
    <Box as="section" aria-label={t`Guides`} marginTop="26px" maxWidth="660px">
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="8px">{t`Guides on the panel`}</Heading>
      <Flex gap="12px" wrap="wrap" align="flex-end">
        <Box width="230px">
          <FormField label={t`What is pencilled`}>
            <Choice
              value={draft?.kind ?? ""}
              onChange={(change) => setDraft(change.target.value === "" ? null : firstGuides(change.target.value as GuideKind, system))}
              options={[{ value: "", label: t`nothing` }, ...GUIDE_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))]}
            />
          </FormField>
        </Box>
        {draft && <Fields guides={draft} onChange={setDraft} />}
      </Flex>
      {answer && !answer.ok && (
        <Text color="cannot" role="alert" marginTop="8px">
          {answer.faults.map((fault) => faultLine(fault, speech)).join("; ")}
        </Text>
      )}
      {sheet && (
        <>
          <ScaleDrawing
            width={panel.width}
            height={panel.height}
            margin={50}
            most={420}
            mostHeight={330}
            label={t`Guides: marks along the top at ${sheet.ticks.top.map(bare).join(", ")}; along the left at ${sheet.ticks.left.map(bare).join(", ")}`}
          >
            {(unit) => <Drawn sheet={sheet} panel={panel} unit={unit} bare={bare} />}
          </ScaleDrawing>
          {cellsOver(sheet, panel) > 0 && (
            <Text color="tight" fontWeight={600}>
              {t`${cellsOver(sheet, panel)} of ${sheet.cells.length} cells reach over the rim of the panel.`}
            </Text>
          )}
          <Ticks name={t`Along the top`} at={sheet.ticks.top} bare={bare} />
          <Ticks name={t`Along the left`} at={sheet.ticks.left} bare={bare} />
          <Flex gap="10px" wrap="wrap" align="center" marginTop="8px">
            <Box width="210px">
              <Choice
                aria-label={t`How the panel lies`}
                value={over}
                onChange={(change) => setOver(change.target.value as typeof over)}
                options={[
                  { value: "", label: t`as it hangs` },
                  { value: "turned", label: t`turned upside down` },
                  { value: "mirrored", label: t`seen from behind` },
                ]}
              />
            </Box>
            <Button variant="outline" onClick={() => saveFile("guides.svg", "image/svg+xml", guidesSvg(panel, sheet, `${design.name}, guides`))}>{t`True to size, as SVG`}</Button>
          </Flex>
        </>
      )}
      {problem && <ProblemNote problem={problem} />}
      {changed && (answer === null || answer.ok) && <Button marginTop="10px" onClick={() => void keep()}>{t`Keep these guides`}</Button>}
    </Box>
  );
}

const FIELDS = wordsFor({
  margin: () => t`margin`,
  gap: () => t`gap`,
  width: () => t`cell width`,
  height: () => t`cell height`,
  fromTop: () => t`from the top`,
  first: () => t`first line`,
  spacing: () => t`line to line`,
});
const COUNTS = { columns: "across", rows: "down", count: "lines" } as const;

function Fields({ guides, onChange }: { guides: GuidesRead; onChange: (guides: GuidesRead) => void }) {
  const put = (patch: object): void => onChange({ ...guides, ...patch });
  const value = (key: string): unknown => (guides as unknown as Record<string, unknown>)[key];
  return (
    <>
      {Object.entries(COUNTS).map(
        ([key, label]) =>
          typeof value(key) === "number" && (
            <Box key={key} width="80px">
              <FormField label={label}>
                <TextInput
                  inputMode="numeric"
                  value={String(value(key))}
                  onChange={(change) => {
                    const read = Number(change.target.value);
                    if (Number.isInteger(read) && read >= 1 && read <= 50) put({ [key]: read });
                  }}
                />
              </FormField>
            </Box>
          ),
      )}
      {Object.entries(FIELDS).map(
        ([key, label]) =>
          typeof value(key) === "number" && <LengthField key={key} label={label} value={lengthOfUnits(Number(value(key)))} onRead={(length) => put({ [key]: length })} />,
      )}
      {"circles" in guides && <Tick checked={guides.circles} onChange={(change) => put({ circles: change.target.checked })}>{t`circles in the cells`}</Tick>}
    </>
  );
}

function Drawn({ sheet, panel, unit, bare }: { sheet: GuideSheet; panel: { readonly width: Length; readonly height: Length }; unit: number; bare: (length: Length) => string }) {
  return (
    <>
      <rect x={0} y={0} width={panel.width} height={panel.height} fill={PAPER} stroke={INK} strokeWidth={unit} />
      <g fill="none" stroke={HAIR} strokeWidth={1.4 * unit}>
        {sheet.cells.map((cell, index) => (
          <rect key={index} x={cell.x} y={cell.y} width={cell.width} height={cell.height} stroke={INK} strokeOpacity={0.55} />
        ))}
        {sheet.circles.map((each, index) => (
          <circle key={index} cx={each.x} cy={each.y} r={each.radius} stroke={INK} strokeOpacity={0.55} />
        ))}
        {sheet.lines.map((line, index) =>
          line.axis === "across" ? (
            <line key={index} x1={line.from} x2={line.to} y1={line.at} y2={line.at} stroke={INK} strokeOpacity={0.55} />
          ) : (
            <line key={index} y1={line.from} y2={line.to} x1={line.at} x2={line.at} stroke={INK} strokeOpacity={0.55} />
          ),
        )}
      </g>
      {sheet.ticks.top.map((at) => (
        <line key={at} x1={at} x2={at} y1={-9 * unit} y2={5 * unit} stroke={RED} strokeWidth={1.4 * unit} />
      ))}
      {sheet.ticks.left.map((at) => (
        <line key={at} y1={at} y2={at} x1={-9 * unit} x2={5 * unit} stroke={RED} strokeWidth={1.4 * unit} />
      ))}
      {sheet.ticks.top[0] !== undefined && (
        <DrawnWords x={sheet.ticks.top[0]} y={-14 * unit} size={15 * unit} weight={600} anchor="middle" fill={INK}>
          {bare(sheet.ticks.top[0])}
        </DrawnWords>
      )}
      {sheet.ticks.left[0] !== undefined && (
        <DrawnWords x={-13 * unit} y={sheet.ticks.left[0] + 5 * unit} size={15 * unit} weight={600} anchor="end" fill={INK}>
          {bare(sheet.ticks.left[0])}
        </DrawnWords>
      )}
    </>
  );
}

const cellsOver = (sheet: GuideSheet, panel: { readonly width: Length; readonly height: Length; readonly outline: Outline }): number =>
  sheet.cells.filter((cell) => hangsOver(cell, { outline: panel.outline, width: panel.width, height: panel.height, x: 0, y: 0 })).length;

function Ticks({ name, at, bare }: { name: string; at: readonly Length[]; bare: (length: Length) => string }) {
  return at.length === 0 ? null : <Text>{rich`${(<b>{name}</b>)}, marks at ${at.map(bare).join(", ")}`}</Text>;
}
