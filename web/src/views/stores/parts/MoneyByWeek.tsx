import { t } from "@yule/core";
import { Box } from "@chakra-ui/react";
import type { WeekOfMoney } from "@yule/contract";

import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { useMemo } from "react";
import { Bar } from "react-chartjs-2";
import { useAppSelector } from "../../../data/store.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Fold } from "../../../kit/Fold.tsx";
import { chartColour } from "../../../kit/chartColour.ts";
import { useShopMoney } from "../useShopMoney.ts";
import { printDay } from "../../../kit/say.ts";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** What was paid out in a week: lots, outlays, post. */
const paidOut = ({ lots, outlays, post }: WeekOfMoney): number => lots + outlays + post;

/** Money of the season week by week: above the line what came in, below it what was paid out; the same as a table. */
export default function MoneyByWeek({ weeks }: { weeks: readonly WeekOfMoney[] }) {
  const { say } = useShopMoney();
  const evening = useAppSelector((state) => state.screen.evening);
  const [came, went] = [weeks.reduce((sum, { income }) => sum + income, 0), weeks.reduce((sum, week) => sum + paidOut(week), 0)];
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
    <Box marginBottom="12px" maxWidth="760px">
      <Fold title={t`Week by week: ${say(came)} came in, ${say(went)} was paid out`}>
        <Box height="200px" marginBottom="10px">
          <WeekBars key={String(evening)} weeks={weeks} say={say} />
        </Box>
        <DataTable label={t`Money of the season by week`} rows={weeks} columns={columns} rowId={({ from }) => from} maxWidth="760px" />
        <Box
          color="softInk"
          fontSize="15px"
        >{t`A need brings its price on the day it first goes out. Materials count in the week they were booked in, whenever they are used; hours are not in it.`}</Box>
      </Fold>
    </Box>
  );
}

function WeekBars({ weeks, say }: { weeks: readonly WeekOfMoney[]; say: (minor: number) => string }) {
  const [ink = "", soft = "", safe = ""] = ["ink", "softInk", "safe"].map(chartColour);
  const font = { size: 14, family: getComputedStyle(document.body).fontFamily };
  return (
    <Bar
      role="img"
      aria-label={weeks.map((week) => t`Week from ${printDay(week.from)}: ${say(week.income)} in, ${say(paidOut(week))} out`).join("; ")}
      data={{
        labels: weeks.map(({ from }) => printDay(from)),
        datasets: [
          { data: weeks.map(({ income }) => income), backgroundColor: safe, stack: "week" },
          { data: weeks.map((week) => -paidOut(week)), backgroundColor: striped(soft), borderColor: soft, borderWidth: 1.5, stack: "week" },
        ],
      }}
      options={{
        animation: false,
        maintainAspectRatio: false,
        events: [],
        scales: {
          y: { ticks: { color: ink, font, maxTicksLimit: 5, callback: (minor) => say(Number(minor)) }, grid: { color: "transparent" } },
          x: { ticks: { color: ink, font, maxRotation: 0, autoSkip: true, maxTicksLimit: 7 }, grid: { color: "transparent" } },
        },
      }}
    />
  );
}

/** Stripes of one colour on nothing, so that what went is told from what came without its colour. */
function striped(colour: string): CanvasPattern | string {
  const tile = document.createElement("canvas");
  [tile.width, tile.height] = [8, 8];
  const context = tile.getContext("2d");
  if (!context) return colour;
  context.strokeStyle = colour;
  context.lineWidth = 2;
  for (const shift of [-8, 0, 8]) {
    context.moveTo(shift, 8);
    context.lineTo(shift + 8, 0);
  }
  context.stroke();
  return context.createPattern(tile, "repeat") ?? colour;
}
