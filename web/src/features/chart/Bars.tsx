import { Box } from "@chakra-ui/react";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { Bar } from "react-chartjs-2";
import { useAppSelector } from "../../data/store.ts";
import { Legend } from "./Legend.tsx";
import { axes, inked, type ChartLook, type ChartToken } from "./look.ts";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** One kind of bar: its values stand in the order of the labels. */
export interface BarSeries {
  readonly name: string;
  readonly values: readonly number[];
  readonly look: ChartLook;
  readonly token: ChartToken;
}

/**
 * Bars beside or upon each other, told apart by patterns, read out label by label. A table with the same figures stands beside it.
 * @param say a value as the axis and the reader have it
 */
export default function Bars({
  labels,
  series,
  say,
  stacked = false,
  height = 180,
}: {
  labels: readonly string[];
  series: readonly BarSeries[];
  say: (value: number) => string;
  stacked?: boolean;
  height?: number;
}) {
  const evening = useAppSelector((state) => state.screen.evening);
  const told = labels.map(
    (label, at) => `${label}: ${series.map(({ name, values }) => (series.length > 1 ? `${name} ${say(values[at] ?? 0)}` : say(values[at] ?? 0))).join(", ")}`,
  );
  return (
    <Box marginBottom="10px">
      {series.length > 1 && <Legend series={series} />}
      <Box height={`${String(height)}px`}>
        <Bar
          key={String(evening)}
          role="img"
          aria-label={told.join("; ")}
          data={{ labels: [...labels], datasets: series.map(({ values, look, token }) => ({ data: [...values], ...inked(look, token), ...(stacked ? { stack: "one" } : {}) })) }}
          options={axes(say, { stacked })}
        />
      </Box>
    </Box>
  );
}
