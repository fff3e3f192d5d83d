import { kindWord } from "../../../kit/kinds.ts";
import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { palettes, type CommandInput, type SeriesRead } from "@yule/contract";
import { FAMILY_RULES, type FamilyFinding, t, saidWritten } from "@yule/core";
import { holdsMaskingOf, type Family, type Outlook } from "@yule/derive";
import { useState } from "react";
import { sendCommand } from "../../../data/outbox.ts";
import { Fold } from "../../../kit/Fold.tsx";
import { Choice, FormField, TextInput, Tick } from "../../../kit/FormField.tsx";
import { StateWord } from "../../../kit/states.tsx";
import { CardMini } from "./CardMini.tsx";
import { RouteMark } from "./RouteMark.tsx";

const stateOf = (finding: FamilyFinding) => (finding.severity === "breaks" ? ("cannot" as const) : ("tight" as const));

/** One series on the wall: its cards side by side, what ties them, which breaks the family, and how it is mended. */
export function FamilyWall({
  family,
  rulesOff,
  stores,
  onChoose,
}: {
  family: Family;
  rulesOff: Outlook["shop"]["rulesOff"];
  stores: Outlook["stores"];
  onChoose: (id: string) => void;
}) {
  const { series, designs, check } = family;
  const worst = (id: string): FamilyFinding | undefined => check.findings.find((finding) => finding.design === id);
  return (
    <Box as="section" aria-label={series.name} marginBottom="30px" style={{ contentVisibility: "auto", containIntrinsicSize: "auto 330px" }}>
      <Heading as="h2" fontSize="20px" fontWeight={600} marginBottom="2px">
        {series.name}
      </Heading>
      <Text color="softInk" marginBottom="10px" maxWidth="70em">
        {designs.length === 0
          ? t`No card yet.`
          : check.ties.length === 0
            ? t`What ties it is not told yet: open a card and say where its light comes from, and which way it looks.`
            : t`Tied by ${check.ties.map((tie) => tie.says).join(" · ")}.`}
      </Text>
      <Flex gap="14px 22px" wrap="wrap" align="flex-end">
        {designs.map((design) => {
          const finding = worst(design.id);
          return (
            <button
              key={design.id}
              type="button"
              onClick={() => onChoose(design.id)}
              style={{ cursor: "pointer", textAlign: "start", font: "inherit", padding: 6, borderRadius: 10, outlineOffset: 3, border: "2px solid transparent" }}
            >
              <Flex gap="8px" align="flex-end">
                {design.colourways.map((colourway) => (
                  <CardMini key={colourway.id} design={design} colourway={colourway} />
                ))}
              </Flex>
              <Flex align="center" gap="7px" marginTop="6px" maxWidth="260px" wrap="wrap">
                <Text fontWeight={600} overflowWrap="anywhere">
                  {design.name}
                </Text>
                {finding && <StateWord state={stateOf(finding)}>{t`family`}</StateWord>}
                <RouteMark design={design} rulesOff={rulesOff} holdsMasking={holdsMaskingOf(design, stores)} />
              </Flex>
            </button>
          );
        })}
      </Flex>
      {check.findings.length > 0 && <Findings family={family} />}
      <SeriesForm series={series} />
    </Box>
  );
}

function Findings({ family: { series, designs, check } }: { family: Family }) {
  const switchOff = (rule: string): void => void sendCommand("change-series", { id: series.id, ties: { off: [...series.ties.off, rule] } });
  return (
    <Box as="ul" aria-label={t`What breaks ${series.name}`} listStyleType="none" marginTop="10px" padding={0} maxWidth="70em">
      {check.findings.map((finding) => {
        const design = designs.find((each) => each.id === finding.design);
        const colourway = design?.colourways.find((each) => each.id === finding.colourway);
        return (
          <Flex
            as="li"
            key={`${finding.rule}${finding.design}${finding.colourway ?? ""}`}
            gap="4px 12px"
            wrap="wrap"
            align="baseline"
            borderTop="1px solid"
            borderColor="hairline"
            paddingY="6px"
          >
            <Text flex="1" minWidth="280px" overflowWrap="anywhere">
              <StateWord state={stateOf(finding)}>
                <b>
                  {design?.name}
                  {colourway && `, ${colourway.name}`}
                </b>
              </StateWord>
              {rich`: ${(<Said text={finding.says} designs={designs} />)}. Mend: ${(<Said text={finding.mend} designs={designs} />)}.`}
            </Text>
            <Button
              variant="ghost"
              size="sm"
              onClick={() => switchOff(finding.rule)}
              aria-label={t`${series.name} does not hold to: ${ruleWords(finding.rule)}`}
            >{t`not in this series`}</Button>
          </Flex>
        );
      })}
    </Box>
  );
}

/** Colours told as #rrggbb are shown beside the name of their paint. */
function Said({ text, designs }: { text: string; designs: Family["designs"] }) {
  const called = (hex: string): string => designs.flatMap((design) => design.colourways.flatMap((colourway) => colourway.paints)).find((paint) => paint.hex === hex)?.name ?? hex;
  return text.split(/(#[0-9a-f]{6})/).map((part, index) =>
    part.startsWith("#") ? (
      <span key={String(index)} style={{ whiteSpace: "nowrap" }}>
        <span style={{ display: "inline-block", width: 15, height: 15, borderRadius: 8, verticalAlign: "-2px", background: part, border: "1px solid var(--chakra-colors-ink)" }} />{" "}
        {called(part)}
      </span>
    ) : (
      part
    ),
  );
}

const ruleWords = (id: string): string => saidWritten(FAMILY_RULES.find((rule) => rule.id === id)?.says ?? id);

/** What the maker wants of a series, and what it does not hold to. */
function SeriesForm({ series }: { series: SeriesRead }) {
  // Ticked at once; what it means for the family follows when the server has it.
  const [alternate, setAlternate] = useState(series.ties.alternate);
  const [recurring, setRecurring] = useState(series.ties.recurring);
  const change = (patch: Omit<CommandInput<"change-series">, "id">): void => void sendCommand("change-series", { id: series.id, ...patch });
  const ties = (patch: Partial<SeriesRead["ties"]>): void => change({ ties: patch });
  return (
    <Fold title={t`What ${series.name} should be`}>
      <Flex gap="14px" wrap="wrap" align="flex-end" paddingY="8px">
        <Box width="130px">
          <FormField label={t`Palette`}>
            <Choice
              value={series.palette}
              onChange={(chosen) => change({ palette: chosen.target.value as SeriesRead["palette"] })}
              options={palettes.map((value) => ({ value, label: kindWord(value) }))}
            />
          </FormField>
        </Box>
        <Box width="260px">
          <FormField label={t`Recurs on every card`}>
            <TextInput
              value={recurring}
              placeholder={t`nothing, such as a tern`}
              onChange={(typed) => setRecurring(typed.target.value)}
              onBlur={() => recurring !== series.ties.recurring && ties({ recurring })}
            />
          </FormField>
        </Box>
        <Tick
          checked={alternate}
          onChange={(ticked) => (setAlternate(ticked.target.checked), ties({ alternate: ticked.target.checked }))}
        >{t`looks one way and the other in turn`}</Tick>
        {series.ties.off.map((rule) => (
          <Button key={rule} variant="outline" size="sm" onClick={() => ties({ off: series.ties.off.filter((each) => each !== rule) })}>
            {t`Hold to it again: ${ruleWords(rule).toLowerCase()}`}
          </Button>
        ))}
      </Flex>
    </Fold>
  );
}
