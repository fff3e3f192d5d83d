import { mm, type Rect, t } from "@yule/core";
import { useDrag } from "@use-gesture/react";
import { useRef, useState, type KeyboardEvent } from "react";
import { HAIR, INK, PAPER, RED } from "../../../kit/drawing.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { snapped } from "./snap.ts";

/** A piece that can be taken in the hand. */
export interface Movable extends Rect {
  readonly key: string;
  /** What it is for, as it is read out. */
  readonly label: string;
  readonly held: boolean;
}

/** A pull towards other sides reaches so many pixels. */
const PULL = 9;
/** Less than this was a press, not a pull. */
const PRESS = 4;
const STEP = { metric: { fine: mm(1), wide: mm(10) }, inches: { fine: mm(25.4 / 16), wide: mm(25.4 / 2) } };
const KEYS: Readonly<Record<string, readonly [number, number]>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** By these a press ends, wherever the pointer is by then. */
const ENDS = ["pointerup", "pointercancel"] as const;
/** Keys pressed one after another are one move. */
const SETTLED = 500;

/**
 * Pieces in a drawing to scale that are pulled, or moved by arrow keys (with Shift in wide steps), and drawn onto the sides of others.
 * Enter or a press chooses one. A move is told once it is over.
 */
export function MovablePieces({
  pieces,
  within,
  gap,
  unit,
  chosen,
  isPlain = false,
  onChoose,
  onMove,
  onHands,
}: {
  pieces: readonly Movable[];
  within: Rect;
  gap: number;
  unit: number;
  chosen: string | null;
  /** The pieces are drawn already: only what is held or moving is ruled. */
  isPlain?: boolean;
  onChoose?: (key: string) => void;
  onMove: (key: string, to: Rect) => void;
  /** The hands are on a piece, or off again: what is shown must not change under them. */
  onHands?: (areOn: boolean) => void;
}) {
  const { system } = useMeasure();
  const [going, setGoing] = useState<{ key: string; to: Rect } | null>(null);
  const settling = useRef<ReturnType<typeof setTimeout>>(undefined);
  const root = useRef<SVGGElement>(null);
  /** A place on the screen in the units of the drawing. */
  const place = ([x, y]: readonly [number, number]): { x: number; y: number } => {
    const matrix = root.current?.ownerSVGElement?.getScreenCTM()?.inverse();
    return matrix ? new DOMPoint(x, y).matrixTransform(matrix) : { x: 0, y: 0 };
  };
  const to = (piece: Movable, x: number, y: number, pull: number): Rect => {
    const { width, height } = piece;
    const others = pieces.filter((each) => each.key !== piece.key);
    return snapped({ x: x as Rect["x"], y: y as Rect["y"], width, height }, others, within, gap, pull);
  };
  const pull = useDrag(
    ({ args, initial, xy, tap, last, canceled, intentional }) => {
      const [piece] = args as [Movable];
      // A press never began to pull, so it has no last moment either.
      if (tap) return onChoose?.(piece.key);
      const [from, now] = [place(initial), place(xy)];
      const next = to(piece, piece.x + now.x - from.x, piece.y + now.y - from.y, PULL * unit);
      if (!last) return intentional ? setGoing({ key: piece.key, to: next }) : undefined;
      setGoing(null);
      if (!canceled) onMove(piece.key, next);
    },
    { threshold: PRESS, filterTaps: true, tapsThreshold: PRESS, pointer: { keys: false } },
  );
  const key = (event: KeyboardEvent, piece: Movable): void => {
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onChoose?.(piece.key);
    }
    const way = KEYS[event.key];
    if (!way) return;
    event.preventDefault();
    const step = STEP[system === "in" ? "inches" : "metric"][event.shiftKey ? "wide" : "fine"];
    const now = going?.key === piece.key ? going.to : piece;
    const next = to(piece, now.x + way[0] * step, now.y + way[1] * step, 0);
    setGoing({ key: piece.key, to: next });
    onHands?.(true);
    clearTimeout(settling.current);
    settling.current = setTimeout(() => {
      setGoing(null);
      onMove(piece.key, next);
      onHands?.(false);
    }, SETTLED);
  };
  const press = (): void => {
    onHands?.(true);
    const off = (): void => {
      for (const end of ENDS) removeEventListener(end, off);
      onHands?.(false);
    };
    for (const end of ENDS) addEventListener(end, off);
  };
  return (
    <g ref={root} onPointerDownCapture={press}>
      {pieces.map((piece, index) => {
        const isMoving = going?.key === piece.key && going.to !== piece;
        return (
          <g
            key={piece.key}
            role="button"
            tabIndex={0}
            {...(onChoose ? { "aria-pressed": piece.key === chosen } : {})}
            aria-label={`${String(index + 1)}: ${piece.label}${piece.held ? t`, held in place` : ""}`}
            style={{ cursor: "grab", touchAction: "none" }}
            onKeyDown={(event) => key(event, piece)}
            {...pull(piece)}
          >
            <PieceShape
              at={going?.key === piece.key ? going.to : piece}
              number={isPlain ? null : index + 1}
              held={piece.held}
              isChosen={piece.key === chosen}
              isMoving={isMoving}
              isRuled={!isPlain || piece.held || isMoving}
              unit={unit}
            />
          </g>
        );
      })}
    </g>
  );
}

/** One piece as it is ruled, with its number in a corner, where it covers least of what is painted. */
function PieceShape({
  at,
  number,
  held,
  isChosen,
  isMoving,
  isRuled,
  unit,
}: {
  at: Rect;
  number: number | null;
  held: boolean;
  isChosen: boolean;
  isMoving: boolean;
  isRuled: boolean;
  unit: number;
}) {
  const [x, y] = [at.x + 15 * unit, at.y + 15 * unit];
  return (
    <>
      <rect
        x={at.x}
        y={at.y}
        width={at.width}
        height={at.height}
        fill={isMoving ? PAPER : "transparent"}
        fillOpacity={0.6}
        stroke={isRuled ? PAPER : "none"}
        strokeWidth={(isChosen ? 6 : 4.5) * unit}
      />
      <rect
        x={at.x}
        y={at.y}
        width={at.width}
        height={at.height}
        fill="none"
        stroke={!isRuled ? "none" : isChosen ? RED : INK}
        strokeWidth={(isChosen ? 3.5 : 2) * unit}
        strokeDasharray={held ? undefined : `${String(7 * unit)} ${String(4 * unit)}`}
      />
      {number !== null && (
        <>
          <circle cx={x} cy={y} r={12 * unit} fill={PAPER} stroke={isChosen ? RED : HAIR} strokeWidth={1.5 * unit} />
          <text x={x} y={y + 5 * unit} textAnchor="middle" fill={INK} style={{ fontSize: 14 * unit, fontWeight: 700, pointerEvents: "none" }}>
            {number}
          </text>
        </>
      )}
      {held && <circle cx={at.x + at.width - 12 * unit} cy={at.y + 12 * unit} r={6 * unit} fill={RED} stroke={PAPER} strokeWidth={2 * unit} />}
    </>
  );
}
