import { solvedSystem } from "../../search/linearSystem.ts";

/** Pixels row by row, four bytes each: red, green, blue, opacity. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}
export interface Corner {
  readonly x: number;
  readonly y: number;
}
/** Top left, top right, bottom right, bottom left. */
export type Corners = readonly [Corner, Corner, Corner, Corner];

/**
 * The projective map that takes the corners of a rectangle to four corners of a photo, as nine numbers row by row, the last 1.
 * Source: the four-point linear system of the homography (Hartley and Zisserman, Multiple View Geometry, 2nd ed., section 4.1).
 * @returns null where three corners lie on one line
 */
export function homography(width: number, height: number, corners: Corners): readonly number[] | null {
  const from = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ] as const;
  const rows = from.flatMap(([x, y], index) => {
    const to = corners[index] ?? { x: 0, y: 0 };
    return [
      [x, y, 1, 0, 0, 0, -x * to.x, -y * to.x, to.x],
      [0, 0, 0, x, y, 1, -x * to.y, -y * to.y, to.y],
    ];
  });
  const solved = solvedSystem(rows);
  return solved && [...solved, 1];
}

/** A photo of a panel seen straight from above: each pixel of the answer is read where the map leads, between its four neighbours. */
export function straighten(photo: Pixels, corners: Corners, width: number, height: number): Pixels | null {
  const map = homography(width, height, corners);
  if (!map) return null;
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = map;
  const data = new Uint8ClampedArray(width * height * 4);
  const { data: source } = photo;
  const [lastX, lastY] = [photo.width - 1, photo.height - 1];
  let at = 0;
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const [u, v] = [x + 0.5, y + 0.5];
      const depth = g * u + h * v + 1;
      const sx = Math.min(lastX, Math.max(0, (a * u + b * v + c) / depth - 0.5));
      const sy = Math.min(lastY, Math.max(0, (d * u + e * v + f) / depth - 0.5));
      const left = Math.floor(sx);
      const top = Math.floor(sy);
      const right = left < lastX ? 4 : 0;
      const down = top < lastY ? photo.width * 4 : 0;
      const fx = sx - left;
      const fy = sy - top;
      const base = (top * photo.width + left) * 4;
      for (let channel = 0; channel < 3; channel += 1) {
        const p = base + channel;
        const upper = (source[p] ?? 0) * (1 - fx) + (source[p + right] ?? 0) * fx;
        const lower = (source[p + down] ?? 0) * (1 - fx) + (source[p + down + right] ?? 0) * fx;
        data[at + channel] = upper * (1 - fy) + lower * fy;
      }
      data[at + 3] = 255;
      at += 4;
    }
  }
  return { width, height, data };
}

/** How far from the table's colour a pixel must be to belong to the panel, in steps of 255 over three channels. */
const OFF_THE_TABLE = 48;
const [LEAST_SHARE, MOST_SHARE] = [0.1, 0.97];

/** Where a panel lies on a table of another colour: its four corners; null where none stands out. For photos turned by less than 40 degrees. */
export function cornersOf({ width, height, data }: Pixels): Corners | null {
  const table = colourOfRim({ width, height, data });
  let count = 0;
  const best = { tl: Infinity, tr: -Infinity, br: -Infinity, bl: Infinity };
  const found: Record<keyof typeof best, Corner> = { tl: { x: 0, y: 0 }, tr: { x: 0, y: 0 }, br: { x: 0, y: 0 }, bl: { x: 0, y: 0 } };
  const off = (x: number, y: number): boolean => {
    const at = (y * width + x) * 4;
    return Math.abs((data[at] ?? 0) - table[0]) + Math.abs((data[at + 1] ?? 0) - table[1]) + Math.abs((data[at + 2] ?? 0) - table[2]) > OFF_THE_TABLE;
  };
  for (let y = 1; y < height - 1; y += 1) {
    for (let x = 1; x < width - 1; x += 1) {
      // A crumb on the table is no corner: its neighbours must belong too.
      if (!off(x, y) || !off(x + 1, y) || !off(x, y + 1) || !off(x - 1, y) || !off(x, y - 1)) continue;
      count += 1;
      if (x + y < best.tl) [best.tl, found.tl] = [x + y, { x, y }];
      if (x - y > best.tr) [best.tr, found.tr] = [x - y, { x: x + 1, y }];
      if (x + y > best.br) [best.br, found.br] = [x + y, { x: x + 1, y: y + 1 }];
      if (x - y < best.bl) [best.bl, found.bl] = [x - y, { x, y: y + 1 }];
    }
  }
  const share = count / (width * height);
  if (share < LEAST_SHARE || share > MOST_SHARE) return null;
  const corners: Corners = [found.tl, found.tr, found.br, found.bl];
  return areaOf(corners) < LEAST_SHARE * width * height ? null : corners;
}

/** The median colour along the rim of a photo: what the panel lies on. */
function colourOfRim({ width, height, data }: Pixels): readonly [number, number, number] {
  const rim: number[] = [];
  for (let x = 0; x < width; x += 1) rim.push(x, (height - 1) * width + x);
  for (let y = 0; y < height; y += 1) rim.push(y * width, y * width + width - 1);
  const median = (channel: number): number => rim.map((pixel) => data[pixel * 4 + channel] ?? 0).sort((a, b) => a - b)[Math.floor(rim.length / 2)] ?? 0;
  return [median(0), median(1), median(2)];
}

/** Area within four corners (the shoelace formula). */
export const areaOf = (corners: Corners): number =>
  Math.abs(
    corners.reduce((sum, from, index) => {
      const to = corners[(index + 1) % 4] ?? from;
      return sum + from.x * to.y - to.x * from.y;
    }, 0),
  ) / 2;
