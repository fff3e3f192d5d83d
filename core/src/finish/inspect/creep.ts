import { piecesOf } from "./areas.ts";
import type { Frame } from "./frame.ts";
import { medianOf, type Raster } from "./raster.ts";
import type { Window } from "./register.ts";

// Taken once: they are asked for at every pixel.
const { floor, hypot, max, min, sqrt } = Math;

/** Paint where the border should be bare: what comes out of the picture crept under the tape, what lies apart is a foreign mark. */
export interface OnBorder {
  /** Root of its area, in shares of the width. */
  readonly size: number;
  readonly box: Window;
  readonly touches: boolean;
}

/** Paint is told from the border's own grain by so much (CIE76); within so much of the frame the edge may wander; at the sheet's rim the board shines in. */
const [LEAST_PAINT, WANDERS, RIM] = [5, 0.011, 0.012];

export function onBorder(lab: Raster, frame: Frame): OnBorder[] {
  const {
    width,
    height,
    planes: [L, a, b],
  } = lab;
  const inside = pictureOf(frame, width, height);
  const paint = new Float32Array(width * height);
  const bare: number[] = [];
  const rim = max(2, Math.round(RIM * width));
  for (let y = rim; y < height - rim; y += 1)
    for (let x = rim; x < width - rim; x += 1) {
      if (inside(x, y) > -WANDERS * width) continue;
      const at = y * width + x;
      paint[at] = hypot(100 - (L[at] ?? 0), a[at] ?? 0, b[at] ?? 0);
      bare.push(paint[at] ?? 0);
    }
  if (bare.length < 50) return [];
  const least = LEAST_PAINT + 2 * medianOf(bare);
  const markOf = new Uint8Array(width * height).fill(255);
  for (let at = 0; at < markOf.length; at += 1) if ((paint[at] ?? 0) > least) markOf[at] = 1;
  return piecesOf(markOf, width, height, width * width, 0.0001).map(({ places, box }) => {
    const nearest = max(...[...places].map((at) => inside(at % width, floor(at / width))));
    return { size: sqrt(places.length) / width, box, touches: nearest > -WANDERS * width - 2.5 };
  });
}

/** How far within the picture a pixel lies; below 0 on the border. Sides without a border do not count. */
function pictureOf({ left, top, right, bottom }: Frame, width: number, height: number): (x: number, y: number) => number {
  return (x, y) => {
    const [u, v] = [x + 0.5, y + 0.5];
    return min(
      left ? u - left.depth + Math.tan(left.lean) * (v - height / 2) : Infinity,
      right ? width - u - right.depth - Math.tan(right.lean) * (v - height / 2) : Infinity,
      top ? v - top.depth - Math.tan(top.lean) * (u - width / 2) : Infinity,
      bottom ? height - v - bottom.depth + Math.tan(bottom.lean) * (u - width / 2) : Infinity,
    );
  };
}
