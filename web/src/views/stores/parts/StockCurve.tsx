import { Box, Text } from "@chakra-ui/react";
import { CategoryScale, Chart, Filler, LinearScale, LineElement, PointElement } from "chart.js";
import { isCountedOut, learnedUse, measureOf, usualUnit, type Day, t } from "@yule/core";
import { Line } from "react-chartjs-2";
import { useAppSelector } from "../../../data/store.ts";
import type { StockOf } from "../ask.ts";
import { chartColour } from "../../../kit/chartColour.ts";
import { amountOf } from "../words.ts";
import { printDay } from "../../../kit/say.ts";

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Filler);

/** What is left after each day of the plan that takes some, with what it may be at the least and at the most in two of three cases. */
interface Point {
  readonly on: Day;
  readonly left: number;
  readonly least: number;
  readonly most: number;
}

export function stockPoints({ store, outlook }: StockOf, today: Day): readonly Point[] {
  const { scatter } = learnedUse(store, isCountedOut(store.kind));
  let taken = 0;
  const points: Point[] = [{ on: today, left: store.onHand, least: store.onHand, most: store.onHand }];
  for (const use of outlook.uses) {
    taken += use.quantity;
    const point = { on: use.on, left: store.onHand - taken, least: store.onHand - taken * Math.exp(scatter), most: store.onHand - taken * Math.exp(-scatter) };
    if (points[points.length - 1]?.on === use.on) points[points.length - 1] = point;
    else points.push(point);
  }
  return points;
}

/** The season's stock of one material as one line with its spread; the same in words below. */
export default function StockCurve({ material, today }: { material: StockOf; today: Day }) {
  const evening = useAppSelector((state) => state.screen.evening);
  const points = stockPoints(material, today);
  const { store } = material;
  if (points.length < 2) return null;
  const [ink = "", soft = "", red = ""] = ["ink", "softInk", "cannot"].map(chartColour);
  const font = { size: 14, family: getComputedStyle(document.body).fontFamily };
  const shown = (amount: number): number => amount / usualUnit(measureOf(store.kind)).in;
  const last = points[points.length - 1];
  return (
    <Box as="figure" marginBottom="16px">
      <Box height="210px">
        <Line
          key={String(evening)}
          role="img"
          aria-label={t`${store.name} over the season: ${points.map((point) => `${printDay(point.on)} ${amountOf(store, Math.max(0, point.left))}`).join(", ")}`}
          data={{
            labels: points.map(({ on }) => printDay(on)),
            datasets: [
              { data: points.map(({ most }) => shown(most)), borderColor: soft, borderWidth: 1, borderDash: [4, 4], pointRadius: 0, stepped: true },
              {
                data: points.map(({ least }) => shown(least)),
                borderColor: soft,
                borderWidth: 1,
                borderDash: [4, 4],
                pointRadius: 0,
                stepped: true,
                fill: "-1",
                backgroundColor: `${soft}22`,
              },
              { data: points.map(({ left }) => shown(left)), borderColor: ink, borderWidth: 2.5, pointRadius: 2, stepped: true },
              { data: points.map(() => 0), borderColor: red, borderWidth: 2, pointRadius: 0 },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            events: [],
            scales: {
              y: { ticks: { color: ink, font, maxTicksLimit: 5 }, grid: { color: "transparent" } },
              x: { ticks: { color: ink, maxRotation: 0, autoSkip: true, maxTicksLimit: 5, font }, grid: { color: "transparent" } },
            },
          }}
        />
      </Box>
      <Text as="figcaption" fontSize="15px" color="softInk">
        {t`${last && last.left < 0 ? t`Below the line it is missing.` : t`When all that is owed is made, ${amountOf(store, Math.max(0, last?.left ?? 0))} are left.`} The dashed lines hold it in two of three cases.`}
      </Text>
    </Box>
  );
}
