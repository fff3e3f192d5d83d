import { labOfRgb, type Rgb } from "../drift.ts";
import type { Lab } from "../light.ts";
import type { PicturePixels } from "./takenApart.ts";

/** An even patch of a chart: its box in shares of the picture, and its mean colour. */
export interface ChartCell {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly rgb: Rgb;
  readonly share: number;
}

/** The even patches of a chart, left to right and top to bottom, and the bare paper around them. */
export interface Chart {
  readonly cells: readonly ChartCell[];
  /** The lightest large even area; null where there is none. */
  readonly paper: ChartCell | null;
  /** A patch without colour that is darker than paper, which may be the grey card. */
  readonly grey: ChartCell | null;
}

const LEAST_SHARE = 0.004;
const GROUND_SHARE = 0.15;
/** Neighbours nearer than this belong to one patch; a wash changes slowly. */
const SAME_PATCH = 5;
const FROM_MEAN = 14;
/** How much of its box a patch fills: a ring or a letter is none. */
const FILLS = 0.45;
const GREY_CHROMA = 6;

/** Finds the cells of a photographed chart: regions that grow over pixels alike (region growing, Adams and Bischof 1994), by rows. */
export function cellsOf(picture: PicturePixels): Chart {
  const { data, width, height } = picture;
  const many = width * height;
  const rgbAt = (pixel: number): Rgb => [data[pixel * 4] ?? 0, data[pixel * 4 + 1] ?? 0, data[pixel * 4 + 2] ?? 0];
  const labs = Array.from({ length: many }, (_, pixel): Lab => labOfRgb(rgbAt(pixel)));
  const seen = new Uint8Array(many);
  const cells: ChartCell[] = [];
  for (let start = 0; start < many; start += 1) {
    if (seen[start]) continue;
    const region = grow(start, labs, seen, width, height);
    const share = region.pixels.length / many;
    const box = boxOf(region.pixels, width);
    const isPatch = share >= LEAST_SHARE && region.pixels.length >= FILLS * box.width * box.height;
    // The paper has holes where the patches are, and is kept all the same.
    if (!isPatch && share < GROUND_SHARE) continue;
    const inner = innerOf(region.pixels, box, width);
    cells.push({ x: box.x / width, y: box.y / height, width: box.width / width, height: box.height / height, rgb: meanOf(inner.map(rgbAt)), share });
  }
  const light = (cell: ChartCell): number => labOfRgb(cell.rgb)[0];
  const paper = cells.filter((cell) => light(cell) > 70 && chromaOf(cell) < 18).sort((a, b) => b.share - a.share)[0] ?? null;
  const patches = cells.filter((cell) => cell !== paper && cell.share < 0.4 && !(paper && light(cell) > light(paper) - 3 && chromaOf(cell) < 6));
  const rows = inRows(patches);
  const grey =
    rows.filter((cell) => chromaOf(cell) < GREY_CHROMA + (paper ? chromaOf(paper) : 0) && light(cell) < 75 && light(cell) > 25).sort((a, b) => chromaOf(a) - chromaOf(b))[0] ??
    null;
  return { cells: rows, paper, grey };
}

const chromaOf = (cell: ChartCell): number => {
  const [, a, b] = labOfRgb(cell.rgb);
  return Math.hypot(a, b);
};

function grow(start: number, labs: readonly Lab[], seen: Uint8Array, width: number, height: number): { readonly pixels: readonly number[] } {
  const pixels = [start];
  const sum: [number, number, number] = [0, 0, 0];
  seen[start] = 1;
  for (let next = 0; next < pixels.length; next += 1) {
    const pixel = pixels[next] ?? start;
    const here = labs[pixel] ?? ([0, 0, 0] as const);
    for (let axis = 0; axis < 3; axis += 1) sum[axis] = (sum[axis] ?? 0) + (here[axis] ?? 0);
    const mean: Lab = [sum[0] / (next + 1), sum[1] / (next + 1), sum[2] / (next + 1)];
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [px, py] = [x + dx, y + dy];
      if (px < 0 || py < 0 || px >= width || py >= height) continue;
      const other = py * width + px;
      const there = labs[other];
      if (seen[other] || !there || away(here, there) > SAME_PATCH || away(mean, there) > FROM_MEAN) continue;
      seen[other] = 1;
      pixels.push(other);
    }
  }
  return { pixels };
}

const away = (a: Lab, b: Lab): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

interface PixelBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
function boxOf(pixels: readonly number[], width: number): PixelBox {
  let [left, right, top, bottom] = [Infinity, 0, Infinity, 0];
  for (const pixel of pixels) {
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
  }
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

/** Washes gather at their rim: the colour of a patch is that of its middle. */
function innerOf(pixels: readonly number[], box: PixelBox, width: number): readonly number[] {
  const inner = pixels.filter((pixel) => {
    const [x, y] = [(pixel % width) - box.x, Math.floor(pixel / width) - box.y];
    return x > box.width * 0.2 && x < box.width * 0.8 && y > box.height * 0.2 && y < box.height * 0.8;
  });
  return inner.length > 0 ? inner : pixels;
}

const meanOf = (colours: readonly Rgb[]): Rgb =>
  [0, 1, 2].map((channel) => Math.round(colours.reduce((sum, colour) => sum + (colour[channel] ?? 0), 0) / Math.max(1, colours.length))) as unknown as Rgb;

/** As a chart is read: by rows, each row from the left. */
function inRows(cells: readonly ChartCell[]): readonly ChartCell[] {
  const rows: ChartCell[][] = [];
  for (const cell of [...cells].sort((a, b) => a.y - b.y)) {
    const row = rows.at(-1);
    const [first] = row ?? [];
    if (row && first && cell.y + cell.height / 2 < first.y + first.height) row.push(cell);
    else rows.push([cell]);
  }
  return rows.flatMap((row) => row.sort((a, b) => a.x - b.x));
}
