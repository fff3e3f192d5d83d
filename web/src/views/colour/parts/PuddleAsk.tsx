import { kindWord } from "../../../kit/kinds.ts";
import { rich } from "../../../kit/rich.tsx";
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { RESERVE, STRENGTHS, type Puddle, type Strength, celsiusOf, warmthIn, t, listOf } from "@yule/core";
import { panelsOwed, puddlesFor, toldOf, filmOfPaint, type PuddleNeed, type PuddleTold } from "@yule/derive";
import { useMemo, useState } from "react";
import { Choice, FormField } from "../../../kit/FormField.tsx";
import { NumberField } from "../../../kit/NumberField.tsx";
import { StateWord } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { AskProps } from "../ask.ts";
import { useApart } from "../../../features/meetings/useForecast.ts";
import { Wash } from "../../../features/meetings/wash/Wash.tsx";
import { useWay, WayPicker } from "./WayPicker.tsx";
import { EmptyAsk } from "./EmptyAsk.tsx";
import { spoken } from "../../../kit/say.ts";

/** A usual room, °C. */
const [ROOM, WARMEST] = [20, 40];
const MOST = { panels: 500, reserve: 200, humid: 95, share: 100, coats: 5 } as const;

/** How much of each paint to mix for the whole batch, and in how many goes. */
export default function PuddleAsk({ outlook, shelf }: AskProps) {
  const chosen = useWay(outlook);
  const { design, way } = chosen;
  const films = useMemo(() => (way?.paints ?? []).map((paint) => filmOfPaint(paint, shelf)), [way, shelf]);
  const { apart } = useApart(way);
  const owed = design && way ? panelsOwed(outlook.open, design.id, way.id) : 0;
  const { temperature } = spoken();
  const figures = useFigures({ panels: owed || 12, reserve: Math.round(RESERVE * 100), warm: warmthIn(ROOM, temperature), humid: 50 });
  const [said, setSaid] = useState<Readonly<Record<string, Partial<PuddleTold>>>>({});
  if (!design || !way || way.paints.length === 0)
    return (
      <EmptyAsk
        to="/designs"
        step={t`To the designs`}
      >{t`With a design and its paints it says here how many millilitres to mix of each for all panels at once, with how much water.`}</EmptyAsk>
    );
  const { puddles: usual, measured } = toldOf(design, way, apart, films);
  const changed = usual.map((each, index) => ({ ...each, ...said[`${way.id} ${String(index)}`] }));
  const puddles = puddlesFor(design, changed, figures.read.panels, shelf, figures.read.reserve / 100, {
    warm: celsiusOf(figures.read.warm, temperature),
    humid: figures.read.humid / 100,
  });
  const change = (index: number, patch: Partial<PuddleTold>): void => setSaid({ ...said, [`${way.id} ${String(index)}`]: { ...said[`${way.id} ${String(index)}`], ...patch } });
  return (
    <>
      <PuddleVerdict name={`${design.name}, ${way.name}`} panels={figures.read.panels} puddles={puddles} />
      <WayPicker outlook={outlook} chosen={chosen} />
      <Flex gap="14px" wrap="wrap" marginBottom="14px">
        {figures.field("panels", "Panels", owed > 0 ? t`${String(owed)} are owed` : "")}
        {figures.field("reserve", t`Reserve, in 100`)}
        {figures.field("warm", `Room, °${temperature}`)}
        {figures.field("humid", t`Damp, in 100`)}
      </Flex>
      {puddles.map((each, index) => (
        <PuddleRow key={each.paint.name} need={each} film={films[index] ?? filmOfPaint(each.paint)} onChange={(patch) => change(index, patch)} />
      ))}
      <Text color="softInk" fontSize="15px" marginTop="10px" maxWidth="46em">
        {t`${
          measured === "picture"
            ? t`Area and strength were measured on the picture.`
            : measured === "guides"
              ? t`Without a picture the area inside the guides is shared out evenly.`
              : t`Without a picture four fifths of the panel are shared out evenly; a picture tells it better.`
        } A puddle that has lost a fifth of its water paints visibly stronger: then it is mixed again by the same recipe.`}
      </Text>
    </>
  );
}

const countedWords = ({ counted: { unit, many } }: Puddle): string =>
  unit === "drops"
    ? `${String(many)} ${many === 1 ? t`drop` : t`drops`}`
    : unit === "half pans"
      ? many <= 1
        ? t`${String(Math.round(many * 100))} in 100 of a half pan`
        : t`${String(many)} half pans`
      : t`${String(many)} cm from the tube`;
const ml = (value: number): string => `${String(Math.round(value * 10) / 10)} ml`;

function PuddleVerdict({ name, panels, puddles }: { name: string; panels: number; puddles: readonly PuddleNeed[] }) {
  const sorted = [...puddles].filter((each) => each.share > 0.003).sort((a, b) => b.puddle.ml - a.puddle.ml);
  const twice = sorted.filter((each) => each.puddle.goes.length > 1);
  return (
    <Verdict>
      {t`For ${panels} ${panels === 1 ? t`panel` : t`panels`} of ${name} mix `}
      {sorted.slice(0, 4).map((each, index) => (
        <span key={each.paint.name}>
          {index > 0 && (index === Math.min(3, sorted.length - 1) ? t` and ` : ", ")}
          {rich`${(
            <Figure
              why={t`${String(Math.round(each.area / 100))} cm² on a panel, ${String(panels)} panels, ${each.coats === 1 ? t`one coat` : t`${String(each.coats)} coats`}, 0.018 ml for each cm², and the reserve. Of it ${countedWords(each.puddle)} in ${ml(each.puddle.waterMl)} of water, as strong as ${each.strength}.`}
            >
              {ml(each.puddle.ml)}
            </Figure>
          )} of ${each.paint.name}`}
        </span>
      ))}
      .{" "}
      {twice.length > 0 && (
        <>
          {listOf(twice.map((each) => each.paint.name))}{" "}
          <Figure
            tone="tight"
            why={t`A puddle lasts about ${String(Math.round(twice[0]?.puddle.lastsFor ?? 0))} minutes in this room before it has thickened; the batch takes longer. Mix it ${String(twice[0]?.puddle.goes.length ?? 2)} times by the same recipe.`}
          >{t`dries before the batch is through`}</Figure>
          {t`: mix it in ${twice[0]?.puddle.goes.length === 2 ? t`two` : String(twice[0]?.puddle.goes.length ?? 2)} goes.`}
        </>
      )}
    </Verdict>
  );
}

function PuddleRow({ need, film, onChange }: { need: PuddleNeed; film: ReturnType<typeof filmOfPaint>; onChange: (patch: Partial<PuddleTold>) => void }) {
  const { paint, puddle, strength } = need;
  // Drawn so that twice the paint is twice the area.
  const size = Math.max(26, Math.min(104, 24 * Math.sqrt(puddle.ml / 1.5)));
  return (
    <Grid
      role="group"
      aria-label={paint.name}
      templateColumns={{ base: "112px 1fr", lg: "112px minmax(200px, 1fr) auto" }}
      gap="8px 18px"
      alignItems="center"
      borderTop="1px solid"
      borderColor="hairline"
      paddingY="8px"
      maxWidth="980px"
    >
      <Flex justify="center" align="center" height="96px" borderRadius="14px" border="1px solid" borderColor="hairline" style={{ background: "#F8F6F0" }}>
        <Wash kind="puddle" film={film} width={size} height={size * 0.8} label={t`a puddle of ${ml(puddle.ml)} ${paint.name}`} />
      </Flex>
      <Box minWidth={0}>
        <Text fontWeight={700} overflowWrap="anywhere">
          {paint.name}: {ml(puddle.ml)}
        </Text>
        <Text>{t`${countedWords(puddle)}, ${ml(puddle.waterMl)} of water`}</Text>
        {puddle.goes.length > 1 && <StateWord state="tight">{t`in ${puddle.goes.length} goes, for ${listOf(puddle.goes.map(String))} panels`}</StateWord>}
      </Box>
      <Flex gap="12px" gridColumn={{ base: "1 / -1", lg: "auto" }} wrap="wrap">
        <Box width="130px">
          <FormField label={t`as strong as`}>
            <Choice
              value={strength}
              onChange={(change) => onChange({ strength: change.target.value as Strength })}
              options={STRENGTHS.map((each) => ({ value: each, label: kindWord(each) }))}
            />
          </FormField>
        </Box>
        <NumberField label={t`in 100 of the panel`} value={Math.round(need.share * 1000) / 10} most={MOST.share} least={0.1} onRead={(share) => onChange({ share: share / 100 })} />
        <NumberField label={t`coats`} value={need.coats} most={MOST.coats} least={1} whole onRead={(coats) => onChange({ coats })} />
      </Flex>
    </Grid>
  );
}

type FigureName = "panels" | "reserve" | "warm" | "humid";
function useFigures(usual: Readonly<Record<FigureName, number>>) {
  const [told, setTold] = useState<Partial<Record<FigureName, number>>>({});
  const read = { ...usual, ...told };
  return {
    read,
    field: (name: FigureName, label: string, hint = "") => (
      <NumberField
        label={label}
        value={read[name]}
        least={name === "panels" ? 1 : 0}
        most={name === "warm" ? warmthIn(WARMEST, spoken().temperature) : MOST[name]}
        whole={name === "panels"}
        hint={hint}
        onRead={(value) => setTold({ ...told, [name]: value })}
      />
    ),
  };
}
