import { t } from "@yule/core";
import { Box } from "@chakra-ui/react";
import type { Corner, PanelSeen } from "@yule/core";
import type { LookedAt, PanelOnPhoto } from "../useBatchPhoto.ts";
import { seenWords, seenOf, spotOf, UNLIKE } from "../words.ts";

const points = (corners: readonly Corner[]): string => corners.map(({ x, y }) => `${String(x)},${String(y)}`).join(" ");

/** A place on the panel as it lies on the photo: its middle and how far it reaches. */
function ringOn({ corners: [tl, tr, br, bl] }: PanelSeen, [left, top, right, bottom]: readonly [number, number, number, number]): { cx: number; cy: number; r: number } {
  const at = (u: number, v: number): Corner => ({
    x: (tl.x * (1 - u) + tr.x * u) * (1 - v) + (bl.x * (1 - u) + br.x * u) * v,
    y: (tl.y * (1 - u) + tr.y * u) * (1 - v) + (bl.y * (1 - u) + br.y * u) * v,
  });
  const [middle, corner] = [at((left + right) / 2, (top + bottom) / 2), at(right, bottom)];
  return { cx: middle.x, cy: middle.y, r: Math.hypot(corner.x - middle.x, corner.y - middle.y) };
}

/** Rings around what is seen of a panel, in pixels of the photo. */
function Rings({ seen, width }: { seen: PanelSeen; width: number }) {
  return seenOf(seen.faults).map((fault) => {
    const spot = spotOf(fault);
    if (!spot) return null;
    const { cx, cy, r } = ringOn(seen, spot);
    return (
      <g key={fault.kind} fill="none">
        <circle cx={cx} cy={cy} r={r} stroke="var(--chakra-colors-paper)" strokeWidth={width * 0.006} />
        <circle cx={cx} cy={cy} r={r} stroke="var(--chakra-colors-cannot)" strokeWidth={width * 0.003} strokeDasharray={fault.amount < UNLIKE ? width * 0.01 : undefined} />
      </g>
    );
  });
}

/** The photo itself: panels in their places with their numbers, rings where something is off, what is judged greyed. */
export function PhotoOfPanels({ looked, chosen, onChoose }: { looked: LookedAt; chosen: string | null; onChoose: (unitId: string) => void }) {
  const { url, width, height, panels } = looked;
  return (
    <Box width="100%" maxWidth="760px">
      <svg viewBox={`0 0 ${String(width)} ${String(height)}`} style={{ width: "100%", height: "auto", display: "block" }} role="group" aria-label={t`The photo of the batch`}>
        <image href={url} width={width} height={height} preserveAspectRatio="none" />
        {panels.map(({ unit, seen }) => {
          const { corners } = seen;
          const isChosen = unit.id === chosen;
          return (
            <g
              key={unit.id}
              role="button"
              tabIndex={0}
              aria-pressed={isChosen}
              aria-label={labelOf({ unit, seen })}
              style={{ cursor: "pointer" }}
              onClick={() => onChoose(unit.id)}
              onKeyDown={(event) => {
                if (event.key !== "Enter" && event.key !== " ") return;
                event.preventDefault();
                onChoose(unit.id);
              }}
            >
              <polygon
                points={points(corners)}
                fill="var(--chakra-colors-table)"
                fillOpacity={unit.grade === null ? 0 : 0.72}
                stroke={isChosen ? "var(--chakra-colors-focus)" : "var(--chakra-colors-paper)"}
                strokeWidth={isChosen ? width * 0.006 : width * 0.002}
              />
              <text
                x={corners[3].x}
                y={corners[3].y + width * 0.034}
                fontSize={width * 0.03}
                fontWeight={600}
                fill="var(--chakra-colors-paper)"
                stroke="var(--chakra-colors-ink)"
                strokeWidth={width * 0.007}
                paintOrder="stroke"
              >
                {unit.number}
                {unit.grade ? ` ${unit.grade}` : ""}
              </text>
              {unit.grade === null && <Rings seen={seen} width={width} />}
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

function labelOf({ unit, seen }: PanelOnPhoto): string {
  const words = seenOf(seen.faults).map(seenWords);
  return `Panel ${String(unit.number)}${unit.grade ? `, ${unit.grade}` : ""}: ${words.length === 0 ? t`like its sisters` : words.join("; ")}`;
}

/** One panel of the photo by itself, as large as there is room, with its rings. */
export function PanelClose({ looked: { url, width, height }, panel: { seen, unit } }: { looked: LookedAt; panel: PanelOnPhoto }) {
  const [xs, ys] = [seen.corners.map(({ x }) => x), seen.corners.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [across, down] = [Math.max(...xs) - left, Math.max(...ys) - top];
  return (
    <svg
      viewBox={`${String(left)} ${String(top)} ${String(across)} ${String(down)}`}
      style={{ width: "100%", maxHeight: "300px", display: "block" }}
      role="img"
      aria-label={t`Panel ${String(unit.number)} on the photo`}
    >
      <image href={url} width={width} height={height} preserveAspectRatio="none" />
      <Rings seen={seen} width={across * 1.6} />
    </svg>
  );
}
