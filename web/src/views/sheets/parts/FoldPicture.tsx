import { t } from "@yule/core";
import type { CutStep } from "@yule/core";
import { INK, PAPER, RED, SOFT } from "../../../kit/drawing.tsx";

/** The piece in the hand with its folds: where the crease lies, and which part comes over which. */
export function FoldPicture({ step, side }: { step: CutStep; side: number }) {
  const [held] = step.held;
  if (!held || step.trim) return null;
  const scale = (side - 14) / Math.max(held.width, held.height);
  const [wide, high] = [held.width * scale, held.height * scale];
  const folds = step.cuts.filter((cut) =>
    cut.axis === "x"
      ? cut.at > held.x && cut.at < held.x + held.width && cut.from <= held.y + held.height && cut.to >= held.y
      : cut.at > held.y && cut.at < held.y + held.height && cut.from <= held.x + held.width && cut.to >= held.x,
  );
  const upright = step.axis === "x";
  const at = folds.map((cut) => (cut.at - (upright ? held.x : held.y)) * scale);
  const first = at[0] ?? 0;
  const [along, over] = upright ? [high, Math.min(first, wide - first)] : [wide, Math.min(first, high - first)];
  // The part before the crease comes over the crease by its own width.
  const bow = upright
    ? `M ${String(first - over * 0.7)} ${String(along / 2)} Q ${String(first)} ${String(along / 2 - over * 0.9)} ${String(first + over * 0.7)} ${String(along / 2)}`
    : `M ${String(along / 2)} ${String(first - over * 0.7)} Q ${String(along / 2 + over * 0.9)} ${String(first)} ${String(along / 2)} ${String(first + over * 0.7)}`;
  return (
    <svg
      role="img"
      aria-label={t`Folded ${upright ? t`side to side` : t`top to bottom`}, ${String(at.length)} ${at.length === 1 ? t`crease` : t`creases`}`}
      width={side}
      height={side}
      viewBox={`${String((wide - side) / 2)} ${String((high - side) / 2)} ${String(side)} ${String(side)}`}
      style={{ flex: "none" }}
    >
      <defs>
        <marker id="fold-over" viewBox="0 0 8 8" refX="6" refY="4" markerWidth="6" markerHeight="6" orient="auto-start-reverse">
          <path d="M0 0 L8 4 L0 8 Z" fill={RED} />
        </marker>
      </defs>
      <rect width={wide} height={high} fill={PAPER} stroke={INK} strokeWidth={1.4} />
      <rect width={upright ? first : wide} height={upright ? high : first} fill={SOFT} opacity={0.16} />
      {at.map((place) => (
        <line
          key={place}
          {...(upright ? { x1: place, x2: place, y1: 0, y2: high } : { x1: 0, x2: wide, y1: place, y2: place })}
          stroke={RED}
          strokeWidth={1.8}
          strokeDasharray="4 3"
        />
      ))}
      <path d={bow} fill="none" stroke={RED} strokeWidth={1.8} markerEnd="url(#fold-over)" />
    </svg>
  );
}
