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

const COLOURS = 7;
const ROUNDS = 8;
const OUTSIDE = 255;

/** A picture's colours (k-means in CIE Lab, begun at the colours that lie farthest apart: Gonzalez 1985) and the pieces they lie in. */
export function areasOf(lab: Raster, window: Window): Areas {
  const { width, height } = lab;
  const [L, a, b] = blurredRaster(lab, 1).planes;
  const inside: number[] = [];
  for (let y = max(0, Math.ceil(window.top)); y < min(height, window.bottom); y += 1)
    for (let x = max(0, Math.ceil(window.left)); x < min(width, window.right); x += 1) inside.push(y * width + x);
  const some = inside.filter((_, index) => index % max(1, floor(inside.length / 2500)) === 0);
  const centres = farthest(some, L, a, b);
  const nearest = (at: number): number => {
    let [best, found] = [Infinity, 0];
    for (const [index, [cl, ca, cb]] of centres.entries()) {
      const off = ((L[at] ?? 0) - cl) ** 2 + ((a[at] ?? 0) - ca) ** 2 + ((b[at] ?? 0) - cb) ** 2;
      if (off < best) [best, found] = [off, index];
    }
    return found;
  };
  for (let round = 0; round < ROUNDS; round += 1) {
    const sums = centres.map(() => [0, 0, 0, 0]);
    for (const at of some) {
      const sum = sums[nearest(at)];
      if (!sum) continue;
      sum[0] = (sum[0] ?? 0) + (L[at] ?? 0);
      sum[1] = (sum[1] ?? 0) + (a[at] ?? 0);
      sum[2] = (sum[2] ?? 0) + (b[at] ?? 0);
      sum[3] = (sum[3] ?? 0) + 1;
    }
    for (const [index, [sl = 0, sa = 0, sb = 0, count = 0]] of sums.entries()) if (count > 0) centres[index] = [sl / count, sa / count, sb / count];
  }
  const colourOf = new Uint8Array(width * height).fill(OUTSIDE);
  const lists = centres.map((): number[] => []);
  for (const at of inside) {
    const own = nearest(at);
    colourOf[at] = own;
    lists[own]?.push(at);
  }
  const whole = inside.length;
  return { colourOf, colours: lists.filter(({ length }) => length > 0.004 * whole).map((list) => pixelArea(list, whole, width)), pieces: piecesOf(colourOf, width, height, whole) };
}

function farthest(some: readonly number[], L: Float32Array, a: Float32Array, b: Float32Array): [number, number, number][] {
  const colour = (at: number): [number, number, number] => [L[at] ?? 0, a[at] ?? 0, b[at] ?? 0];
  const centres = [colour(some[some.length >> 1] ?? 0)];
  const off = new Float32Array(some.length).fill(Infinity);
  while (centres.length < COLOURS) {
    const [cl, ca, cb] = centres[centres.length - 1] ?? [0, 0, 0];
    let [most, next] = [-1, 0];
    for (const [index, at] of some.entries()) {
      off[index] = min(off[index] ?? Infinity, ((L[at] ?? 0) - cl) ** 2 + ((a[at] ?? 0) - ca) ** 2 + ((b[at] ?? 0) - cb) ** 2);
      if ((off[index] ?? 0) > most) [most, next] = [off[index] ?? 0, at];
    }
    centres.push(colour(next));
  }
  return centres;
}

export function pixelArea(list: readonly number[], whole: number, width: number): Area {
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
