import { Box } from "@chakra-ui/react";
import type { WeekOfMoney } from "@yule/contract";
import { t } from "@yule/core";
import { paidOut } from "@yule/derive";
import { useMemo } from "react";
import Bars from "../chart/Bars.tsx";
import { DataTable, type TableColumn } from "../../kit/DataTable.tsx";
import { printDay } from "../../kit/say.ts";

/** Money of a season week by week: above the line what came in, below it what was paid out; the same as a table. */
export default function MoneyByWeek({ weeks, say }: { weeks: readonly WeekOfMoney[]; say: (minor: number) => string }) {
  const columns = useMemo(
    (): readonly TableColumn<WeekOfMoney>[] => [
      { id: "from", head: t`Week from`, isAlways: true, value: ({ from }) => from, cell: ({ from }) => printDay(from) },
      { id: "income", head: t`Came in`, isAlways: true, value: ({ income }) => income, cell: ({ income }) => say(income) },
      { id: "lots", head: t`Materials`, value: ({ lots }) => lots, cell: ({ lots }) => say(lots) },
      { id: "outlays", head: t`Tools and fairs`, value: ({ outlays }) => outlays, cell: ({ outlays }) => say(outlays) },
      { id: "post", head: t`Post`, value: ({ post }) => post, cell: ({ post }) => say(post) },
      { id: "left", head: t`Left`, isAlways: true, value: (week) => week.income - paidOut(week), cell: (week) => say(week.income - paidOut(week)) },
    ],
    [say],
  );
  return (
    <>
      <Bars
        labels={weeks.map(({ from }) => printDay(from))}
        series={[
          { name: t`came in`, values: weeks.map(({ income }) => income), look: "solid", token: "safe" },
          { name: t`was paid out`, values: weeks.map((week) => -paidOut(week)), look: "striped", token: "softInk" },
        ]}
        say={say}
        stacked
        height={200}
      />
      <DataTable label={t`Money of the season by week`} rows={weeks} columns={columns} rowId={({ from }) => from} maxWidth="760px" />
      <Box
        color="softInk"
        fontSize="15px"
      >{t`A need brings its price on the day it first goes out. Materials count in the week they were booked in, whenever they are used; hours are not in it.`}</Box>
    </>
  );
}
