import { Box } from "@chakra-ui/react";
import type { BatchRead, DesignRead } from "@yule/contract";
import type { NextMove, UnitState } from "@yule/core";
import { panelOf } from "../../app/materials.ts";
import { pictureUrl } from "../../app/Picture.tsx";
import { clockFace, WetClock } from "../../kit/WetClock.tsx";
import { Words } from "../../kit/drawing.tsx";

const GAP = 10;
const RIM = 22;
const TILE = 150;

/** The board with its panels as they lie, each with what is painted so far and its wet clock. */
export function Board({
  batch,
  design,
  states,
  now,
  move,
  chosen,
  onChoose,
}: {
  batch: BatchRead;
  design: DesignRead;
  states: readonly UnitState[];
  now: Date;
  move: NextMove;
  chosen: string | null;
  onChoose: (unit: string) => void;
}) {
  const panel = panelOf(design);
  const ratio = panel.height / panel.width;
  const units = batch.units.filter((unit) => unit.grade === null);
  const columns = Math.max(2, Math.min(units.length, Math.ceil(Math.sqrt(units.length * 1.55))));
  const rows = Math.ceil(units.length / columns);
  const [tileWidth, tileHeight] = [TILE, TILE * ratio];
  const width = 2 * RIM + columns * tileWidth + (columns - 1) * GAP;
  const height = 2 * RIM + rows * tileHeight + (rows - 1) * GAP;
  const stages = design.stages.filter((stage) => stage.kind !== "assemble");
  return (
    <Box maxWidth={`${String(Math.min(840, width * 1.15))}px`}>
      <svg
        viewBox={`0 0 ${String(width)} ${String(height)}`}
        role="group"
        aria-label={`The board with ${String(units.length)} panels`}
        style={{ width: "100%", height: "auto", display: "block", fontFamily: "inherit" }}
      >
        <rect width={width} height={height} rx={6} fill="var(--chakra-colors-board)" />
        <rect x={RIM - 10} y={RIM - 10} width={width - 2 * RIM + 20} height={height - 2 * RIM + 20} fill="var(--chakra-colors-tape)" />
        {units.map((unit, index) => {
          const state = states.find((each) => each.unit === unit.id);
          if (!state) return null;
          const x = RIM + (index % columns) * (tileWidth + GAP);
          const y = RIM + Math.floor(index / columns) * (tileHeight + GAP);
          const colourway = design.colourways.find((each) => each.id === unit.colourwayId);
          const picture = pictureUrl(colourway?.pictureId ?? null);
          const painted = stages.slice(0, state.done).filter((stage) => stage.kind === "paint").length / Math.max(1, stages.filter((stage) => stage.kind === "paint").length);
          const drawn = state.done > 0;
          const isNext = move.kind === "do" && move.units[0] === unit.id;
          const dryMinutes = stages[state.done - 1]?.dry ?? 30;
          const face = clockFace(state, now, dryMinutes);
          const spoilt = state.wetness.state === "spoilt";
          return (
            <g
              key={unit.id}
              role="button"
              tabIndex={0}
              aria-pressed={chosen === unit.id}
              aria-label={`Panel ${String(unit.number)}, ${colourway?.name ?? ""}, ${String(state.done)} of ${String(stages.length)} stages, ${face.spoken}`}
              onClick={() => onChoose(unit.id)}
              onKeyDown={(key) => (key.key === "Enter" || key.key === " ") && (key.preventDefault(), onChoose(unit.id))}
              style={{ cursor: "pointer", outlineOffset: 2 }}
            >
              <rect x={x} y={y} width={tileWidth} height={tileHeight} fill="#FBF8F0" />
              {picture && drawn && !spoilt && (
                <image
                  href={picture}
                  x={x}
                  y={y}
                  width={tileWidth}
                  height={tileHeight}
                  preserveAspectRatio="xMidYMid slice"
                  opacity={painted === 0 ? 0.13 : 0.28 + 0.66 * painted}
                  style={painted === 0 ? { filter: "grayscale(1)" } : undefined}
                />
              )}
              {state.wetness.state === "wet" && <rect x={x} y={y} width={tileWidth} height={tileHeight} fill="url(#hatch-wet)" opacity={0.9} />}
              {spoilt && (
                <path
                  d={`M${String(x + 14)} ${String(y + 14)} L${String(x + tileWidth - 14)} ${String(y + tileHeight - 14)} M${String(x + tileWidth - 14)} ${String(y + 14)} L${String(x + 14)} ${String(y + tileHeight - 14)}`}
                  stroke="#A82B43"
                  strokeWidth={3}
                />
              )}
              {face.kind === "catch" && (
                <rect x={x + 2} y={y + 2} width={tileWidth - 4} height={tileHeight - 4} fill="none" stroke="#F0B23C" strokeWidth={5} strokeDasharray="11 7" />
              )}
              {(isNext || chosen === unit.id) && (
                <rect x={x - 4} y={y - 4} width={tileWidth + 8} height={tileHeight + 8} fill="none" stroke={chosen === unit.id ? "#2C6FA6" : "#22303C"} strokeWidth={4} rx={3} />
              )}
              {!spoilt && <WetClock state={state} now={now} dryMinutes={dryMinutes} x={x + tileWidth / 2} y={y + tileHeight * 0.45} size={Math.min(74, tileHeight * 0.56)} />}
              <g transform={`translate(${String(x + 6)} ${String(y + tileHeight - 24)})`}>
                <rect width={unit.number > 9 ? 30 : 22} height={20} rx={3} fill="#FBF7EF" fillOpacity={0.92} />
                <Words x={unit.number > 9 ? 15 : 11} y={15} anchor="middle" size={15} weight={700} fill="#22303C">
                  {unit.number}
                </Words>
              </g>
            </g>
          );
        })}
      </svg>
    </Box>
  );
}
