import { clustered, nearest, type LabColour } from "../../designs/picture/clusters.ts";
import { blurredRaster, type Raster } from "./raster.ts";
import type { Window } from "./register.ts";

// Taken once: they are asked for at every pixel.
const { floor, max, min } = Math;

/** Places of one colour, or one piece of them, on the picture of all sisters. */
export interface Area {
  /** Pixels, row by row. */
  readonly places: Int32Array;
  /** Of the picture. */
  readonly share: number;
  /** First and last column and row. */
  readonly box: Window;
}
export interface Areas {
  /** For each pixel the number of its colour; 255 outside the picture. */
  readonly colourOf: Uint8Array;
  /** All places of one colour. */
  readonly colours: readonly Area[];
  /** Pieces that hang together, the largest first. */
  readonly pieces: readonly Area[];
}

/** So many colours at most, so far apart (CIE76), found among so many pixels. */
const [COLOURS, APART, SAMPLES, ROUNDS] = [7, 4, 2500, 8];
const OUTSIDE = 255;

/** A picture's colours and the pieces they lie in. */
export function areasOf(lab: Raster, window: Window): Areas {
  const { width, height } = lab;
  const [L, a, b] = blurredRaster(lab, 1).planes;
  const inside: number[] = [];
  for (let y = max(0, Math.ceil(window.top)); y < min(height, window.bottom); y += 1)
    for (let x = max(0, Math.ceil(window.left)); x < min(width, window.right); x += 1) inside.push(y * width + x);
  const colourAt = (at: number): LabColour => [L[at] ?? 0, a[at] ?? 0, b[at] ?? 0];
  const some = inside.filter((_, index) => index % max(1, floor(inside.length / SAMPLES)) === 0).map(colourAt);
  const { centres } = clustered(some, { most: COLOURS, apart: APART, rounds: ROUNDS });
  const colourOf = new Uint8Array(width * height).fill(OUTSIDE);
  const lists = centres.map((): number[] => []);
  for (const at of inside) {
    const own = nearest(colourAt(at), centres);
    colourOf[at] = own;
    lists[own]?.push(at);
  }
  const whole = inside.length;
  return { colourOf, colours: lists.filter(({ length }) => length > 0.004 * whole).map((list) => pixelArea(list, whole, width)), pieces: piecesOf(colourOf, width, height, whole) };
}

function pixelArea(list: readonly number[], whole: number, width: number): Area {
  let [left, top, right, bottom] = [Infinity, Infinity, 0, 0];
  for (const at of list) {
    const [x, y] = [at % width, floor(at / width)];
    left = min(left, x);
    right = max(right, x + 1);
    top = min(top, y);
    bottom = max(bottom, y + 1);
  }
  return { places: Int32Array.from(list), share: list.length / max(1, whole), box: { left, top, right, bottom } };
}

/** Pieces of one mark that hang together; pixels marked 255 belong to none. */
export function piecesOf(markOf: Uint8Array, width: number, height: number, whole: number, least = 0.0012): Area[] {
  const seen = new Uint8Array(markOf.length);
  const pieces: Area[] = [];
  const stack: number[] = [];
  for (let first = 0; first < markOf.length; first += 1) {
    const mark = markOf[first];
    if (mark === OUTSIDE || seen[first]) continue;
    const list: number[] = [];
    seen[first] = 1;
    stack.push(first);
    while (stack.length > 0) {
      const at = stack.pop() ?? 0;
      list.push(at);
      const x = at % width;
      for (const next of [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width]) {
        if (next < 0 || next >= width * height || seen[next] || markOf[next] !== mark) continue;
        seen[next] = 1;
        stack.push(next);
      }
    }
    if (list.length >= max(8, least * whole)) pieces.push(pixelArea(list, whole, width));
  }
  return pieces.sort((one, other) => other.share - one.share);
}
