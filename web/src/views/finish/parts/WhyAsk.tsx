import { rich } from "../../../kit/rich.tsx";
import { Box, Flex, Text } from "@chakra-ui/react";
import { CAUSE_WORDS } from "@yule/contract";
import { levers, PANEL_CAUSES, RANKED_BY, rankedBy, type FateOf, type Lever, type RankedBy, type RankedLevel, t, wordsFor } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { useMemo, useState } from "react";
import { Bar } from "react-chartjs-2";
import { useAppSelector } from "../../../data/store.ts";
import { chartColour } from "../../../kit/chartColour.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Choice } from "../../../kit/FormField.tsx";
import { Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { FinishAskProps } from "../ask.ts";
import { inHundred } from "../../../kit/chances.ts";
import { panelsWord } from "../words.ts";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** Why panels fail: by cause, ranked; and what would change most. */
export default function WhyAsk({ outlook, finish }: FinishAskProps) {
  const [design, setDesign] = useState("");
  const fates = useMemo(() => finish.fates.filter((fate) => design === "" || fate.design === design), [finish.fates, design]);
  const all = fates.reduce((sum, { panels }) => sum + panels, 0);
  const [by, setBy] = useState<RankedBy>("cause");
  const causes = useMemo(() => rankedBy(fates, "cause").map((each) => ({ ...each, level: causeWords(each.level) })), [fates]);
  const shown = useMemo(() => rankedBy(fates, by).map((each) => ({ ...each, level: saidLevel(by, each.level, outlook) })), [fates, by, outlook]);
  const found = useMemo(() => levers(fates), [fates]);
  const lost = causes.reduce((sum, each) => sum + each.lost, 0);
  const choice = (
    <Flex gap="12px" wrap="wrap" marginBottom="14px">
      <Box width="300px">
        <Choice
          aria-label={t`Of which design`}
          value={design}
          onChange={(change) => setDesign(change.target.value)}
          options={[{ value: "", label: t`All designs of the open work` }, ...designsOf(outlook, finish.fates)]}
        />
      </Box>
      <Box width="220px">
        <Choice
          aria-label={t`Ranked by`}
          value={by}
          onChange={(change) => setBy(change.target.value as RankedBy)}
          options={RANKED_BY.map((value) => ({ value, label: BY_WORDS[value] }))}
        />
      </Box>
    </Flex>
  );
  const [first] = causes;
  if (!first)
    return (
      <>
        <Verdict>{all === 0 ? t`No panel was judged or lost yet.` : t`None of ${panelsWord(all)} was lost.`}</Verdict>
        {design !== "" && choice}
        <Teach
          title={t`What is learned here`}
        >{t`Say at the bench and in Finish why a panel is not good. Then this page ranks the causes, and says in which air, at which hour, on which paper and in which stage most fail.`}</Teach>
      </>
    );
  return (
    <>
      <Verdict>
        {rich`${(
          <Figure tone="tight" why={t`Of ${panelsWord(all)} that were judged or lost at the bench.`}>
            {t`${lost} of ${all}`}
          </Figure>
        )} did not come out good, most of them for ${(<em>{first.level}</em>)}. ${(<WhatWouldChange lever={found[0]} outlook={outlook} />)}`}
      </Verdict>
      {choice}
      <Ranked levels={shown} head={BY_HEADS[by]} />
      {found.length > 0 && (
        <Box as="section" aria-label={t`What would change most`} marginTop="22px" maxWidth="860px">
          <Text fontFamily="heading" fontSize="20px" marginBottom="6px">{t`What would change most`}</Text>
          <Box as="ol" paddingInlineStart="22px">
            {found.map((lever) => (
              <li key={lever.of + lever.level}>
                <LeverLine lever={lever} outlook={outlook} />
              </li>
            ))}
          </Box>
          <Text
            color="softInk"
            fontSize="15px"
            marginTop="6px"
          >{t`Each is held against all other panels by itself; two that go together, such as damp air and evenings, may be one.`}</Text>
        </Box>
      )}
    </>
  );
}

const designsOf = ({ designs }: Outlook, fates: readonly FateOf[]) => {
  const seen = new Set(fates.map(({ design }) => design));
  return designs.filter(({ id }) => seen.has(id)).map(({ id, name }) => ({ value: id, label: name }));
};

/** What was told at the bench stands in its own words. */
const causeWords = (cause: string): string => {
  const known = PANEL_CAUSES.find((each) => each === cause);
  return known ? CAUSE_WORDS[known] : cause === "" ? t`nobody said why` : cause;
};

function levelWords({ of, level }: Lever, { designs, stores }: Outlook): string {
  if (of === "paper") return `On ${stores.find(({ id }) => id === level)?.name ?? t`one paper`}`;
  if (of === "stage") return t`In the stage ${designs.flatMap(({ stages }) => stages).find(({ id }) => id === level)?.name ?? ""}`;
  return of === "air" ? `In ${level}` : `${level.charAt(0).toUpperCase()}${level.slice(1)}`;
}

const rate = ({ lost, panels }: { readonly lost: number; readonly panels: number }): string => `${String(panels === 0 ? 0 : Math.round((lost / panels) * 100))} in 100`;

function WhatWouldChange({ lever, outlook }: { lever: Lever | undefined; outlook: Outlook }) {
  if (!lever) return t`No air, hour, paper or stage is surely worse than the others yet.`;
  return (
    <>
      {levelWords(lever, outlook)}{" "}
      <Figure
        why={t`${String(lever.lost)} of ${panelsWord(lever.panels)} failed there, ${String(lever.others.lost)} of ${String(lever.others.panels)} elsewhere. That it is truly worse, and not luck, is sure ${inHundred(lever.sure)} times.`}
      >
        {t`${rate(lever)} fail`}
      </Figure>
      {t`, elsewhere ${rate(lever.others)}.`}
    </>
  );
}

function LeverLine({ lever, outlook }: { lever: Lever; outlook: Outlook }) {
  const saved = Math.max(1, Math.round(lever.saves));
  return (
    <>
      {t`${levelWords(lever, outlook)} ${rate(lever)} fail, elsewhere ${rate(lever.others)}: as elsewhere, ${panelsWord(saved)} more would have been good. Sure ${inHundred(lever.sure)} times.`}
    </>
  );
}

const BY_WORDS: Readonly<Record<RankedBy, string>> = wordsFor({
  cause: () => t`by cause`,
  stage: () => t`by stage`,
  paper: () => t`by paper`,
  air: () => t`by air`,
  hour: () => t`by time of day`,
});
const BY_HEADS: Readonly<Record<RankedBy, string>> = wordsFor({
  cause: () => t`Cause`,
  stage: () => t`Stage`,
  paper: () => t`Paper`,
  air: () => t`Air`,
  hour: () => t`Time of day`,
});

function saidLevel(by: RankedBy, level: string, { designs, stores }: Outlook): string {
  if (by === "cause") return causeWords(level);
  if (by === "paper") return stores.find(({ id }) => id === level)?.name ?? t`another paper`;
  return by === "stage" ? (designs.flatMap(({ stages }) => stages).find(({ id }) => id === level)?.name ?? t`another stage`) : level;
}

/** What is ranked as bars, the longest first; the same as a table. */
function Ranked({ levels, head }: { levels: readonly RankedLevel[]; head: string }) {
  const columns = useMemo(
    (): readonly TableColumn<RankedLevel>[] => [
      { id: "level", head, isAlways: true, value: ({ level }) => level, cell: ({ level }) => level },
      { id: "lost", head: t`Panels lost`, isAlways: true, value: ({ lost }) => lost, cell: ({ lost }) => String(lost) },
      { id: "share", head: t`Of`, isAlways: true, value: ({ lost, panels }) => lost / Math.max(1, panels), cell: (each) => `${String(each.panels)}, ${rate(each)}` },
    ],
    [head],
  );
  const evening = useAppSelector((state) => state.screen.evening);
  const [ink = "", cannot = ""] = ["ink", "cannot"].map(chartColour);
  if (levels.length === 0) return <Text marginBottom="12px">{t`Nothing was told of that yet.`}</Text>;
  const font = { size: 15, family: getComputedStyle(document.body).fontFamily };
  return (
    <Box maxWidth="760px">
      <Box height={`${String(40 + levels.length * 34)}px`} marginBottom="10px">
        <Bar
          key={String(evening)}
          role="img"
          aria-label={levels.map(({ level, lost }) => `${level}: ${panelsWord(lost)}`).join("; ")}
          data={{ labels: levels.map(({ level }) => level), datasets: [{ data: levels.map(({ lost }) => lost), backgroundColor: cannot, barThickness: 18 }] }}
          options={{
            indexAxis: "y",
            animation: false,
            maintainAspectRatio: false,
            events: [],
            scales: {
              x: { beginAtZero: true, ticks: { color: ink, font, precision: 0 }, grid: { color: "transparent" }, title: { display: true, text: t`panels`, color: ink, font } },
              y: { ticks: { color: ink, font, autoSkip: false }, grid: { color: "transparent" } },
            },
          }}
        />
      </Box>
      <DataTable label={t`Why panels fail`} rows={levels} columns={columns} rowId={({ level }) => level} maxWidth="620px" />
    </Box>
  );
}
