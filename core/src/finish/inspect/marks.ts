import { piecesOf, type Area } from "./areas.ts";
import { ringOf } from "./elements.ts";
import { blurred, medianOf, type Plane, type Planes, type Raster } from "./raster.ts";
import type { Window } from "./register.ts";

// Taken once: they are asked for at every pixel.
const { hypot, max, min, sqrt } = Math;

/** How a panel differs from the middle of its sisters, pixel by pixel, each colour's own difference taken off. */
export interface Residual {
  readonly planes: Planes;
  /** How much lighter than usual, in units of what is usual at that place. */
  readonly lighter: Plane;
  /** Difference in units of what is usual at that place. */
  readonly unusual: Plane;
}

/** What is usual at least (CIE76), and how many pixels an edge wanders anyway. */
const [LEAST_SPREAD, WANDER] = [1.7, 0.9];

/** Wider than this, in shares of the panel's width to each side, nothing is a mark. */
const WIDE = 0.12;
/** And a wash flows by no more than so much (CIE76): a strong mark is to leave no halo. */
const FLOWS = 10;

/** @param colourOf the colour of each pixel, 255 outside */
export function residualsOf(panels: readonly Raster[], middle: Raster, colourOf: Uint8Array): Residual[] {
  const { width, height } = middle;
  const levelled = panels.map((panel) => levelledOff(panel, middle, colourOf));
  const spread = spreadAt(levelled, middle);
  return levelled.map((planes) => {
    const [unusual, lighter] = [new Float32Array(width * height), new Float32Array(width * height)];
    for (let at = 0; at < unusual.length; at += 1) {
      if (colourOf[at] === 255) continue;
      unusual[at] = hypot(planes[0][at] ?? 0, planes[1][at] ?? 0, planes[2][at] ?? 0) / (spread[at] ?? 1);
      lighter[at] = (planes[0][at] ?? 0) / (spread[at] ?? 1);
    }
    return { planes, lighter, unusual };
  });
}

function levelledOff(panel: Raster, middle: Raster, colourOf: Uint8Array): Planes {
  const { width, height } = middle;
  return panel.planes.map((plane, channel) => {
    const own = middle.planes[channel as 0 | 1 | 2];
    const off = new Float32Array(plane.length);
    const lists = new Map<number, number[]>();
    for (let at = 0; at < plane.length; at += 1) {
      off[at] = (plane[at] ?? 0) - (own[at] ?? 0);
      const colour = colourOf[at] ?? 255;
      if (colour !== 255 && at % 3 === 0) {
        const list = lists.get(colour) ?? [];
        if (list.length === 0) lists.set(colour, list);
        list.push(off[at] ?? 0);
      }
    }
    const levels = new Map([...lists].map(([colour, list]) => [colour, medianOf(list)]));
    for (let at = 0; at < off.length; at += 1) {
      const colour = colourOf[at] ?? 255;
      off[at] = colour === 255 ? 0 : (off[at] ?? 0) - (levels.get(colour) ?? 0);
    }
    // What is wide is how a wash flowed.
    const wide = blurred(
      off.map((value) => max(-FLOWS, min(FLOWS, value))),
      width,
      height,
      Math.round(width * WIDE),
    );
    for (let at = 0; at < off.length; at += 1) off[at] = colourOf[at] === 255 ? 0 : (off[at] ?? 0) - (wide[at] ?? 0);
    return blurred(off, width, height, 1);
  }) as unknown as Planes;
}

/** How much sisters differ at each place, and how much they would where a hand wanders a little along edges. */
function spreadAt(all: readonly Planes[], { width, height, planes: [L, a, b] }: Raster): Plane {
  const spread = new Float32Array(width * height);
  const values = new Float32Array(all.length);
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const at = y * width + x;
      for (const [index, planes] of all.entries()) values[index] = hypot(planes[0][at] ?? 0, planes[1][at] ?? 0, planes[2][at] ?? 0);
      values.sort();
      const usual = values[values.length >> 1] ?? 0;
      const slope = hypot(
        (L[at + 1] ?? 0) - (L[at - 1] ?? 0),
        (a[at + 1] ?? 0) - (a[at - 1] ?? 0),
        (b[at + 1] ?? 0) - (b[at - 1] ?? 0),
        (L[at + width] ?? 0) - (L[at - width] ?? 0),
        (a[at + width] ?? 0) - (a[at - width] ?? 0),
        (b[at + width] ?? 0) - (b[at - width] ?? 0),
      );
      spread[at] = hypot(LEAST_SPREAD, usual, (WANDER * slope) / 2);
    }
  return blurred(spread, width, height, 4);
}

/** A place where one panel is unlike its sisters. */
export interface OddMark {
  readonly area: Area;
  /** Mean difference in units of what is usual there, and in CIE Lab: lightness, and all together. */
  readonly unusual: number;
  readonly lighter: number;
  readonly seen: number;
  /** How clearly it stands out from what is around it on the sisters and on the panel, and its colour on each (CIE Lab). */
  readonly was: { readonly contrast: number; readonly colour: readonly number[] };
  readonly is: { readonly contrast: number; readonly colour: readonly number[] };
}

/** A mark begins where the difference is so unusual, and goes on down to this. */
const [BEGINS, GOES_ON] = [3.4, 2.1];

/** @param panel the panel as it is, and @param middle what is usual, both in CIE Lab */
export function marksIn({ planes, unusual }: Residual, panel: Raster, middle: Raster, colourOf: Uint8Array, whole: number): OddMark[] {
  const { width, height } = middle;
  const markOf = new Uint8Array(unusual.length).fill(255);
  for (let at = 0; at < unusual.length; at += 1) if (colourOf[at] !== 255 && (unusual[at] ?? 0) > GOES_ON) markOf[at] = 1;
  return piecesOf(markOf, width, height, whole, 0.0009).flatMap((area) => {
    let [sum, lighter, seen, most] = [0, 0, 0, 0];
    for (const at of area.places) {
      const value = unusual[at] ?? 0;
      sum += value;
      most = max(most, value);
      lighter += planes[0][at] ?? 0;
      seen += hypot(planes[0][at] ?? 0, planes[1][at] ?? 0, planes[2][at] ?? 0);
    }
    const count = area.places.length;
    if (most < BEGINS) return [];
    const ring = ringOf(area.places, width, height, 4);
    return [{ area, unusual: sum / count, lighter: lighter / count, seen: seen / count, was: standsOut(middle, area.places, ring), is: standsOut(panel, area.places, ring) }];
  });
}

function standsOut({ planes }: Raster, places: Int32Array, ring: readonly number[]): OddMark["was"] {
  const mean = (of: readonly number[]): number[] => planes.map((plane) => of.reduce((sum, at) => sum + (plane[at] ?? 0), 0) / max(1, of.length));
  const [colour, around] = [mean([...places]), mean(ring)];
  return { contrast: hypot(...colour.map((value, channel) => value - (around[channel] ?? 0))), colour };
}

/** Radii of back-runs that are looked for, in shares of the width. */
const RADII = [0.035, 0.055, 0.08, 0.11] as const;

/** How much each place looks like a back-run, at the best of some sizes. @param window what is painted */
export function backRunsIn({ lighter: lightness }: Residual, width: number, height: number, window: Window): { readonly strength: Plane; readonly radius: Plane } {
  const [strength, radius] = [new Float32Array(width * height), new Float32Array(width * height)];
  const sums = summed(lightness, width, height);
  for (const share of RADII) {
    const r = max(2, Math.round(share * width));
    const [inner, outer] = [max(1, Math.round(r * 0.6)), Math.round(r * 1.45)];
    for (let y = Math.ceil(window.top) + inner; y < window.bottom - inner; y += 1)
      for (let x = Math.ceil(window.left) + inner; x < window.right - inner; x += 1) {
        const within = boxSum(sums, width, height, x, y, inner);
        const hole = boxSum(sums, width, height, x, y, r - 1);
        const whole = boxSum(sums, width, height, x, y, outer);
        const pale = within.sum / within.count;
        const rim = (whole.sum - hole.sum) / max(1, whole.count - hole.count);
        if (pale <= 0 || rim >= 0) continue;
        // A dark streak has a rim beside it too, but nothing pale to speak of.
        const own = min(pale, -1.6 * rim) * min(1, sqrt(share / 0.06));
        const at = y * width + x;
        if (own > (strength[at] ?? 0)) {
          strength[at] = own;
          radius[at] = r;
        }
      }
  }
  return { strength, radius };
}

/** Sums over all that lies above and to the left (Crow 1984). */
function summed(plane: Plane, width: number, height: number): Float64Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y += 1) {
    let row = 0;
    for (let x = 0; x < width; x += 1) {
      row += plane[y * width + x] ?? 0;
      sums[(y + 1) * (width + 1) + x + 1] = (sums[y * (width + 1) + x + 1] ?? 0) + row;
    }
  }
  return sums;
}

function boxSum(sums: Float64Array, width: number, height: number, x: number, y: number, r: number): { readonly sum: number; readonly count: number } {
  const [left, top, right, bottom] = [max(0, x - r), max(0, y - r), min(width, x + r + 1), min(height, y + r + 1)];
  const line = width + 1;
  return {
    sum: (sums[bottom * line + right] ?? 0) - (sums[top * line + right] ?? 0) - (sums[bottom * line + left] ?? 0) + (sums[top * line + left] ?? 0),
    count: (right - left) * (bottom - top),
  };
}
