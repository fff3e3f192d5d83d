import { Text } from "@chakra-ui/react";
import { sameStanding, type UnitState, t } from "@yule/core";
import { panelOf, type OnBoard } from "@yule/derive";
import { memo, useRef } from "react";
import { useSeconds } from "../../../data/clock.ts";
import { pictureUrl } from "../../../features/picture/Picture.tsx";
import { clockFace, WetClock } from "../../../kit/WetClock.tsx";
import { DrawnWords } from "../../../kit/drawing.tsx";
import { useMark } from "../marks.ts";

/** The board in units of its own: all lengths on it are shares of its width, so that it is drawn at any size. */
const GAP = 10;
const RIM = 22;
const TILE = 150;
const WIDEST = 840;

interface BoardProps {
  readonly on: OnBoard;
  readonly now: Date;
  /** The panel that comes next; null where the hands are elsewhere. */
  readonly next: string | null;
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (chosen: ReadonlySet<string>) => void;
  readonly titled: boolean;
  /** It shares the width with another board: its clocks and numbers are larger beside the panels, to be read from a metre. */
  readonly isSmall: boolean;
}

/** The board with its panels as they lie, each with what is painted so far and its wet clock. Panels are tapped, or swiped over. */
export function Board({ on, now, next, chosen, onChoose, titled, isSmall }: BoardProps) {
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
  /** What happens to a panel is heard by the board, so that a panel is drawn anew only when it stands otherwise. */
  const at = (target: EventTarget): string | null => (target as Element).closest("[data-unit]")?.getAttribute("data-unit") ?? null;
  const minute = Math.floor(now.getTime() / 60_000);
  return (
    <div style={{ maxWidth: Math.min(WIDEST, width * 1.15), width: "100%" }}>
      {titled && (
        <Text color="softInk" marginBottom="4px" overflowWrap="anywhere">
          {design.name}, {on.title}
        </Text>
      )}
      <div
        role="group"
        aria-label={t`The board with ${String(units.length)} panels${titled ? t` for ${on.title}` : ""}`}
        style={{
          position: "relative",
          aspectRatio: `${String(width)} / ${String(height)}`,
          background: "var(--chakra-colors-board)",
          borderRadius: 6,
          touchAction: "pan-y",
          isolation: "isolate",
        }}
        onClick={(event) => {
          const unit = at(event.target);
          if (unit !== null) toggle(unit);
        }}
        onKeyDown={(key) => {
          const unit = at(key.target);
          if (unit === null || (key.key !== "Enter" && key.key !== " ")) return;
          key.preventDefault();
          toggle(unit);
        }}
        onPointerDown={(event) => {
          const unit = at(event.target);
          if (unit === null) return;
          // A finger keeps to the panel it came down on unless it is let go.
          const target = event.target as Element;
          if (target.hasPointerCapture(event.pointerId)) target.releasePointerCapture(event.pointerId);
          swipe.current = new Set([...chosen, unit]);
        }}
        onPointerOver={(event) => {
          const unit = event.buttons > 0 ? at(event.target) : null;
          if (unit !== null) swept(unit);
        }}
        onPointerUp={() => (swipe.current = null)}
        onPointerLeave={() => (swipe.current = null)}
        onPointerCancel={() => (swipe.current = null)}
      >
        <div style={{ position: "absolute", ...boxIn(width, height, RIM - 10, RIM - 10, width - 2 * RIM + 20, height - 2 * RIM + 20), background: "var(--chakra-colors-tape)" }} />
        {units.map((unit, index) => {
          const state = states.find((each) => each.unit === unit.id);
          return (
            state && (
              <Tile
                key={unit.id}
                design={design}
                stages={on.stages}
                unit={unit}
                state={state}
                minute={minute}
                isNext={next === unit.id}
                isChosen={chosen.has(unit.id)}
                isSmall={isSmall}
                left={percent(RIM + (index % columns) * (tileWidth + GAP), width)}
                top={percent(RIM + Math.floor(index / columns) * (tileHeight + GAP), height)}
                across={percent(tileWidth, width)}
                down={percent(tileHeight, height)}
                height={tileHeight}
              />
            )
          );
        })}
      </div>
    </div>
  );
}

interface TileProps {
  readonly design: OnBoard["design"];
  readonly stages: OnBoard["stages"];
  readonly unit: OnBoard["batch"]["units"][number];
  readonly state: UnitState;
  /** The minute that is on: what is read out tells no seconds. */
  readonly minute: number;
  readonly isNext: boolean;
  readonly isChosen: boolean;
  readonly isSmall: boolean;
  /** Where it lies and how large it is, as shares of the board. */
  readonly left: string;
  readonly top: string;
  readonly across: string;
  readonly down: string;
  /** Of its drawing, which is TILE wide. */
  readonly height: number;
}

const isAlike = (a: TileProps, b: TileProps): boolean => {
  const { state, stages, unit, ...rest } = a;
  const others = Object.keys(rest) as (keyof typeof rest)[];
  return sameStanding(state, b.state) && stages.length === b.stages.length && unit.id === b.unit.id && others.every((key) => rest[key] === b[key]);
};

/**
 * A panel is a box with a drawing of its own: nothing in it moves anything outside, so that what is told of one panel lays out and
 * paints that panel alone. That is what keeps a tap quick on a slow tablet.
 */
const Tile = memo(function Tile({ design, stages, unit, state: known, minute, isNext, isChosen, isSmall, left, top, across, down, height }: TileProps) {
  const state = useMark(unit.id) ?? known;
  const colourway = design.colourways.find((each) => each.id === unit.colourwayId);
  const picture = pictureUrl(colourway?.pictureId ?? null);
  const paints = stages.filter(({ table }) => table.kind === "paint").length;
  const painted = stages.slice(0, state.done).filter(({ table }) => table.kind === "paint").length / Math.max(1, paints);
  const dryMinutes = stages[state.done - 1]?.live.dry ?? 30;
  const face = clockFace(state, new Date(minute * 60_000), dryMinutes);
  const spoilt = state.wetness.state === "spoilt";
  const wet = face.kind === "wet" || face.kind === "damp";
  const clock = { state, dryMinutes, x: TILE / 2, y: height * (isSmall ? 0.42 : 0.45), size: isSmall ? Math.min(112, height * 0.76) : Math.min(74, height * 0.56) };
  const label = isSmall ? 1.6 : 1;
  return (
    <div
      role="button"
      tabIndex={0}
      data-unit={unit.id}
      aria-pressed={isChosen}
      aria-label={t`Panel ${String(unit.number)}, ${colourway?.name ?? ""}, ${String(state.done)} of ${String(stages.length)} stages, ${face.spoken}`}
      style={{
        position: "absolute",
        left,
        top,
        width: across,
        height: down,
        cursor: "pointer",
        contain: "strict",
        background: "#FBF8F0",
        boxShadow: isChosen ? CHOSEN : isNext ? NEXT : "none",
      }}
    >
      {picture && state.done > 0 && !spoilt && (
        <img
          src={picture}
          alt=""
          draggable={false}
          style={{
            position: "absolute",
            width: "100%",
            height: "100%",
            objectFit: "cover",
            opacity: painted === 0 ? 0.13 : 0.28 + 0.66 * painted,
            filter: painted === 0 ? "grayscale(1)" : undefined,
          }}
        />
      )}
      <svg viewBox={`0 0 ${String(TILE)} ${String(height)}`} aria-hidden style={{ position: "absolute", width: "100%", height: "100%", fontFamily: "inherit" }}>
        {wet && <rect width={TILE} height={height} fill="url(#hatch-wet)" opacity={face.kind === "damp" ? 0.4 : 0.9} />}
        {spoilt && <path d={`M14 14 L${String(TILE - 14)} ${String(height - 14)} M${String(TILE - 14)} 14 L14 ${String(height - 14)}`} stroke="#A82B43" strokeWidth={3} />}
        {face.kind === "catch" && <rect x={2} y={2} width={TILE - 4} height={height - 4} fill="none" stroke="#F0B23C" strokeWidth={5} strokeDasharray="11 7" />}
        {!spoilt && (wet || face.kind === "catch" ? <RunningClock {...clock} /> : <WetClock {...clock} now={new Date(minute * 60_000)} />)}
        <g transform={`translate(6 ${String(height - 4 - 20 * label)}) scale(${String(label)})`}>
          <rect width={unit.number > 9 ? 30 : 22} height={20} rx={3} fill="#FBF7EF" fillOpacity={0.92} />
          <DrawnWords x={unit.number > 9 ? 15 : 11} y={15} anchor="middle" size={15} weight={700} fill="#22303C">
            {unit.number}
          </DrawnWords>
        </g>
      </svg>
    </div>
  );
}, isAlike);

/** Rims around a panel; the focus ring is another, so that both are seen. */
const CHOSEN = "0 0 0 5px #2C6FA6";
const NEXT = "0 0 0 4px #22303C";

const percent = (part: number, whole: number): string => `${String((100 * part) / whole)}%`;
const boxIn = (wide: number, high: number, x: number, y: number, width: number, height: number) => ({
  left: percent(x, wide),
  top: percent(y, high),
  width: percent(width, wide),
  height: percent(height, high),
});

/** The clock of what is wet, which alone counts the seconds. */
function RunningClock(clock: Omit<Parameters<typeof WetClock>[0], "now">) {
  return <WetClock {...clock} now={useSeconds()} />;
}
