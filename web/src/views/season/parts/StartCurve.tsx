import { Box, Text } from "@chakra-ui/react";
import { CategoryScale, Chart, LinearScale, LineElement, PointElement } from "chart.js";
import { day, hundredths, type StartChance, t } from "@yule/core";
import type { NeedRow, Outlook, PlannedSeason } from "@yule/derive";
import { startTransition, useEffect, useState } from "react";
import { Line } from "react-chartjs-2";
import { useAppSelector } from "../../../data/store.ts";
import { useLatest } from "../../../kit/useLatest.ts";
import { seasonPlanner } from "../../../workers/seasonSolver.ts";
import { printDay } from "../../../kit/say.ts";

Chart.register(CategoryScale, LinearScale, LineElement, PointElement);

/** What waiting does to a promise: its chance against the day of beginning. */
export default function StartCurve({ row, outlook, planned }: { row: NeedRow; outlook: Outlook; planned: PlannedSeason }) {
  const points = useCurve(row.view.need.id, outlook, planned);
  const evening = useAppSelector((state) => state.screen.evening);
  if (!points) return <Text color="softInk">{t`What waiting costs is being worked out …`}</Text>;
  const on = ({ session }: StartChance): string => printDay(day(planned.facts.sessions[session]?.day ?? outlook.today));
  const level = planned.starts?.sureIn100 ?? outlook.shop.sureIn100;
  const [ink, line] = ["ink", "tight"].map(colour);
  const font = { size: 13, family: getComputedStyle(document.body).fontFamily };
  return (
    <Box as="figure" marginBottom="14px">
      <Box height="128px">
        <Line
          key={String(evening)}
          role="img"
          aria-label={t`Chance of ${row.view.need.title} by the day of beginning: ${points.map((point) => `${on(point)} ${String(hundredths(point.chance))} in 100`).join(", ")}`}
          data={{
            labels: points.map(on),
            datasets: [
              { data: points.map(({ chance }) => hundredths(chance)), borderColor: ink, backgroundColor: ink, borderWidth: 2, pointRadius: 3, tension: 0.25 },
              { data: points.map(() => level), borderColor: line, borderWidth: 2, borderDash: [5, 4], pointRadius: 0 },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            events: [],
            scales: {
              y: { min: 0, max: 100, ticks: { stepSize: 50, color: ink, font }, grid: { color: "transparent" } },
              x: { ticks: { color: ink, maxRotation: 0, autoSkip: true, maxTicksLimit: 3, font }, grid: { color: "transparent" } },
            },
          }}
        />
      </Box>
      <Text as="figcaption" fontSize="15px" color="softInk">
        {caption(row, points, on, level)}
      </Text>
    </Box>
  );
}

/** What the drawing says, in words. */
function caption({ begin, view }: NeedRow, points: readonly StartChance[], on: (point: StartChance) => string, level: number): string {
  const verb = view.batches.length > 0 ? t`Gone on with` : "Begun";
  const [first, last] = [points[0], points[points.length - 1]];
  if (!first || !last) return t`No session is left in which it could be begun.`;
  const now = t`${verb} on ${on(first)}, it is ready in time ${String(hundredths(first.chance))} in 100.`;
  if (begin === null || begin === "at once") return t`${now} No later session leaves ${String(level)} in 100.`;
  const fell = points.find((point) => point.session > first.session && point.chance < level / 100);
  return t`${now} ${printDay(begin)} is the last day that leaves ${String(level)} in 100${fell ? t`; on ${on(fell)} it would be ${String(hundredths(fell.chance))}` : ""}.`;
}

/** Works the curve out beside the screen; null until it is there. */
function useCurve(need: string, outlook: Outlook, planned: PlannedSeason): readonly StartChance[] | null {
  const [found, setFound] = useState<{ readonly of: PlannedSeason["answer"]; readonly need: string; readonly points: readonly StartChance[] } | null>(null);
  const [planner] = useState(seasonPlanner);
  const { answer } = planned;
  const latest = useLatest({ outlook, planned });
  useEffect(() => {
    let wanted = true;
    const { outlook, planned } = latest.current;
    const { facts, odds } = planned;
    void planner.ask.curve(outlook, { facts, answer, odds }, need).then((points) => wanted && startTransition(() => setFound({ of: answer, need, points })));
    return () => {
      wanted = false;
      planner.drop();
    };
  }, [need, answer, latest, planner]);
  return found?.of === answer && found.need === need ? found.points : null;
}

/** A colour of the theme as the canvas takes it. */
const colour = (token: string): string => getComputedStyle(document.documentElement).getPropertyValue(`--chakra-colors-${token}`).trim();
