import { Box } from "@chakra-ui/react";
import { CategoryScale, Chart, Filler, LinearScale, LineElement, PointElement, ScatterController } from "chart.js";
import { Scatter } from "react-chartjs-2";
import { useAppSelector } from "../../data/store.ts";
import { chartColour } from "../../kit/chartColour.ts";
import { axes } from "./look.ts";

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, ScatterController, Filler);

/** What is believed at one place of the axis. */
export interface BandPoint {
  readonly x: number;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}
/** What was seen there, between two ends: null where one is not known. */
export interface SeenRange {
  readonly x: number;
  readonly low: number | null;
  readonly high: number | null;
}

/** A curve with its spread, and what it was learned from: each sighting a stroke from one end to the other; a ring where only the lower one is known, a dot where only the upper. */
export default function BandCurve({
  points,
  seen,
  sayX,
  sayY,
  label,
  height = 240,
}: {
  points: readonly BandPoint[];
  seen: readonly SeenRange[];
  sayX: (x: number) => string;
  sayY: (y: number) => string;
  label: string;
  height?: number;
}) {
  const evening = useAppSelector((state) => state.screen.evening);
  const [ink, soft] = ["ink", "softInk"].map(chartColour) as [string, string];
  const most = 1.25 * Math.max(...points.map(({ high }) => high));
  const plain = { showLine: true, pointRadius: 0 };
  const edge = { ...plain, borderColor: soft, borderWidth: 1, borderDash: [4, 4] };
  const options = axes(sayY);
  const at = (of: (point: BandPoint) => number) => points.map((point) => ({ x: point.x, y: of(point) }));
  // A stroke ends where the next number is none.
  const strokes = seen.flatMap(({ x, low, high }) =>
    low === null || high === null
      ? []
      : [
          { x, y: low },
          { x, y: Math.min(most, high) },
          { x, y: Number.NaN },
        ],
  );
  const ends = (of: (each: SeenRange) => number | null) => seen.flatMap((each) => (each.low !== null && each.high !== null ? [] : [{ x: each.x, y: of(each) ?? Number.NaN }]));
  return (
    <Box height={`${String(height)}px`} marginBottom="8px">
      <Scatter
        key={String(evening)}
        role="img"
        aria-label={label}
        data={{
          datasets: [
            { data: at(({ high }) => high), ...edge },
            { data: at(({ low }) => low), ...edge, fill: "-1", backgroundColor: `${soft}22` },
            { data: at(({ middle }) => middle), ...plain, borderColor: ink, borderWidth: 2.5 },
            { data: strokes, ...plain, borderColor: ink, borderWidth: 1.5, spanGaps: false },
            { data: ends(({ low }) => low), pointRadius: 4, borderColor: ink, borderWidth: 1.5, backgroundColor: "transparent" },
            { data: ends(({ high }) => high), pointRadius: 3.5, borderColor: ink, backgroundColor: ink },
          ],
        }}
        options={{
          ...options,
          scales: {
            y: { ...options.scales.y, max: most },
            x: {
              ...options.scales.x,
              type: "linear",
              min: points[0]?.x ?? 0,
              max: points[points.length - 1]?.x ?? 1,
              ticks: { ...options.scales.x.ticks, callback: (x) => sayX(Number(x)) },
            },
          },
        }}
      />
    </Box>
  );
}
