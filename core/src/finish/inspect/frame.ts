import { lineThrough } from "./lines.ts";
import type { Window } from "./register.ts";
import { medianOf, type Raster } from "./raster.ts";

// Taken once: they are asked for at every pixel.
const { atan, hypot, max, min } = Math;

export const SIDES = ["left", "top", "right", "bottom"] as const;
export type BorderSide = (typeof SIDES)[number];

/** Where paint begins along one side: pixels in from the sheet's edge at the side's middle, and how it leans (radians, clockwise). */
export interface FrameSide {
  readonly depth: number;
  readonly lean: number;
}
export type Frame = Readonly<Record<BorderSide, FrameSide | null>>;

/** A side is a border where paint begins at least so far in, in shares of the width, and no farther than so far. */
const [LEAST_BORDER, MOST_BORDER] = [0.012, 0.22];
/** Paint is told from paper by so much (CIE76) at least. */
const LEAST_PAINT = 3;
/** Along a side so many places are looked at, without its corners. */
const [PLACES, CORNER] = [18, 0.14];

/** A reader of how far each pixel is from bare paper, going in from a side. */
interface Inwards {
  readonly length: number;
  readonly reach: number;
  readonly at: (along: number, deep: number) => number;
  /** Whether a line that goes deeper with `along` turns clockwise. */
  readonly turns: 1 | -1;
}

function inwards(side: BorderSide, { width, height, planes: [L, a, b] }: Raster): Inwards {
  const paint = (at: number): number => hypot(100 - (L[at] ?? 0), a[at] ?? 0, b[at] ?? 0);
  const reach = Math.round(width * MOST_BORDER) + 8;
  if (side === "left") return { length: height, reach, at: (along, deep) => paint(along * width + deep), turns: -1 };
  if (side === "right") return { length: height, reach, at: (along, deep) => paint(along * width + width - 1 - deep), turns: 1 };
  if (side === "top") return { length: width, reach, at: (along, deep) => paint(deep * width + along), turns: 1 };
  return { length: width, reach, at: (along, deep) => paint((height - 1 - deep) * width + along), turns: -1 };
}

/** The frame of a sheet whose white is 1: each side's white border, null where paint goes to the edge or hardly shows. @param near where it lies on its sisters */
export function frameOf(lab: Raster, near: Frame | null = null): Frame {
  const frame = { left: sideOf("left", lab, near), top: sideOf("top", lab, near), right: sideOf("right", lab, near), bottom: sideOf("bottom", lab, near) };
  // A pale sky at one edge is no border: a frame has at least three.
  return near || SIDES.filter((side) => frame[side]).length >= 3 ? frame : NO_FRAME;
}
const NO_FRAME: Frame = { left: null, top: null, right: null, bottom: null };

function sideOf(side: BorderSide, lab: Raster, near: Frame | null): FrameSide | null {
  if (near && !near[side]) return null;
  const reader = inwards(side, lab);
  const expected = near?.[side]?.depth ?? beginsAt(reader, lab.width);
  if (expected === null) return null;
  const plateau = plateauOf(reader, expected);
  if (plateau < LEAST_PAINT) return null;
  const [from, to] = [Math.round(reader.length * CORNER), Math.round(reader.length * (1 - CORNER))];
  const step = (to - from) / PLACES;
  const points: [number, number][] = [];
  for (let place = 0; place < PLACES; place += 1) {
    const [first, last] = [Math.round(from + place * step), Math.round(from + (place + 1) * step)];
    const depth = turnsAt(reader, first, last, expected, plateau);
    if (depth !== null) points.push([(first + last) / 2 - reader.length / 2, depth]);
  }
  if (points.length < PLACES / 2) return null;
  const line = lineThrough(points);
  return line && { depth: line.at, lean: atan(line.slope) * reader.turns };
}

const meanAlong = (reader: Inwards, first: number, last: number, deep: number): number => {
  let sum = 0;
  for (let along = first; along < last; along += 1) sum += reader.at(along, deep);
  return sum / max(1, last - first);
};

/** Where paint begins on most of a side; null where that is at the edge, or nowhere near it. */
function beginsAt(reader: Inwards, width: number): number | null {
  const [from, to] = [Math.round(reader.length * CORNER), Math.round(reader.length * (1 - CORNER))];
  const profile = Array.from({ length: reader.reach }, (_, deep) => {
    const values: number[] = [];
    for (let along = from; along < to; along += 2) values.push(reader.at(along, deep));
    return medianOf(values);
  });
  // What lies behind the first few pixels: their own may have caught the board.
  const most = max(...profile.slice(3));
  // A border is bare.
  if (most < LEAST_PAINT || (profile[2] ?? 0) > max(LEAST_PAINT, most * 0.25)) return null;
  const begins = profile.findIndex((value, deep) => deep >= 2 && value > max(LEAST_PAINT, most * 0.4) && (profile[deep + 2] ?? 0) > LEAST_PAINT);
  return begins / width >= LEAST_BORDER && begins / width <= MOST_BORDER ? begins : null;
}

/** How much paint there is behind the edge, on most of the side; looked for deeper where the border may be wider than usual. */
function plateauOf(reader: Inwards, expected: number): number {
  for (const behind of [3, 9, 16]) {
    const values: number[] = [];
    for (let along = Math.round(reader.length * CORNER); along < reader.length * (1 - CORNER); along += 2)
      for (let deep = Math.round(expected) + behind; deep < expected + behind + 5; deep += 1) values.push(reader.at(along, deep));
    const plateau = medianOf(values);
    if (plateau >= LEAST_PAINT) return plateau;
  }
  return 0;
}

/** Where a stretch of a side turns half from paper to paint, in parts of a pixel. */
function turnsAt(reader: Inwards, first: number, last: number, expected: number, plateau: number): number | null {
  const until = min(reader.reach - 3, Math.round(expected * 2.2 + 12));
  const half = 0.45 * plateau;
  for (let deep = 1; deep <= until; deep += 1) {
    const now = meanAlong(reader, first, last, deep);
    if (now < half || meanAlong(reader, first, last, deep + 1) < half) continue;
    const before = meanAlong(reader, first, last, deep - 1);
    return deep + 0.5 - min(1, (now - half) / max(1e-6, now - before));
  }
  return null;
}

/** What is painted, as pixels in from each side. */
export function windowOf(frame: Frame, width: number, height: number, margin: number): Window {
  return {
    left: (frame.left?.depth ?? 0) + margin,
    top: (frame.top?.depth ?? 0) + margin,
    right: width - (frame.right?.depth ?? 0) - margin,
    bottom: height - (frame.bottom?.depth ?? 0) - margin,
  };
}

/** Pixels that are bare border on a good panel, with room for the edge to wander; all 0 where there is no border. */
export function paperOf(frame: Frame, width: number, height: number): Uint8Array {
  const isPaper = new Uint8Array(width * height);
  const inner = (side: FrameSide | null): number => (side ? side.depth * 0.72 : 0);
  const [left, top, right, bottom] = [inner(frame.left), inner(frame.top), inner(frame.right), inner(frame.bottom)];
  for (let y = 2; y < height - 2; y += 1)
    for (let x = 2; x < width - 2; x += 1) if (x + 1 < left || y + 1 < top || x > width - right || y > height - bottom) isPaper[y * width + x] = 1;
  return isPaper;
}

/** How far a picture's frame lies from where it usually does, in pixels; nothing is said of a direction without two borders. */
export function movedOf(frame: Frame, usual: Frame): { readonly dx: number; readonly dy: number } {
  const between = (one: BorderSide, other: BorderSide): number => {
    const [near, far, usualNear, usualFar] = [frame[one], frame[other], usual[one], usual[other]];
    return near && far && usualNear && usualFar ? (near.depth - usualNear.depth - (far.depth - usualFar.depth)) / 2 : 0;
  };
  return { dx: between("left", "right"), dy: between("top", "bottom") };
}
