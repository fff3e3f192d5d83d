import { linearOf } from "../../colour/light.ts";
import { homography, type Corners } from "../../designs/picture/straighten.ts";
import type { BoardSurface } from "./board.ts";
import { solvedSystem } from "../../search/linearSystem.ts";
import { emptyRaster, medianOf, type PhotoPixels, type Plane, type Raster } from "./raster.ts";

// Taken once: they are asked for at every pixel.
const { abs, exp, floor, hypot, log, max, min } = Math;

/** How fast light falls off against the steps of a photo: close to sRGB (IEC 61966-2-1) wherever it is not near black. */
const GAMMA = 2.2;
/** So many pixels share a light. */
const EVERY = 6;

/** A panel seen from above in linear light, with the uneven light taken off by what the board shows of it. */
export function flattened(photo: PhotoPixels, board: BoardSurface, corners: Corners, width: number, height: number): Raster {
  const raster = emptyRaster(width, height);
  const map = homography(width, height, corners);
  if (!map) return raster;
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = map;
  const middle = board(0.5, 0.5);
  const across = hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y) / width;
  const samples = max(1, min(4, Math.round(across)));
  const { planes } = raster;
  const share = 1 / (samples * samples);
  let even = [1, 1, 1] as readonly [number, number, number];
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = y * width + x;
      let [r, n, l] = [0, 0, 0];
      for (let sy = 0; sy < samples; sy += 1)
        for (let sx = 0; sx < samples; sx += 1) {
          const [u, v] = [x + (sx + 0.5) / samples, y + (sy + 0.5) / samples];
          const depth = g * u + h * v + 1;
          const px = max(0, min(photo.width - 1.001, (a * u + b * v + c) / depth - 0.5));
          const py = max(0, min(photo.height - 1.001, (d * u + e * v + f) / depth - 0.5));
          const [left, top] = [px | 0, py | 0];
          const [fx, fy] = [px - left, py - top];
          const from = (top * photo.width + left) * photo.bytes;
          const down = from + photo.width * photo.bytes;
          const { data, bytes } = photo;
          const [wa, wb, wc, wd] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
          r += lightOf(data[from]) * wa + lightOf(data[from + bytes]) * wb + lightOf(data[down]) * wc + lightOf(data[down + bytes]) * wd;
          n += lightOf(data[from + 1]) * wa + lightOf(data[from + bytes + 1]) * wb + lightOf(data[down + 1]) * wc + lightOf(data[down + bytes + 1]) * wd;
          l += lightOf(data[from + 2]) * wa + lightOf(data[from + bytes + 2]) * wb + lightOf(data[down + 2]) * wc + lightOf(data[down + bytes + 2]) * wd;
        }
      // The light changes slowly: it is looked at every few pixels.
      if (x % EVERY === 0) {
        const depth = g * (x + 0.5) + h * (y + 0.5) + 1;
        const lit = board((a * (x + 0.5) + b * (y + 0.5) + c) / depth / photo.width, (d * (x + 0.5) + e * (y + 0.5) + f) / depth / photo.height);
        even = [evenness(lit[0], middle[0]), evenness(lit[1], middle[1]), evenness(lit[2], middle[2])];
      }
      planes[0][at] = r * share * even[0];
      planes[1][at] = n * share * even[1];
      planes[2][at] = l * share * even[2];
    }
  return raster;
}

const lightOf = (byte: number | undefined): number => linearOf(byte ?? 0);
const evenness = (lit: number, middle: number): number => max(0.35, min(2.8, (max(1, middle) / max(1, lit)) ** GAMMA));

/** A master made as small as the panels are looked at: the mean of what lies under each pixel. */
export function shrunkTo(photo: PhotoPixels, width: number, height: number): Raster {
  const corners: Corners = [
    { x: 0, y: 0 },
    { x: photo.width, y: 0 },
    { x: photo.width, y: photo.height },
    { x: 0, y: photo.height },
  ];
  return flattened(photo, () => [1, 1, 1], corners, width, height);
}

/**
 * Brings the white of the border to 1 at each place: the light that is left over is a plane for each channel, fitted to the border in logarithms.
 * Changes the raster. @param isPaper pixels that are bare paper on a good panel
 */
export function whitened({ width, height, planes }: Raster, isPaper: Uint8Array): void {
  const places: number[] = [];
  for (let at = 0; at < isPaper.length; at += 1) if (isPaper[at]) places.push(at);
  if (places.length < 40) return;
  const step = max(1, floor(places.length / 500));
  const some = places.filter((_, index) => index % step === 0);
  for (const plane of planes) {
    const surface = planeThrough(some, plane, width, height);
    if (!surface) continue;
    const [at0, byX, byY] = surface;
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const at = y * width + x;
        plane[at] = (plane[at] ?? 0) / exp(at0 + byX * (x / width) + byY * (y / height));
      }
  }
}

/** ln(light) as a plane over the sheet, what lies far off counted not at all: paint that crept into the border is no light. */
function planeThrough(places: readonly number[], plane: Plane, width: number, height: number): readonly [number, number, number] | null {
  const values = places.map((at) => log(max(1e-4, plane[at] ?? 0)));
  let surface: number[] | null = [medianOf([...values]), 0, 0];
  let reach = Infinity;
  for (let round = 0; round < 4 && surface; round += 1) {
    const now: number[] = surface;
    const off = places.map((at, index) => (values[index] ?? 0) - (now[0] ?? 0) - (now[1] ?? 0) * ((at % width) / width) - (now[2] ?? 0) * (floor(at / width) / height));
    reach = max(0.01, 3 * 1.4826 * medianOf(off.map(abs)));
    const equations = [0, 1, 2].map(() => [0, 0, 0, 0]);
    for (const [index, at] of places.entries()) {
      if (abs(off[index] ?? 0) > reach) continue;
      const terms = [1, (at % width) / width, floor(at / width) / height, values[index] ?? 0];
      for (const [row, equation] of equations.entries())
        for (let column = 0; column < 4; column += 1) equation[column] = (equation[column] ?? 0) + (terms[row] ?? 0) * (terms[column] ?? 0);
    }
    surface = solvedSystem(equations);
  }
  return surface ? [surface[0] ?? 0, surface[1] ?? 0, surface[2] ?? 0] : null;
}
