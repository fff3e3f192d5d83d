import { solvedSystem } from "../../search/linearSystem.ts";
import { medianOf, type Raster } from "./raster.ts";

// Taken once: they are asked for at every pixel.
const { floor, max, min, sqrt } = Math;

/** What the board looks like at each place of a photo: a surface of the second degree for each channel, in steps of 255. */
export type BoardSurface = (x: number, y: number) => readonly [number, number, number];

/** So many terms: 1, x, y, x2, xy, y2. */
const TERMS = 6;
const termsAt = (x: number, y: number): number[] => [1, x, y, x * x, x * y, y * y];

/** How far a pixel may be from the board's surface and still be board, in its own scatter, and at least in steps of 255. */
const [REACH, LEAST_REACH] = [3.5, 5];

/**
 * The plain board under uneven light, fitted to the rim of a photo first, then to all that looks like it.
 * @param raster the photo made small
 * @returns the surface over shares of the photo's width and height, and how far board pixels scatter about it
 */
export function boardOf({ width, height, planes }: Raster): { readonly board: BoardSurface; readonly scatter: number } {
  const rim = max(2, Math.round(min(width, height) * 0.02));
  const samples: number[] = [];
  const step = max(1, floor(sqrt((width * height) / 6_000)));
  for (let y = 0; y < height; y += step) for (let x = 0; x < width; x += step) samples.push(y * width + x);
  const isRim = (at: number): boolean => {
    const [x, y] = [at % width, floor(at / width)];
    return x < rim || y < rim || x >= width - rim || y >= height - rim;
  };
  const rims = samples.filter(isRim);
  let surfaces = planes.map((plane) => [medianOf(rims.map((at) => plane[at] ?? 0)), 0, 0, 0, 0, 0]);
  const offAt = (at: number): number => {
    const terms = termsAt((at % width) / width, floor(at / width) / height);
    return sqrt(planes.reduce((sum, plane, channel) => sum + ((plane[at] ?? 0) - dot(surfaces[channel] ?? [], terms)) ** 2, 0));
  };
  let scatter = LEAST_REACH;
  for (const [round, among] of [rims, rims, rims, samples, samples, samples].entries()) {
    const off = among.map(offAt);
    const within = round < 3 ? medianOf([...off]) * 2.5 + LEAST_REACH : max(LEAST_REACH, REACH * scatter);
    const kept = among.filter((_, index) => (off[index] ?? 0) <= within);
    surfaces = planes.map((plane, channel) => fitted(kept, plane, width, height) ?? surfaces[channel] ?? []);
    scatter = max(0.6, 1.2 * medianOf(kept.map(offAt)));
  }
  const [red = [], green = [], blue = []] = surfaces;
  return { board: (x, y) => [surfaceAt(red, x, y), surfaceAt(green, x, y), surfaceAt(blue, x, y)], scatter };
}

function surfaceAt(surface: readonly number[], x: number, y: number): number {
  const [one = 0, byX = 0, byY = 0, xx = 0, xy = 0, yy = 0] = surface;
  return one + x * (byX + xx * x + xy * y) + y * (byY + yy * y);
}

const dot = (one: readonly number[], other: readonly number[]): number => one.reduce((sum, value, index) => sum + value * (other[index] ?? 0), 0);

function fitted(among: readonly number[], plane: Float32Array, width: number, height: number): number[] | null {
  // The normal equations: each term with each, and with what is seen.
  const equations = Array.from({ length: TERMS }, () => new Array<number>(TERMS + 1).fill(0));
  for (const at of among) {
    const terms = [...termsAt((at % width) / width, floor(at / width) / height), plane[at] ?? 0];
    for (const [row, equation] of equations.entries())
      for (let column = 0; column <= TERMS; column += 1) equation[column] = (equation[column] ?? 0) + (terms[row] ?? 0) * (terms[column] ?? 0);
  }
  return solvedSystem(equations);
}
