import { piecesOf, type Area, type Areas } from "./areas.ts";
import { between, medianOf, spreadOf, type Raster } from "./raster.ts";

// Taken once: they are asked for at every pixel.
const { floor, hypot, max, min, sqrt } = Math;

/** Something that stands on the ground of a picture: looked for on each panel. */
export interface PictureElement {
  readonly area: Area;
  /** How clearly it stands out from what is around it (CIE76). */
  readonly contrast: number;
}

/** Elements are of so much of the picture, and stand out by so much at least. */
const [SMALLEST, LARGEST, LEAST_CONTRAST] = [0.0013, 0.16, 9];

/** What stands out on the picture of all sisters: pieces of one colour, and pieces that touch taken together. */
export function elementsIn(lab: Raster, areas: Areas, whole: number): PictureElement[] {
  const { width, height } = lab;
  const ground = groundOf(areas, width, height);
  const isOn = new Uint8Array(width * height).fill(255);
  for (let at = 0; at < isOn.length; at += 1) if (areas.colourOf[at] !== 255 && !ground[at]) isOn[at] = 1;
  const together = piecesOf(isOn, width, height, whole, SMALLEST);
  const single = areas.pieces.filter(({ places }) => !ground[places[0] ?? 0]);
  const all = [...together, ...single].filter(({ share }) => share >= SMALLEST && share <= LARGEST);
  const found: PictureElement[] = [];
  for (const area of all) {
    if (found.some((each) => isSame(each.area, area))) continue;
    const contrast = contrastOf(lab, area);
    if (contrast >= LEAST_CONTRAST) found.push({ area, contrast });
  }
  return found.sort((one, other) => other.area.share * other.contrast - one.area.share * one.contrast).slice(0, MOST_ELEMENTS);
}
const MOST_ELEMENTS = 20;

/** Large pieces of colour are the ground that things stand on. */
function groundOf({ pieces }: Areas, width: number, height: number): Uint8Array {
  const ground = new Uint8Array(width * height);
  for (const { places, share } of pieces) if (share > LARGEST) for (const at of places) ground[at] = 1;
  // Where nothing is that large, the largest piece is.
  if (!pieces.some(({ share }) => share > LARGEST)) for (const at of pieces[0]?.places ?? []) ground[at] = 1;
  return ground;
}

const isSame = (one: Area, other: Area): boolean => {
  const [a, b] = [one.box, other.box];
  const [w, h] = [min(a.right, b.right) - max(a.left, b.left), min(a.bottom, b.bottom) - max(a.top, b.top)];
  const shared = max(0, w) * max(0, h);
  return shared > 0.85 * max((a.right - a.left) * (a.bottom - a.top), (b.right - b.left) * (b.bottom - b.top)) && min(one.share, other.share) > 0.7 * max(one.share, other.share);
};

/** How far the middle colour of an area lies from the middle colour around it. */
function contrastOf({ width, height, planes }: Raster, { places }: Area): number {
  const around = ringOf(places, width, height, 3);
  return hypot(...planes.map((plane) => medianOf([...places].map((at) => plane[at] ?? 0)) - medianOf(around.map((at) => plane[at] ?? 0))));
}

/** Pixels up to `reach` around some others. */
export function ringOf(places: Int32Array | readonly number[], width: number, height: number, reach: number): number[] {
  const own = new Set<number>(places);
  const ring = new Set<number>();
  for (const at of own) {
    const [x, y] = [at % width, floor(at / width)];
    for (const [dx, dy] of [
      [-reach, 0],
      [reach, 0],
      [0, -reach],
      [0, reach],
    ] as const) {
      const [u, v] = [x + dx, y + dy];
      const next = v * width + u;
      if (u >= 0 && v >= 0 && u < width && v < height && !own.has(next)) ring.add(next);
    }
  }
  return [...ring];
}

/** How an element is found on one panel. */
export interface ElementSighting {
  /** Where it lies: pixels from where its sisters have it. */
  readonly dx: number;
  readonly dy: number;
  /** How much of it is there, where it lies at best: 1 all, 0 nothing. */
  readonly there: number;
  /** The same near its own place. */
  readonly near: number;
  /** Where else its colours stand that do not stand there on its sisters, and how much of it: 0 none, 1 all. */
  readonly elsewhere: { readonly dx: number; readonly dy: number; readonly much: number };
}

/** So far an element is looked for, and so far off it is still in its place, in shares of the width. */
const [FAR, NEAR] = [0.13, 0.022];
const SAMPLES = 90;

/** Looks for an element on a panel: its patch is laid at each place around its own, contrast against contrast (sum of squared differences). */
export function sightingOf(element: PictureElement, middle: Raster, panel: Raster, level: readonly number[]): ElementSighting {
  const { area } = element;
  const { width, height } = middle;
  const ring = ringOf(area.places, width, height, 3);
  const all = [...area.places, ...ring];
  const step = max(1, floor(all.length / SAMPLES));
  const some = all.filter((_, index) => index % step === 0);
  const spots = spotsOf(some, width);
  const [own, patch] = [new Float32Array(some.length * 3), new Float32Array(some.length * 3)];
  readPatch(own, spots, middle, 0, 0);
  const energy = own.reduce((sum, value) => sum + value * value, 0) + some.length * 2;
  const matchAt = (raster: Raster, dx: number, dy: number): number => {
    readPatch(patch, spots, raster, dx, dy);
    // A paler or darker one is still there: the best factor between a half and double is allowed.
    let [dot, square] = [0, 0];
    for (let index = 0; index < own.length; index += 1) {
      const value = patch[index] ?? 0;
      dot += (own[index] ?? 0) * value;
      square += value * value;
    }
    const factor = max(0.5, min(2, dot / (square + 1e-6)));
    const left = energy - some.length * 2 - 2 * factor * dot + factor * factor * square;
    return 1 - left / energy;
  };
  const reach = NEAR * width;
  const [far, stride] = [Math.ceil(2 * reach), max(1, Math.round(width * 0.009))];
  let best = { dx: 0, dy: 0, match: matchAt(panel, 0, 0) };
  let near = best.match;
  for (let dy = -far; dy <= far; dy += stride)
    for (let dx = -far; dx <= far; dx += stride) {
      const match = matchAt(panel, dx, dy);
      if (hypot(dx, dy) <= reach) near = max(near, match);
      // Its like may stand there on every panel: farther off it has to be clearly better.
      if (match > best.match + (hypot(dx, dy) <= reach ? 0 : 0.1)) best = { dx, dy, match };
    }
  for (let size = stride / 2; size >= 0.5; size /= 2)
    for (const [sx, sy] of [
      [-1, 0],
      [1, 0],
      [0, -1],
      [0, 1],
      [-1, -1],
      [1, 1],
      [-1, 1],
      [1, -1],
    ] as const) {
      const [dx, dy] = [best.dx + sx * size, best.dy + sy * size];
      const match = matchAt(panel, dx, dy);
      if (match > best.match) best = { dx, dy, match };
      if (hypot(dx, dy) <= reach) near = max(near, match);
    }
  return { dx: best.dx, dy: best.dy, there: best.match, near, elsewhere: elsewhereOf(element, middle, panel, level) };
}

/** Looks for an element's own colours where its sisters have others. @param level what all of the panel differs by, taken off */
function elsewhereOf({ area, contrast }: PictureElement, middle: Raster, panel: Raster, level: readonly number[]): ElementSighting["elsewhere"] {
  const { width, height } = middle;
  const step = max(1, floor(area.places.length / 45));
  const { xs, ys } = spotsOf(
    [...area.places].filter((_, index) => index % step === 0),
    width,
  );
  const most = max(10, contrast);
  const [far, near, stride] = [Math.round(FAR * width), NEAR * width, max(1, Math.round(width * 0.016))];
  const [l0 = 0, l1 = 0, l2 = 0] = level;
  const [mL, mA, mB] = middle.planes;
  const [pL, pA, pB] = panel.planes;
  const muchAt = (dx: number, dy: number): number => {
    let sum = 0;
    for (let index = 0; index < xs.length; index += 1) {
      const [x, y] = [xs[index] ?? 0, ys[index] ?? 0];
      const home = y * width + x;
      const [u, v] = [x + dx < 0 ? 0 : x + dx >= width ? width - 1 : x + dx, y + dy < 0 ? 0 : y + dy >= height ? height - 1 : y + dy];
      const at = v * width + u;
      const [hL, hA, hB] = [mL[home] ?? 0, mA[home] ?? 0, mB[home] ?? 0];
      const usual = distance((mL[at] ?? 0) - hL, (mA[at] ?? 0) - hA, (mB[at] ?? 0) - hB);
      const now = distance((pL[at] ?? 0) - l0 - hL, (pA[at] ?? 0) - l1 - hA, (pB[at] ?? 0) - l2 - hB);
      sum += (usual < most ? usual : most) - (now < most ? now : most);
    }
    return sum / xs.length / most;
  };
  let best = { dx: 0, dy: 0, much: 0 };
  const tried = (dx: number, dy: number): void => {
    if (hypot(dx, dy) <= near) return;
    const much = muchAt(dx, dy);
    if (much > best.much) best = { dx, dy, much };
  };
  for (let dy = -far; dy <= far; dy += stride) for (let dx = -far; dx <= far; dx += stride) tried(dx, dy);
  const { dx, dy } = best;
  for (const sy of [-1, 0, 1]) for (const sx of [-1, 0, 1]) tried(dx + sx, dy + sy);
  return best;
}

const distance = (x: number, y: number, z: number): number => sqrt(x * x + y * y + z * z);

interface Spots {
  readonly xs: Int32Array;
  readonly ys: Int32Array;
}
const spotsOf = (some: readonly number[], width: number): Spots => ({ xs: Int32Array.from(some, (at) => at % width), ys: Int32Array.from(some, (at) => floor(at / width)) });

/** The patch of some pixels moved by so much, each channel less its mean. */
function readPatch(patch: Float32Array, { xs, ys }: Spots, { width, height, planes }: Raster, dx: number, dy: number): void {
  const count = xs.length;
  const isWhole = Number.isInteger(dx) && Number.isInteger(dy);
  for (let channel = 0; channel < 3; channel += 1) {
    const plane = planes[channel as 0 | 1 | 2];
    const from = channel * count;
    let sum = 0;
    for (let index = 0; index < count; index += 1) {
      const [x, y] = [(xs[index] ?? 0) + dx, (ys[index] ?? 0) + dy];
      const value = isWhole ? (plane[(y < 0 ? 0 : y >= height ? height - 1 : y) * width + (x < 0 ? 0 : x >= width ? width - 1 : x)] ?? 0) : between(plane, width, height, x, y);
      patch[from + index] = value;
      sum += value;
    }
    const mean = sum / count;
    for (let index = 0; index < count; index += 1) patch[from + index] = (patch[from + index] ?? 0) - mean;
  }
}

/** What is usual of an element among sisters. */
export function usualSighting(all: readonly ElementSighting[]): {
  readonly dx: number;
  readonly dy: number;
  readonly near: number;
  readonly wander: number;
  readonly nearSpread: number;
} {
  const [dx, dy] = [medianOf(all.map((each) => each.dx)), medianOf(all.map((each) => each.dy))];
  const near = medianOf(all.map((each) => each.near));
  return {
    dx,
    dy,
    near,
    wander: spreadOf(
      all.map((each) => hypot(each.dx - dx, each.dy - dy)),
      0,
    ),
    nearSpread: spreadOf(
      all.map((each) => each.near),
      near,
    ),
  };
}
