import type { Corner, Corners } from "../../designs/picture/straighten.ts";
import { boardOf, type BoardSurface } from "./board.ts";
import { lineThrough, type FittedLine } from "./lines.ts";
import { medianOf, shrunk, type PhotoPixels, type Raster } from "./raster.ts";

// Taken once: they are asked for at every pixel.
const { abs, floor, hypot, max, min, sqrt } = Math;

/** Panels are looked for on the photo made so small, in pixels of its longer side at most. */
const LOOKED_AT = 900;
/** What stands out from the board by so much of its scatter, and at least so many steps of 255, lies on it. */
const [STANDS_OUT, LEAST_STANDS_OUT] = [4.5, 6.5];
/** A piece smaller than this share of the middle one of the largest is a crumb; one larger than this times it is two that touch. */
const [CRUMB, TOUCHING] = [0.4, 1.7];

export interface FoundPanels {
  /** By rows from the top, each from the left; corners in pixels of the photo, from the outer corner of the first one. */
  readonly panels: readonly Corners[];
  readonly board: BoardSurface;
  /** Pieces too large to be one panel. */
  readonly touching: number;
}

/** The panels on a photo of a batch that lies apart on a plain board, upright within some ten degrees. @param count at most so many */
export function findPanels(photo: PhotoPixels, count: number): FoundPanels {
  const { raster, scale } = shrunk(photo, LOOKED_AT);
  const { board, scatter } = boardOf(raster);
  const off = distances(raster, board);
  const blobs = blobsIn(off, raster.width, raster.height, max(LEAST_STANDS_OUT, STANDS_OUT * scatter));
  const largest = blobs.slice(0, count);
  const middle = medianOf(largest.map(({ area }) => area));
  const likely = blobs.filter(({ area }) => area >= CRUMB * middle && area >= 64);
  const touching = likely.filter(({ area }) => area > TOUCHING * middle).length;
  const found = likely
    .filter(({ area }) => area <= TOUCHING * middle)
    .slice(0, count)
    .flatMap((blob) => {
      const rough = sidesOf(blob);
      const corners = rough && cornersBetween(rough);
      if (!corners) return [];
      const scaled = corners.map(({ x, y }) => ({ x: x * scale, y: y * scale })) as unknown as Corners;
      return [sharpened(photo, board, scaled, scale) ?? scaled];
    });
  return { panels: byRows(found), board, touching };
}

function distances({ width, height, planes: [red, green, blue] }: Raster, board: BoardSurface): Float32Array {
  const off = new Float32Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = y * width + x;
      const [r, g, b] = board(x / width, y / height);
      off[at] = hypot((red[at] ?? 0) - r, (green[at] ?? 0) - g, (blue[at] ?? 0) - b);
    }
  return off;
}

interface Blob {
  readonly area: number;
  /** For each row and column that it touches, its first and last pixel. */
  readonly rows: ReadonlyMap<number, readonly [number, number]>;
  readonly columns: ReadonlyMap<number, readonly [number, number]>;
}

/** What stands out from the board, in pieces, the largest first. Holes belong to the piece around them. */
function blobsIn(off: Float32Array, width: number, height: number, least: number): Blob[] {
  // A pixel belongs where most of its neighbours do: crumbs and scratches of the board drop out.
  const isOff = new Uint8Array(width * height);
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      let count = 0;
      for (let dy = -1; dy <= 1; dy += 1) for (let dx = -1; dx <= 1; dx += 1) if ((off[(y + dy) * width + x + dx] ?? 0) > least) count += 1;
      if (count >= 5) isOff[y * width + x] = 1;
    }
  const seen = new Uint8Array(width * height);
  const blobs: Blob[] = [];
  const stack: number[] = [];
  for (let first = 0; first < isOff.length; first += 1) {
    if (!isOff[first] || seen[first]) continue;
    const rows = new Map<number, [number, number]>();
    const columns = new Map<number, [number, number]>();
    seen[first] = 1;
    stack.push(first);
    while (stack.length > 0) {
      const at = stack.pop() ?? 0;
      const [x, y] = [at % width, floor(at / width)];
      widen(rows, y, x);
      widen(columns, x, y);
      for (const next of [at - 1, at + 1, at - width, at + width]) {
        if (next < 0 || next >= isOff.length || !isOff[next] || seen[next]) continue;
        seen[next] = 1;
        stack.push(next);
      }
    }
    // Its area with its holes: what lies between the first and the last of each row.
    const area = [...rows.values()].reduce((sum, [from, to]) => sum + to - from + 1, 0);
    blobs.push({ area, rows, columns });
  }
  return blobs.sort((one, other) => other.area - one.area);
}

function widen(map: Map<number, [number, number]>, key: number, value: number): void {
  const known = map.get(key);
  if (!known) map.set(key, [value, value]);
  else if (value < known[0]) known[0] = value;
  else if (value > known[1]) known[1] = value;
}

/** Four lines around a panel: left and right as x by y, top and bottom as y by x. */
interface Sides {
  readonly left: FittedLine;
  readonly right: FittedLine;
  readonly top: FittedLine;
  readonly bottom: FittedLine;
}

function sidesOf({ rows, columns }: Blob): Sides | null {
  const [left, right] = [middleOf(rows, 0), middleOf(rows, 1)].map(lineThrough);
  const [top, bottom] = [middleOf(columns, 0), middleOf(columns, 1)].map(lineThrough);
  return left && right && top && bottom ? { left, right, top, bottom } : null;
}

/** Points of one side without the stretches near the corners, where a turned panel shows its other sides. */
function middleOf(map: ReadonlyMap<number, readonly [number, number]>, end: 0 | 1): [number, number][] {
  const keys = [...map.keys()].sort((one, other) => one - other);
  const [first = 0, last = 0] = [keys[0], keys[keys.length - 1]];
  const margin = (last - first) * 0.2;
  return keys.filter((key) => key >= first + margin && key <= last - margin).map((key) => [key + 0.5, (map.get(key)?.[end] ?? 0) + end]);
}

function cornersBetween({ left, right, top, bottom }: Sides): Corners | null {
  const meet = (upright: FittedLine, level: FittedLine): Corner | null => {
    const share = 1 - upright.slope * level.slope;
    if (abs(share) < 0.2) return null;
    const y = (level.at + level.slope * upright.at) / share;
    return { x: upright.at + upright.slope * y, y };
  };
  const corners = [meet(left, top), meet(right, top), meet(right, bottom), meet(left, bottom)];
  return corners.every((corner) => corner !== null) ? (corners as unknown as Corners) : null;
}

/** Places along a side at which its edge is looked for on the full photo. */
const PLACES = 48;

/** The corners again on the full photo: along each side the place is sought where it turns half from board to paper. */
function sharpened(photo: PhotoPixels, board: BoardSurface, corners: Corners, scale: number): Corners | null {
  const reach = 2 * scale + 4;
  const lines = corners.map((from, side) => {
    const to = corners[(side + 1) % 4] ?? from;
    const isLevel = side % 2 === 0;
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const length = hypot(dx, dy) || 1;
    // Inwards: to the right of a walk around the panel.
    const [nx, ny] = [-dy / length, dx / length];
    const points: [number, number][] = [];
    for (let place = 0; place < PLACES; place += 1) {
      const share = 0.06 + (0.88 * (place + 0.5)) / PLACES;
      const [x, y] = [from.x + dx * share, from.y + dy * share];
      const turn = edgeAt(photo, board, { x, y, nx, ny, tx: dx / length, ty: dy / length }, reach);
      if (turn === null) continue;
      const [ex, ey] = [x + nx * turn, y + ny * turn];
      points.push(isLevel ? [ex, ey] : [ey, ex]);
    }
    return points.length < PLACES / 3 ? null : lineThrough(points);
  });
  const [top, right, bottom, left] = lines;
  return top && right && bottom && left ? cornersBetween({ left, right, top, bottom }) : null;
}

interface Place {
  readonly x: number;
  readonly y: number;
  /** Inwards, and along the side. */
  readonly nx: number;
  readonly ny: number;
  readonly tx: number;
  readonly ty: number;
}

/** How far inwards of a place the photo turns half from the board to what lies on it; null where nothing turns. */
function edgeAt(photo: PhotoPixels, board: BoardSurface, { x, y, nx, ny, tx, ty }: Place, reach: number): number | null {
  const count = Math.ceil(reach * 2) + 1;
  const profile: number[] = [];
  for (let step = 0; step < count; step += 1) {
    const deep = step - reach;
    let off = 0;
    for (const along of [-2, -1, 0, 1, 2]) off += offBoard(photo, board, x + nx * deep + tx * along, y + ny * deep + ty * along);
    profile.push(off / 5);
  }
  const outside = medianOf(profile.slice(0, max(2, floor(count * 0.25))));
  const inside = medianOf(profile.slice(Math.ceil(count * 0.72)));
  if (inside - outside < 4) return null;
  const half = (inside + outside) / 2;
  for (let step = 1; step < count; step += 1) {
    const [before, after] = [profile[step - 1] ?? 0, profile[step] ?? 0];
    if (before < half && after >= half) return step - 1 + (half - before) / (after - before) - reach;
  }
  return null;
}

function offBoard({ width, height, data, bytes }: PhotoPixels, board: BoardSurface, x: number, y: number): number {
  const [u, v] = [max(0, min(width - 1.001, x - 0.5)), max(0, min(height - 1.001, y - 0.5))];
  const [left, top] = [floor(u), floor(v)];
  const [fx, fy] = [u - left, v - top];
  const own = board(x / width, y / height);
  let off = 0;
  for (let channel = 0; channel < 3; channel += 1) {
    const at = (top * width + left) * bytes + channel;
    const down = at + width * bytes;
    const upper = (data[at] ?? 0) * (1 - fx) + (data[at + bytes] ?? 0) * fx;
    const lower = (data[down] ?? 0) * (1 - fx) + (data[down + bytes] ?? 0) * fx;
    off += (upper * (1 - fy) + lower * fy - own[channel as 0 | 1 | 2]) ** 2;
  }
  return sqrt(off);
}

/** Panels by rows from the top, each row from the left. */
function byRows(panels: readonly Corners[]): Corners[] {
  const placed = panels.map((corners) => ({
    corners,
    x: corners.reduce((sum, each) => sum + each.x / 4, 0),
    y: corners.reduce((sum, each) => sum + each.y / 4, 0),
    tall: hypot(corners[3].x - corners[0].x, corners[3].y - corners[0].y),
  }));
  const rows: (typeof placed)[] = [];
  for (const each of placed.sort((one, other) => one.y - other.y)) {
    const row = rows[rows.length - 1];
    const last = row?.reduce((sum, { y }) => sum + y / row.length, 0);
    if (row && last !== undefined && each.y - last < each.tall * 0.5) row.push(each);
    else rows.push([each]);
  }
  return rows.flatMap((row) => row.sort((one, other) => one.x - other.x)).map(({ corners }) => corners);
}
