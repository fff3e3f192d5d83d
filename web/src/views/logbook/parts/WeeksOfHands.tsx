import { t } from "@yule/core";
import type { SeasonReview } from "@yule/derive";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { minutes, printMinutes } from "@yule/core";
import { Bar } from "react-chartjs-2";
import { useAppSelector } from "../../../data/store.ts";
import { chartColour } from "../../../kit/chartColour.ts";
import { printDay } from "../../../kit/say.ts";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

const hours = (of: number): number => Math.round(of / 6) / 10;

/** Hands at the bench week by week; a week without any is seen as a gap. */
export default function WeeksOfHands({ weeks }: { weeks: SeasonReview["weeks"] }) {
  const evening = useAppSelector((state) => state.screen.evening);
  const [ink = "", bar = ""] = ["ink", "softInk"].map(chartColour);
  const font = { size: 14, family: getComputedStyle(document.body).fontFamily };
  return (
    <Bar
      key={String(evening)}
      role="img"
      aria-label={weeks.map(({ week, minutes: of }) => t`Week from ${printDay(week)}: ${printMinutes(minutes(of))}`).join("; ")}
      data={{ labels: weeks.map(({ week }) => printDay(week)), datasets: [{ data: weeks.map((each) => hours(each.minutes)), backgroundColor: bar }] }}
      options={{
        animation: false,
        maintainAspectRatio: false,
        events: [],
        scales: {
          y: { beginAtZero: true, ticks: { color: ink, font, maxTicksLimit: 5, callback: (of) => t`${String(of)} h` }, grid: { color: "transparent" } },
          x: { ticks: { color: ink, font, maxRotation: 0, autoSkip: true, maxTicksLimit: 7 }, grid: { color: "transparent" } },
        },
      }}
    />
  );
}
