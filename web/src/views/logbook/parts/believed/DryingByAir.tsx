import { Flex, Text } from "@chakra-ui/react";
import type { TaughtBatch } from "@yule/contract";
import { dryingCells, dryingTime, minutes, printMinutes, t, type BenchTimes } from "@yule/core";
import { timedStage, type LearnedStage } from "@yule/derive";
import { lazy, Suspense, useMemo, useState } from "react";
import type { DesignRead } from "@yule/contract";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { Fold } from "../../../../kit/Fold.tsx";
import { Choice } from "../../../../kit/FormField.tsx";
import { Question } from "../Question.tsx";

const BandCurve = lazy(() => import("../../../../features/chart/BandCurve.tsx"));

/** Humidities of rooms in which people paint. */
const HUMIDITIES = [0.3, 0.35, 0.4, 0.45, 0.5, 0.55, 0.6, 0.65, 0.7, 0.75, 0.8];
/** At the warmth that the batches are told beside. */
const USUAL_WARMTH = 20;
const [DRY_AIR, DAMP_AIR] = [0.4, 0.7];
const EVENLY = { chance: 0.5, why: "" };

const said = (of: number): string => printMinutes(minutes(Math.round(of)));
const percent = (humid: number): string => t`${Math.round(humid * 100)} %`;

/** What the air does to a stage's drying: what is believed, how surely, and what it was learned from. */
export function DryingByAir({ design, stages, batches, times }: { design: DesignRead; stages: readonly LearnedStage[]; batches: readonly TaughtBatch[]; times: BenchTimes }) {
  const drying = stages.filter((each) => each.drying.planned > 0);
  const [chosen, setChosen] = useState<string | null>(null);
  const most = drying.reduce<LearnedStage | null>((best, each) => (best === null || each.drying.seen > best.drying.seen ? each : best), null);
  const stage = drying.find(({ table }) => table.id === chosen) ?? most;
  const told = design.stages.find(({ id }) => id === stage?.table.id);
  const points = useMemo(() => {
    if (!told) return [];
    const timed = timedStage(told);
    return HUMIDITIES.map((humid) => {
      const { low, typical, high } = dryingTime(times, timed, design.paperId ?? "", { warm: USUAL_WARMTH, humid }, EVENLY);
      return { x: humid, low, middle: typical, high };
    });
  }, [told, times, design.paperId]);
  const seen = useMemo(
    () =>
      told
        ? dryingCells(batches.flatMap((batch) => batch.times.filter((cell) => cell.stage === told.id))).map(({ humid, low, high, count }) => ({
            ...{ x: humid, low: low > 0 ? low * told.dry : null, high: high === Infinity ? null : high * told.dry, count },
          }))
        : [],
    [told, batches],
  );
  if (!stage || !told) return null;
  const at = (humid: number) => points.find(({ x }) => x === humid);
  const [dry, damp] = [at(DRY_AIR), at(DAMP_AIR)];
  const taps = seen.reduce((sum, { count }) => sum + count, 0);
  const columns: readonly TableColumn<(typeof points)[number]>[] = [
    { id: "humid", head: t`Humidity`, isAlways: true, value: ({ x }) => x, cell: ({ x }) => percent(x) },
    { id: "middle", head: t`Dry in`, isAlways: true, value: ({ middle }) => middle, cell: ({ middle }) => said(middle) },
    { id: "spread", head: t`Mostly`, isAlways: true, value: ({ high }) => high, cell: ({ low, high }) => t`${said(low)} to ${said(high)}` },
  ];
  return (
    <Question title={t`What does damp air do to its drying?`}>
      <Text marginBottom="8px">
        {dry && damp
          ? t`${stage.table.name} dries in ${said(dry.middle)} where the air is at ${percent(DRY_AIR)}, in ${said(damp.middle)} at ${percent(DAMP_AIR)}. ${taps === 0 ? t`Nothing was seen of it here yet: other stages of this shop and first guesses tell so.` : t`It was learned from ${taps} panels of its own, and from what other stages dried like.`}`
          : ""}
      </Text>
      {drying.length > 1 && (
        <Flex gap="10px" align="center" marginBottom="10px" maxWidth="420px">
          <Text flex="none">{t`Stage`}</Text>
          <Choice
            aria-label={t`Drying of which stage`}
            value={stage.table.id}
            onChange={(change) => setChosen(change.target.value)}
            options={drying.map(({ table }) => ({ value: table.id, label: table.name }))}
          />
        </Flex>
      )}
      <Suspense fallback={null}>
        <BandCurve
          points={points}
          seen={seen}
          sayX={percent}
          sayY={said}
          label={t`Drying of ${stage.table.name} by humidity: ${points.map(({ x, middle }) => `${percent(x)} ${said(middle)}`).join(", ")}`}
        />
      </Suspense>
      <Text fontSize="15px" color="softInk">
        {t`Eight times in ten it lies between the dashed lines. A stroke goes from when panels were still wet to when they were dry, a ring is a time at which they were wet, a dot one by which they were dry. Air of other warmth stands at the humidity that dries alike at ${USUAL_WARMTH} °C.`}
      </Text>
      <Fold title={t`The curve as a table`}>
        <DataTable label={t`Drying by humidity`} rows={points} columns={columns} rowId={({ x }) => String(x)} maxWidth="460px" />
      </Fold>
    </Question>
  );
}
