import { Box, Text } from "@chakra-ui/react";
import type { UnitState } from "@yule/core";
import { useRef } from "react";
import { panelOf } from "../../app/materials.ts";
import { pictureUrl } from "../../app/Picture.tsx";
import { clockFace, WetClock } from "../../kit/WetClock.tsx";
import { Words } from "../../kit/drawing.tsx";
import type { Lying } from "../table.ts";

const GAP = 10;
const RIM = 22;
const TILE = 150;
const WIDEST = 840;

/** The board with its panels as they lie, each with what is painted so far and its wet clock. Panels are tapped, or swiped over. */
export function Board({
  on,
  now,
  next,
  chosen,
  onChoose,
  titled,
}: {
  on: Lying;
  now: Date;
  /** The panel that comes next; null where the hands are elsewhere. */
  next: string | null;
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
  titled: boolean;
}) {
  const { batch, design, states } = on;
  const swipe = useRef<ReadonlySet<string> | null>(null);
  const panel = panelOf(design);
  const ratio = panel.height / panel.width;
  const units = batch.units.filter((unit) => unit.grade === null);
  const columns = Math.max(2, Math.min(units.length, Math.ceil(Math.sqrt(units.length * 1.55))));
  const rows = Math.ceil(units.length / columns);
  const [tileWidth, tileHeight] = [TILE, TILE * ratio];
  const width = 2 * RIM + columns * tileWidth + (columns - 1) * GAP;
  const height = 2 * RIM + rows * tileHeight + (rows - 1) * GAP;
  const toggle = (unit: string): void => {
    const changed = new Set(chosen);
    if (!changed.delete(unit)) changed.add(unit);
    onChoose(changed);
  };
  const swept = (unit: string): void => {
    if (!swipe.current || swipe.current.has(unit)) return;
    swipe.current = new Set([...swipe.current, unit]);
    onChoose(swipe.current);
  };
  return (
    <Box maxWidth={`${String(Math.min(WIDEST, width * 1.15))}px`} width="100%">
      {titled && (
        <Text color="softInk" marginBottom="4px" overflowWrap="anywhere">
          {design.name}, {on.view.need.title}
        </Text>
      )}
      <svg
        viewBox={`0 0 ${String(width)} ${String(height)}`}
        role="group"
        aria-label={`The board with ${String(units.length)} panels${titled ? ` for ${on.view.need.title}` : ""}`}
        style={{ width: "100%", height: "auto", display: "block", fontFamily: "inherit", touchAction: "pan-y" }}
        onPointerUp={() => (swipe.current = null)}
        onPointerLeave={() => (swipe.current = null)}
        onPointerCancel={() => (swipe.current = null)}
      >
        <rect width={width} height={height} rx={6} fill="var(--chakra-colors-board)" />
        <rect x={RIM - 10} y={RIM - 10} width={width - 2 * RIM + 20} height={height - 2 * RIM + 20} fill="var(--chakra-colors-tape)" />
        {units.map((unit, index) => {
          const state = states.find((each) => each.unit === unit.id);
          return (
            state && (
              <Tile
                key={unit.id}
                on={on}
                unit={unit}
                state={state}
                now={now}
                isNext={next === unit.id}
                isChosen={chosen.has(unit.id)}
                x={RIM + (index % columns) * (tileWidth + GAP)}
                y={RIM + Math.floor(index / columns) * (tileHeight + GAP)}
                width={tileWidth}
                height={tileHeight}
                onToggle={() => toggle(unit.id)}
                onDown={(target, pointer) => {
                  // A finger keeps to the panel it came down on unless it is let go.
                  if (target.hasPointerCapture(pointer)) target.releasePointerCapture(pointer);
                  swipe.current = new Set([...chosen, unit.id]);
                }}
                onOver={() => swept(unit.id)}
              />
            )
          );
        })}
      </svg>
    </Box>
  );
}

interface TileProps {
  readonly on: Lying;
  readonly unit: Lying["batch"]["units"][number];
  readonly state: UnitState;
  readonly now: Date;
  readonly isNext: boolean;
  readonly isChosen: boolean;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly onToggle: () => void;
  readonly onDown: (target: Element, pointer: number) => void;
  readonly onOver: () => void;
}

function Tile({ on, unit, state, now, isNext, isChosen, x, y, width, height, onToggle, onDown, onOver }: TileProps) {
  const { design, stages } = on;
  const colourway = design.colourways.find((each) => each.id === unit.colourwayId);
  const picture = pictureUrl(colourway?.pictureId ?? null);
  const paints = stages.filter(({ table }) => table.kind === "paint").length;
  const painted = stages.slice(0, state.done).filter(({ table }) => table.kind === "paint").length / Math.max(1, paints);
  const dryMinutes = on.route[state.done - 1]?.dry ?? 30;
  const face = clockFace(state, now, dryMinutes);
  const spoilt = state.wetness.state === "spoilt";
  const wet = face.kind === "wet" || face.kind === "damp";
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={`Panel ${String(unit.number)}, ${colourway?.name ?? ""}, ${String(state.done)} of ${String(stages.length)} stages, ${face.spoken}`}
      onClick={onToggle}
      onPointerDown={(event) => onDown(event.target as Element, event.pointerId)}
      onPointerEnter={(event) => event.buttons > 0 && onOver()}
      onKeyDown={(key) => (key.key === "Enter" || key.key === " ") && (key.preventDefault(), onToggle())}
      style={{ cursor: "pointer", outlineOffset: 2 }}
    >
      <rect x={x} y={y} width={width} height={height} fill="#FBF8F0" />
      {picture && state.done > 0 && !spoilt && (
        <image
          href={picture}
          x={x}
          y={y}
          width={width}
          height={height}
          preserveAspectRatio="xMidYMid slice"
          opacity={painted === 0 ? 0.13 : 0.28 + 0.66 * painted}
          style={painted === 0 ? { filter: "grayscale(1)" } : undefined}
        />
      )}
      {wet && <rect x={x} y={y} width={width} height={height} fill="url(#hatch-wet)" opacity={face.kind === "damp" ? 0.4 : 0.9} />}
      {spoilt && (
        <path
          d={`M${String(x + 14)} ${String(y + 14)} L${String(x + width - 14)} ${String(y + height - 14)} M${String(x + width - 14)} ${String(y + 14)} L${String(x + 14)} ${String(y + height - 14)}`}
          stroke="#A82B43"
          strokeWidth={3}
        />
      )}
      {face.kind === "catch" && <rect x={x + 2} y={y + 2} width={width - 4} height={height - 4} fill="none" stroke="#F0B23C" strokeWidth={5} strokeDasharray="11 7" />}
      {(isNext || isChosen) && (
        <rect x={x - 4} y={y - 4} width={width + 8} height={height + 8} fill="none" stroke={isChosen ? "#2C6FA6" : "#22303C"} strokeWidth={isChosen ? 6 : 4} rx={3} />
      )}
      {!spoilt && <WetClock state={state} now={now} dryMinutes={dryMinutes} x={x + width / 2} y={y + height * 0.45} size={Math.min(74, height * 0.56)} />}
      <g transform={`translate(${String(x + 6)} ${String(y + height - 24)})`}>
        <rect width={unit.number > 9 ? 30 : 22} height={20} rx={3} fill="#FBF7EF" fillOpacity={0.92} />
        <Words x={unit.number > 9 ? 15 : 11} y={15} anchor="middle" size={15} weight={700} fill="#22303C">
          {unit.number}
        </Words>
      </g>
    </g>
  );
}
