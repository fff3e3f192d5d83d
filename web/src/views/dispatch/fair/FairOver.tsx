import { rich } from "../../../kit/rich.tsx";
import { Box, Button, Text } from "@chakra-ui/react";
import type { FairRead } from "@yule/contract";
import { day, money, t, listOf } from "@yule/core";
import { colourwayOf, fairSum, soldByHalfHour } from "@yule/derive";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { useMemo } from "react";
import { Bar } from "react-chartjs-2";
import { useAppSelector } from "../../../data/store.ts";
import { chartColour } from "../../../kit/chartColour.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import { useView } from "../../../plan/useOutlet.ts";
import { printDay, printMoney, printTime } from "../../../kit/say.ts";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

interface Gone {
  readonly id: string;
  readonly name: string;
  readonly brought: number;
  readonly sold: number;
  readonly taken: number;
}

/** What a fair came to: for an hour of standing there, which card went, and when. */
export function FairOver({ fair, onBack }: { fair: FairRead; onBack: () => void }) {
  const { shop, designs } = useView();
  const say = (minor: number): string => printMoney(money(minor), shop.currency);
  const evening = useAppSelector((state) => state.screen.evening);
  const sum = useMemo(() => fairSum(fair), [fair]);
  const halves = useMemo(() => soldByHalfHour(fair.sales, shop.timeZone), [fair.sales, shop.timeZone]);
  const rows = useMemo(
    () =>
      fair.goods
        .map(({ colourwayId, designId, brought, sold, priceMinor }): Gone => {
          const design = designs.find(({ id }) => id === designId);
          return {
            id: colourwayId,
            name: `${design?.name ?? t`Card`}, ${(design && colourwayOf(design, colourwayId)?.name) ?? ""}`,
            brought,
            sold: sold ?? 0,
            taken: (sold ?? 0) * priceMinor,
          };
        })
        .sort((a, b) => b.taken - a.taken),
    [fair.goods, designs],
  );
  const off = (fair.tinMinor ?? 0) - sum.tin;
  const best = halves.reduce((most, each) => (each.cards > most.cards ? each : most), { minute: 0, cards: 0 });
  const out = rows.filter(({ brought, sold }) => sold >= brought);
  const columns: readonly TableColumn<Gone>[] = [
    { id: "name", head: t`Card`, isAlways: true, value: ({ name }) => name, cell: ({ name }) => name },
    {
      id: "sold",
      head: t`Sold`,
      isAlways: true,
      value: ({ sold }) => sold,
      cell: ({ sold, brought }) => `${String(sold)} of ${String(brought)}${sold >= brought ? t`, all` : ""}`,
    },
    { id: "taken", head: t`Brought in`, isAlways: true, value: ({ taken }) => taken, cell: ({ taken }) => say(taken) },
  ];
  return (
    <>
      <Verdict>
        {rich`${fair.title}, ${printDay(day(fair.on))}: ${sum.sold} of ${sum.brought} cards sold. ${(
          <Figure
            why={t`${say(sum.cash)} in cash, ${say(sum.card)} by card and ${say(sum.tips)} of tips, less ${say(fair.feeMinor)} for the table, over ${String(Math.round(fair.standMinutes / 60))} hours at it. What the cards cost to make is not in it: Stores has that.`}
          >
            {say(Math.round(sum.anHour))}
          </Figure>
        )} for an hour at the table.${out.length > 0 ? t` ${listOf(out.map(({ name }) => name))} sold out, so more were wanted than it shows.` : ""}`}
      </Verdict>
      <Text marginBottom="12px" fontWeight={600} color={off === 0 ? "safe" : "tight"}>
        {off === 0 ? t`The tin agrees with what was rung up.` : t`The tin has ${say(Math.abs(off))} too ${off > 0 ? t`much` : t`little`}.`}
      </Text>
      {halves.length > 0 && (
        <Box maxWidth="760px" height="220px" marginBottom="16px">
          <HalfHours key={String(evening)} halves={halves} />
        </Box>
      )}
      {best.cards > 0 && <Text marginBottom="12px">{t`Most went in the half hour from ${printTime(best.minute)}: be there with everything by then.`}</Text>}
      <DataTable label={t`What went at the fair`} rows={rows} columns={columns} rowId={({ id }) => id} maxWidth="760px" />
      <Button variant="outline" marginTop="16px" onClick={onBack}>{t`To the fairs to come`}</Button>
    </>
  );
}

function HalfHours({ halves }: { halves: ReturnType<typeof soldByHalfHour> }) {
  const [ink = "", safe = ""] = ["ink", "safe"].map(chartColour);
  const font = { size: 14, family: getComputedStyle(document.body).fontFamily };
  return (
    <Bar
      role="img"
      aria-label={t`Cards sold: ${halves.map(({ minute, cards }) => `from ${printTime(minute)} ${String(cards)}`).join(", ")}`}
      data={{ labels: halves.map(({ minute }) => printTime(minute)), datasets: [{ data: halves.map(({ cards }) => cards), backgroundColor: safe }] }}
      options={{
        animation: false,
        maintainAspectRatio: false,
        events: [],
        scales: {
          y: { ticks: { color: ink, font, precision: 0 }, grid: { color: "transparent" }, title: { display: true, text: t`cards`, color: ink, font } },
          x: { ticks: { color: ink, font, maxRotation: 0 }, grid: { color: "transparent" } },
        },
      }}
    />
  );
}
