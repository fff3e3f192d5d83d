import { Text } from "@chakra-ui/react";
import type { ReviewRead } from "@yule/contract";
import { t } from "@yule/core";
import { weeksOfPromises, type Outlook, type WeekOfPromises } from "@yule/derive";
import { lazy, Suspense, useMemo } from "react";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { printDay } from "../../../kit/say.ts";
import { Question } from "./Question.tsx";

const Bars = lazy(() => import("../../../features/chart/Bars.tsx"));

/** When promises came due, and which of them broke. */
export function WhenPromisesBroke({ read, outlook: { today } }: { read: ReviewRead; outlook: Outlook }) {
  const weeks = useMemo(() => weeksOfPromises(read, today), [read, today]);
  const late = weeks.filter((each) => each.late > 0);
  const worst = late.reduce<WeekOfPromises | null>((most, each) => (most === null || each.late > most.late ? each : most), null);
  if (weeks.length < 2) return null;
  const columns: readonly TableColumn<WeekOfPromises>[] = [
    { id: "week", head: t`Due in the week from`, isAlways: true, value: ({ week }) => week, cell: ({ week }) => printDay(week) },
    { id: "kept", head: t`Kept`, isAlways: true, value: ({ kept }) => kept, cell: ({ kept }) => String(kept) },
    { id: "late", head: t`Late`, isAlways: true, value: (each) => each.late, cell: (each) => String(each.late) },
  ];
  return (
    <Question title={t`When were promises broken?`}>
      <Text marginBottom="6px">
        {worst
          ? t`Most in the week from ${printDay(worst.week)}: ${worst.late} of the ${worst.kept + worst.late} that were due in it. Next year let fewer fall due there.`
          : t`In no week: all that were due were kept.`}
      </Text>
      <Suspense fallback={null}>
        <Bars
          labels={weeks.map(({ week }) => t`Week from ${printDay(week)}`)}
          series={[
            { name: t`kept`, values: weeks.map(({ kept }) => kept), look: "solid", token: "safe" },
            { name: t`late`, values: weeks.map((each) => each.late), look: "striped", token: "cannot" },
          ]}
          say={(of) => (Number.isInteger(of) ? String(of) : "")}
          stacked
        />
      </Suspense>
      <Fold title={t`The weeks as a table`}>
        <DataTable label={t`Promises by week`} rows={weeks} columns={columns} rowId={({ week }) => week} maxWidth="460px" />
      </Fold>
    </Question>
  );
}
