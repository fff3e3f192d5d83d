import { Box, Button, Text } from "@chakra-ui/react";
import type { LeftOutRead, TaughtBatch } from "@yule/contract";
import { plural, t, type TookAs } from "@yule/core";
import { batchesTold, cameOut, type BatchTold } from "@yule/derive";
import { lazy, Suspense, useMemo, useState } from "react";
import { StoryLink } from "../../../../features/stories/StoryLink.tsx";
import { DataTable, type TableColumn } from "../../../../kit/DataTable.tsx";
import { printDay } from "../../../../kit/say.ts";
import { Question } from "../Question.tsx";
import { LeaveOutDialog } from "./LeaveOutDialog.tsx";

const Bars = lazy(() => import("../../../../features/chart/Bars.tsx"));

/** As many batches are drawn. */
const MOST_DRAWN = 20;
/** Shares that differ by less came out alike. */
const ALIKE = 0.03;

const besideRoute = (took: TookAs | null): string => {
  if (took === null) return t`not seen`;
  const by = Math.round((took.times - 1) * 100);
  return by === 0 ? t`as its route says` : by > 0 ? t`${by} in 100 longer` : t`${-by} in 100 shorter`;
};
const inHundred = (share: number): string => t`${Math.round(share * 100)} in 100`;

/** The batches that what is believed was learned from: how it changed over them, and which of them is not to count. */
export function TaughtBy({ name, batches, leftOut }: { name: string; batches: readonly TaughtBatch[]; leftOut: readonly LeftOutRead[] }) {
  const told = useMemo(() => batchesTold(batches), [batches]);
  const [leaving, setLeaving] = useState<TaughtBatch | null>(null);
  const columns = useMemo(() => columnsOf(new Set(leftOut.flatMap(({ of, ofId, day }) => (of === "batch" && day === null && ofId !== null ? [ofId] : []))), setLeaving), [leftOut]);
  if (told.length === 0) return null;
  const judged = told.filter(({ batch: { good, bad, lost } }) => good + bad + lost > 0).slice(-MOST_DRAWN);
  const first = (batch: TaughtBatch): string => (batch.days[0] === undefined ? batch.title : printDay(batch.days[0]));
  const whole = (of: number): string => (Number.isInteger(of) ? String(of) : "");
  return (
    <>
      {judged.length > 1 && (
        <Question title={t`Does ${name} come out better than it did?`}>
          <Text marginBottom="6px">{cameOutWords(told)}</Text>
          <Suspense fallback={null}>
            <Bars
              labels={judged.map(({ batch }) => first(batch))}
              series={[
                { name: t`good panels`, values: judged.map(({ batch: { good } }) => good), look: "solid", token: "safe" },
                { name: t`not good`, values: judged.map(({ batch: { bad } }) => bad), look: "outlined", token: "ink" },
                { name: t`lost at the bench`, values: judged.map(({ batch: { lost } }) => lost), look: "striped", token: "cannot" },
              ]}
              say={whole}
              stacked
            />
          </Suspense>
        </Question>
      )}
      <Question title={t`What was it learned from?`}>
        <DataTable label={t`Batches of ${name}`} rows={[...told].reverse()} columns={columns} rowId={({ batch }) => batch.id} maxWidth="980px" />
      </Question>
      {leaving && <LeaveOutDialog batch={leaving} onClose={() => setLeaving(null)} />}
    </>
  );
}

function cameOutWords(told: readonly BatchTold[]): string {
  const came = cameOut(told);
  if (!came) return t`From the fourth batch on this says whether it does.`;
  if (Math.abs(came.later - came.earlier) < ALIKE)
    return t`As it did: ${inHundred(came.later)} came out good in the later half of its batches, ${inHundred(came.earlier)} in the earlier.`;
  return came.later > came.earlier
    ? t`Yes: ${inHundred(came.later)} came out good in the later half of its batches, ${inHundred(came.earlier)} in the earlier.`
    : t`No: ${inHundred(came.later)} came out good in the later half of its batches, ${inHundred(came.earlier)} in the earlier. What was spoilt, and why, stands in how the season goes.`;
}

/** @param out batches of which nothing counts */
const columnsOf = (out: ReadonlySet<string>, onLeave: (batch: TaughtBatch) => void): readonly TableColumn<BatchTold>[] => [
  {
    id: "days",
    head: t`Worked at`,
    isAlways: true,
    value: ({ batch: { days } }) => days[0] ?? "",
    cell: ({ batch: { days } }) =>
      days.length < 2 ? days.map(printDay).join("") : t`${days.slice(0, 1).map(printDay).join("")}, and ${plural(days.length - 1, { one: "# day more", other: "# days more" })}`,
  },
  { id: "for", head: t`For`, isAlways: true, value: ({ batch: { title } }) => title, cell: ({ batch: { title } }) => title },
  {
    id: "panels",
    head: t`Panels`,
    isAlways: true,
    value: ({ batch: { good, bad, lost } }) => good / Math.max(1, good + bad + lost),
    cell: ({ batch: { good, bad, lost } }) => (good + bad + lost === 0 ? t`not judged yet` : t`${good} of ${good + bad + lost} good`),
  },
  { id: "hands", head: t`Hands`, value: ({ hands }) => hands?.times ?? 0, cell: ({ hands }) => besideRoute(hands) },
  { id: "drying", head: t`Drying`, value: ({ drying }) => drying?.times ?? 0, cell: ({ drying }) => besideRoute(drying) },
  {
    id: "leave",
    head: "",
    isAlways: true,
    cell: ({ batch }) => (
      <Box display="flex" gap="10px" alignItems="center" whiteSpace="nowrap">
        <StoryLink kind="batch" id={batch.id} name={batch.title} />
        {out.has(batch.id) ? (
          t`does not count`
        ) : (
          <Button variant="ghost" size="sm" aria-label={t`Leave out: the batch for ${batch.title}`} onClick={() => onLeave(batch)}>{t`Leave it out`}</Button>
        )}
      </Box>
    ),
  },
];
