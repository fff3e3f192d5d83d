import type { Corners } from "../../designs/picture/straighten.ts";
import { medianOf, type PhotoPixels, type Raster } from "./raster.ts";
import type { Window } from "./register.ts";

/** Whether a photo can be judged at all. */
export interface PhotoQuality {
  /** The brightest that stands on it, 0 to 1 of what the camera can tell: on a photo that is too dark even paper is grey. */
  readonly brightest: number;
  /** How far the edge of a panel is drawn out, as a share of its width. */
  readonly blur: number;
}

/** Below this the paper is in the dark; above that an edge is so drawn out that a smudge cannot be told from a wash. */
export const [TOO_DARK, TOO_BLURRED] = [0.3, 0.03];
/** Below this the batch is no painting of its master. */
export const UNLIKE_MASTER = 0.6;

const GREEN = 1;

/** @param panels corners in pixels of the photo, as found */
export function qualityOf(photo: PhotoPixels, panels: readonly Corners[]): PhotoQuality {
  const { width, height, data, bytes } = photo;
  const counts = new Uint32Array(256);
  const step = Math.max(1, Math.floor((width * height) / 40_000));
  let seen = 0;
  for (let at = 0; at < width * height; at += step) {
    const value = data[at * bytes + GREEN] ?? 0;
    counts[value] = (counts[value] ?? 0) + 1;
    seen += 1;
  }
  let [brightest, above] = [255, 0];
  while (brightest > 0 && (above += counts[brightest] ?? 0) < seen * 0.02) brightest -= 1;
  const blurs = panels.flatMap((corners) => sidesOf(corners).flatMap((side) => riseAcross(photo, side) ?? []));
  return { brightest: brightest / 255, blur: blurs.length === 0 ? 0 : medianOf(blurs) };
}

interface Side {
  readonly x: number;
  readonly y: number;
  /** Outwards, of length one. */
  readonly dx: number;
  readonly dy: number;
  /** Width of the panel. */
  readonly panel: number;
}

/** Three places on each edge of a panel, with the way out of it. */
function sidesOf(corners: Corners): Side[] {
  const middle = { x: corners.reduce((sum, { x }) => sum + x / 4, 0), y: corners.reduce((sum, { y }) => sum + y / 4, 0) };
  const panel = Math.hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y);
  return corners.flatMap((from, index) => {
    const to = corners[((index + 1) % 4) as 0 | 1 | 2 | 3];
    const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    const [nx, ny] = [(to.y - from.y) / length, -(to.x - from.x) / length];
    return [0.3, 0.5, 0.7].map((share): Side => {
      const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
      const out = (x - middle.x) * nx + (y - middle.y) * ny > 0 ? 1 : -1;
      return { x, y, dx: nx * out, dy: ny * out, panel };
    });
  });
}

/** How wide the step from board to paper is, between a tenth and nine tenths of it, as a share of the panel; null where there is hardly a step. */
function riseAcross({ width, height, data, bytes }: PhotoPixels, { x, y, dx, dy, panel }: Side): number | null {
  const reach = Math.max(3, panel * 0.05);
  const values: number[] = [];
  for (let along = -reach; along <= reach; along += 0.5) {
    const [px, py] = [Math.round(x + dx * along), Math.round(y + dy * along)];
    if (px < 0 || py < 0 || px >= width || py >= height) return null;
    values.push(data[(py * width + px) * bytes + GREEN] ?? 0);
  }
  const [inside, outside] = [medianOf(values.slice(0, Math.ceil(values.length / 6))), medianOf(values.slice(-Math.ceil(values.length / 6)))];
  const step = outside - inside;
  if (Math.abs(step) < 25) return null;
  const passed = (share: number): number => values.findIndex((value) => (value - inside) / step >= share);
  const [from, to] = [passed(0.1), passed(0.9)];
  return from === -1 || to < from ? null : ((to - from) * 0.5) / panel;
}

/** How alike two pictures are that are laid one over the other, -1 to 1: correlation of their lightness and colours within a window. */
export function alikeness(one: Raster, other: Raster, within: Window): number {
  const [left, top, right, bottom] = [Math.ceil(within.left), Math.ceil(within.top), Math.floor(within.right), Math.floor(within.bottom)];
  let [covariance, ownSquares, otherSquares] = [0, 0, 0];
  for (const channel of [0, 1, 2] as const) {
    const [a, b] = [one.planes[channel], other.planes[channel]];
    const [meanA, meanB] = [a, b].map((plane) => {
      let [sum, count] = [0, 0];
      for (let y = top; y < bottom; y += 1) for (let x = left; x < right; x += 1, count += 1) sum += plane[y * one.width + x] ?? 0;
      return sum / Math.max(1, count);
    }) as [number, number];
    for (let y = top; y < bottom; y += 1) {
      for (let x = left; x < right; x += 1) {
        const [p, q] = [(a[y * one.width + x] ?? 0) - meanA, (b[y * one.width + x] ?? 0) - meanB];
        covariance += p * q;
        ownSquares += p * p;
        otherSquares += q * q;
      }
    }
  }
  return covariance / Math.max(1e-9, Math.sqrt(ownSquares * otherSquares));
}
