import { solvedSystem } from "../../search/linearSystem.ts";
import { between, blurredRaster, emptyRaster, type Raster } from "./raster.ts";

// Taken once: they are asked for at every pixel.
const { abs, floor, hypot, max, min, sqrt } = Math;

/** How a picture lies against another: turned about its middle by so many radians, and moved by so many pixels. */
export interface Pose {
  readonly turn: number;
  readonly dx: number;
  readonly dy: number;
}
export const UPRIGHT: Pose = { turn: 0, dx: 0, dy: 0 };

/** Further than this nothing is looked for: radians, and shares of the width about where the frame lies. One large element that moved is not the picture. */
const [MOST_TURN, MOST_MOVE] = [0.16, 0.007];

/** What is looked at: every so many pixels within a margin of the frame. */
export interface Window {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * How a picture lies against a master, by what is painted within a window: from blurred to sharp, least squares on the lightness and the two colour
 * axes, brightness and contrast of each evened out first (Lucas and Kanade 1981; robust weights after Huber).
 * @param from where each lies by its frame, or was found to lie before
 */
export function posesOf(master: Raster, pictures: readonly Raster[], window: Window, from: readonly Pose[], isRough: boolean): Pose[] {
  const blurs = isRough ? BLURS : LAST_BLURS;
  const masters = blurs.map((radius) => blurredRaster(master, radius));
  return pictures.map((picture, index) =>
    masters.reduce((pose, blurredMaster, level) => settle(blurredMaster, blurredRaster(picture, blurs[level] ?? 1), window, pose), from[index] ?? UPRIGHT),
  );
}
const BLURS = [3, 1] as const;
const LAST_BLURS = [1] as const;
const [ROUNDS, STRIDE] = [5, 3];

function settle(master: Raster, picture: Raster, window: Window, from: Pose): Pose {
  const { width, height } = master;
  const [cx, cy] = [width / 2 - 0.5, height / 2 - 0.5];
  const places: number[] = [];
  for (let y = Math.ceil(window.top); y < window.bottom; y += STRIDE) for (let x = Math.ceil(window.left); x < window.right; x += STRIDE) places.push(y * width + x);
  const count = places.length;
  if (count < 60) return from;
  const [xs, ys] = [Float32Array.from(places, (at) => (at % width) - cx), Float32Array.from(places, (at) => floor(at / width) - cy)];
  const slopes = master.planes.map((plane) => slopesAt(plane, width, height, places));
  const expected = master.planes.map((plane) => normalised(Float32Array.from(places, (at) => plane[at] ?? 0)));
  const values = new Float32Array(count);
  let pose = from;
  for (let round = 0; round < ROUNDS; round += 1) {
    const sums = new Float64Array(9);
    const [cos, sin] = [Math.cos(pose.turn), Math.sin(pose.turn)];
    for (const [channel, plane] of picture.planes.entries()) {
      const own = expected[channel];
      const [gx, gy] = slopes[channel] ?? [];
      if (!own || !gx || !gy) continue;
      for (let index = 0; index < count; index += 1) {
        const [x, y] = [xs[index] ?? 0, ys[index] ?? 0];
        values[index] = between(plane, width, height, cx + x * cos - y * sin + pose.dx, cy + x * sin + y * cos + pose.dy);
      }
      const now = normalised(values);
      const gain = max(0.6, min(1.7, own.spread / now.spread));
      addUp(sums, { own, now, gain, gx, gy, xs, ys });
    }
    const [tt = 0, tx = 0, ty = 0, xx = 0, xy = 0, yy = 0, rt = 0, rx = 0, ry = 0] = sums;
    const step = solvedSystem([
      [tt + 1e-6, tx, ty, rt],
      [tx, xx + 1e-6, xy, rx],
      [ty, xy, yy + 1e-6, ry],
    ]);
    if (!step) return pose;
    const [turn = 0, dx = 0, dy = 0] = step;
    pose = {
      turn: held(pose.turn + turn, MOST_TURN),
      dx: from.dx + held(pose.dx - from.dx + dx, MOST_MOVE * width),
      dy: from.dy + held(pose.dy - from.dy + dy, MOST_MOVE * width),
    };
    if (abs(turn) * width < 0.05 && hypot(dx, dy) < 0.03) break;
  }
  return pose;
}

/** Values with their mean and their standard deviation. */
interface Normalised {
  readonly values: Float32Array;
  readonly mean: number;
  readonly spread: number;
}

function normalised(values: Float32Array): Normalised {
  let [sum, square] = [0, 0];
  for (const value of values) {
    sum += value;
    square += value * value;
  }
  const mean = sum / values.length;
  return { values, mean, spread: sqrt(max(1e-6, square / values.length - mean ** 2)) };
}

interface Terms {
  readonly own: Normalised;
  readonly now: Normalised;
  readonly gain: number;
  readonly gx: Float32Array;
  readonly gy: Float32Array;
  readonly xs: Float32Array;
  readonly ys: Float32Array;
}

/** Adds one channel to the sums of the normal equations: the turn and the two moves, each with each, and each with what is off. */
function addUp(sums: Float64Array, { own, now, gain, gx, gy, xs, ys }: Terms): void {
  const reach = max(1.5, 0.35 * own.spread);
  let [tt, tx, ty, xx, xy, yy, rt, rx, ry] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let index = 0; index < gx.length; index += 1) {
    const off = (own.values[index] ?? 0) - own.mean - ((now.values[index] ?? 0) - now.mean) * gain;
    const weight = abs(off) < reach ? 1 : reach / abs(off);
    const [sx, sy] = [gx[index] ?? 0, gy[index] ?? 0];
    const turn = sy * (xs[index] ?? 0) - sx * (ys[index] ?? 0);
    tt += weight * turn * turn;
    tx += weight * turn * sx;
    ty += weight * turn * sy;
    xx += weight * sx * sx;
    xy += weight * sx * sy;
    yy += weight * sy * sy;
    rt += weight * turn * off;
    rx += weight * sx * off;
    ry += weight * sy * off;
  }
  for (const [index, value] of [tt, tx, ty, xx, xy, yy, rt, rx, ry].entries()) sums[index] = (sums[index] ?? 0) + value;
}

const held = (value: number, most: number): number => max(-most, min(most, value));

function slopesAt(plane: Float32Array, width: number, height: number, places: readonly number[]): [Float32Array, Float32Array] {
  const [gx, gy] = [new Float32Array(places.length), new Float32Array(places.length)];
  for (const [index, at] of places.entries()) {
    const [x, y] = [at % width, floor(at / width)];
    const [left, right] = [max(0, x - 1), min(width - 1, x + 1)];
    const [up, down] = [max(0, y - 1), min(height - 1, y + 1)];
    gx[index] = ((plane[y * width + right] ?? 0) - (plane[y * width + left] ?? 0)) / (right - left || 1);
    gy[index] = ((plane[down * width + x] ?? 0) - (plane[up * width + x] ?? 0)) / (down - up || 1);
  }
  return [gx, gy];
}

/** A picture laid as the master lies. */
export function posed({ width, height, planes }: Raster, { turn, dx, dy }: Pose): Raster {
  const laid = emptyRaster(width, height);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [cx, cy] = [width / 2 - 0.5, height / 2 - 0.5];
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [u, v] = [cx + (x - cx) * cos - (y - cy) * sin + dx, cy + (x - cx) * sin + (y - cy) * cos + dy];
      for (let channel = 0; channel < 3; channel += 1) laid.planes[channel as 0 | 1 | 2][y * width + x] = between(planes[channel as 0 | 1 | 2], width, height, u, v);
    }
  return laid;
}

/** The middle one of some rasters, pixel by pixel and channel by channel. */
export function middleOf(rasters: readonly Raster[]): Raster {
  const [first] = rasters;
  if (!first) return emptyRaster(1, 1);
  const middle = emptyRaster(first.width, first.height);
  const values = new Float32Array(rasters.length);
  const half = rasters.length >> 1;
  for (let channel = 0; channel < 3; channel += 1) {
    const planes = rasters.map((raster) => raster.planes[channel as 0 | 1 | 2]);
    const to = middle.planes[channel as 0 | 1 | 2];
    for (let at = 0; at < to.length; at += 1) {
      for (let index = 0; index < planes.length; index += 1) values[index] = planes[index]?.[at] ?? 0;
      values.sort();
      to[at] = rasters.length % 2 === 1 ? (values[half] ?? 0) : ((values[half - 1] ?? 0) + (values[half] ?? 0)) / 2;
    }
  }
  return middle;
}
