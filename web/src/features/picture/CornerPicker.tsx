import { t } from "@yule/core";
import { useDrag } from "@use-gesture/react";
import type { Corner, Corners } from "@yule/core";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { INK, PAPER } from "../../kit/drawing.tsx";
import type { Looked } from "../../workers/picture.worker.ts";

const WIDE = 380;
const cornerNames = (): readonly string[] => [t`top left`, t`top right`, t`bottom right`, t`bottom left`];
/** An arrow key moves a corner by this share of the photo. */
const NUDGE = 0.005;
const KEYS: Readonly<Record<string, readonly [number, number]>> = { ArrowLeft: [-NUDGE, 0], ArrowRight: [NUDGE, 0], ArrowUp: [0, -NUDGE], ArrowDown: [0, NUDGE] };
const clamp = (value: number): number => Math.max(0, Math.min(1, value));

const moved = (corners: Corners, at: number, to: Corner): Corners => {
  const [a, b, c, d] = corners.map((corner, index) => (index === at ? { x: clamp(to.x), y: clamp(to.y) } : corner));
  return a && b && c && d ? [a, b, c, d] : corners;
};

/** The photo with a handle at each corner of the panel. What they enclose is straightened when one is let go. */
export function CornerPicker({ looked, corners, onMoved }: { looked: Looked; corners: Corners; onMoved: (corners: Corners) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ at: number; corners: Corners } | null>(null);
  const height = (WIDE * looked.height) / looked.width;
  useEffect(() => {
    if (!canvas.current) return;
    canvas.current.width = looked.preview.width;
    canvas.current.height = looked.preview.height;
    canvas.current.getContext("2d")?.drawImage(looked.preview, 0, 0);
  }, [looked]);
  const shown = held?.corners ?? corners;
  const place = ([x, y]: readonly [number, number]): Corner => {
    const box = frame.current?.getBoundingClientRect();
    return box ? { x: (x - box.left) / box.width, y: (y - box.top) / box.height } : { x: 0, y: 0 };
  };
  const pull = useDrag(({ args, xy, first, last, canceled }) => {
    const [at] = args as [number];
    const next = first ? corners : moved(held?.corners ?? corners, at, place(xy));
    if (last && !canceled && held) onMoved(next);
    setHeld(last ? null : { at, corners: next });
  });
  const nudge = (event: KeyboardEvent, at: number): void => {
    const [dx, dy] = KEYS[event.key] ?? [0, 0];
    const corner = corners[at];
    if ((dx === 0 && dy === 0) || !corner) return;
    event.preventDefault();
    onMoved(moved(corners, at, { x: corner.x + dx, y: corner.y + dy }));
  };
  return (
    <div ref={frame} style={{ position: "relative", width: WIDE, maxWidth: "100%", aspectRatio: `${String(WIDE)} / ${String(height)}`, touchAction: "none", flex: "none" }}>
      <canvas ref={canvas} role="img" aria-label={t`The photo as it came`} style={{ width: "100%", height: "100%", display: "block" }} />
      <svg viewBox="0 0 1 1" preserveAspectRatio="none" style={{ position: "absolute", inset: 0, width: "100%", height: "100%" }} aria-hidden>
        <polygon points={shown.map((corner) => `${String(corner.x)},${String(corner.y)}`).join(" ")} fill="none" stroke={PAPER} strokeWidth={3} vectorEffect="non-scaling-stroke" />
        <polygon points={shown.map((corner) => `${String(corner.x)},${String(corner.y)}`).join(" ")} fill="none" stroke={INK} strokeWidth={1.4} vectorEffect="non-scaling-stroke" />
      </svg>
      {shown.map((corner, at) => (
        <button
          key={at}
          type="button"
          aria-label={t`Corner ${cornerNames()[at] ?? ""}`}
          onKeyDown={(event) => nudge(event, at)}
          {...pull(at)}
          style={{
            position: "absolute",
            left: `calc(${String(corner.x * 100)}% - 22px)`,
            top: `calc(${String(corner.y * 100)}% - 22px)`,
            width: 44,
            height: 44,
            borderRadius: 22,
            cursor: "grab",
            background: "radial-gradient(circle, var(--chakra-colors-paper) 0 6px, var(--chakra-colors-ink) 6px 9px, transparent 10px)",
          }}
        />
      ))}
    </div>
  );
}
