import { Box, Flex, Text } from "@chakra-ui/react";
import type { BelievedRead } from "@yule/contract";
import { measured, minutes, plural, printMinutes, t, type LearnedTime } from "@yule/core";
import { learnedRoute, NO_RECORD, yieldOf, type LearnedStage, type Outlook } from "@yule/derive";
import { useMemo } from "react";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { Choice } from "../../../../kit/FormField.tsx";
import { Figure, Verdict } from "../../../../kit/Verdict.tsx";
import { useBenchTimes } from "../../../../plan/useBenchTimes.ts";
import { DryingByAir } from "./DryingByAir.tsx";
import { LearnAnew } from "./LearnAnew.tsx";
import { TaughtBy } from "./TaughtBy.tsx";

const inHundred = (share: number): string => t`${Math.round(share * 100)} in 100`;
/** Short times to the tenth, long ones in hours. */
const took = (of: number): string => (of < 60 ? t`${measured(of)} min` : printMinutes(minutes(Math.round(of))));
const spread = (time: LearnedTime): string =>
  time.planned === 0 && time.seen === 0 ? t`none` : time.seen === 0 ? t`${took(time.typical)}, a guess` : t`${took(time.typical)}, mostly ${took(time.low)} to ${took(time.high)}`;

type Design = Outlook["designs"][number];

/** Hands, drying and yields of one design: what is believed, how surely, and which batches it was learned from. */
export function AboutDesign({ outlook, design, read, onChoose }: { outlook: Outlook; design: Design; read: BelievedRead | null; onChoose: (id: string) => void }) {
  const times = useBenchTimes(outlook);
  const stages = useMemo(() => learnedRoute(design, times, null, new Map()), [design, times]);
  const columns = useMemo(() => columnsOf(outlook, design.id), [outlook, design]);
  const record = outlook.yields.get(design.id) ?? NO_RECORD;
  const [good, bad] = yieldOf(design, record);
  const guesses = stages.filter(({ hands, drying }) => hands.seen === 0 && (drying.planned === 0 || drying.seen === 0));
  return (
    <>
      <Verdict>
        {t`Of panels of ${design.name}, `}
        <Figure
          why={t`${record.good + record.bad} were judged here, ${record.good} of them good. A new design is believed to give nine in ten; each panel that is judged, or lost at a stage, moves that. It tells how many to begin, and how sure a promise is.`}
        >
          {inHundred(good / (good + bad))}
        </Figure>
        {t` are believed to come out good. `}
        {guesses.length === 0
          ? t`All its times were seen here.`
          : plural(guesses.length, {
              one: "The times of # of its stages are still a guess: each tap at the bench makes them surer.",
              other: "The times of # of its stages are still guesses: each tap at the bench makes them surer.",
            })}
      </Verdict>
      <Flex gap="10px" align="center" marginBottom="14px" maxWidth="420px">
        <Text flex="none">{t`Design`}</Text>
        <Choice
          aria-label={t`Believed of which design`}
          value={design.id}
          onChange={(change) => onChoose(change.target.value)}
          options={outlook.designs.map(({ id, name }) => ({ value: id, label: name }))}
        />
      </Flex>
      <DataTable label={t`What is believed of ${design.name}`} rows={stages} columns={columns} rowId={({ table }) => table.id} maxWidth="900px" />
      <Box color="softInk" fontSize="15px" marginTop="8px" marginBottom="18px" maxWidth="52em">
        {t`“Mostly” is eight times in ten. Hands plan the evenings, drying tells what waits at the bench, losses tell how many panels to begin.`}
      </Box>
      {read && (
        <>
          <DryingByAir design={design} stages={stages} batches={read.batches} times={times} />
          <TaughtBy name={design.name} batches={read.batches} leftOut={read.leftOut} />
          {read.batches.length > 0 && <LearnAnew of={{ of: "design", designId: design.id }} name={design.name} />}
        </>
      )}
    </>
  );
}

const columnsOf = ({ yields }: Pick<Outlook, "yields">, designId: string): readonly TableColumn<LearnedStage>[] => {
  const lost = (id: string) => yields.get(designId)?.stages.find(({ stageId }) => stageId === id);
  const facts = ({ hands, drying }: LearnedStage): number => hands.seen + drying.seen;
  return [
    { id: "stage", head: t`Stage`, isAlways: true, value: ({ table }) => table.name, cell: ({ table }) => table.name },
    { id: "hands", head: t`Hands a panel`, isAlways: true, value: ({ hands }) => hands.typical, cell: ({ hands }) => spread(hands) },
    { id: "drying", head: t`Drying`, isAlways: true, value: ({ drying }) => drying.typical, cell: ({ drying }) => spread(drying) },
    { id: "facts", head: t`From`, value: facts, cell: (stage) => (facts(stage) === 0 ? t`no tap yet` : t`${facts(stage)} taps`) },
    {
      id: "lost",
      head: t`Lost here`,
      value: ({ table }) => lost(table.id)?.lost ?? 0,
      cell: ({ table }) => {
        const known = lost(table.id);
        return known ? t`${known.lost} of ${known.lost + known.through}` : t`none seen`;
      },
    },
  ];
};
