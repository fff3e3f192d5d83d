import { over, stronger, WHITE_PAPER, type Film } from "../layers.ts";
import { labOf, labOfXyz, rgbOfXyz, xyzOfLab, xyzOfRgb, type Lab, type Spectrum } from "../light.ts";

/** A picture as the browser hands it over: red, green, blue and opacity, 0 to 255. */
export interface PicturePixels {
  readonly data: Uint8ClampedArray | Uint8Array;
  readonly width: number;
  readonly height: number;
}

/** Labels beside the numbers of paints. */
export const BARE = 255;
export const OTHER = 254;

/** A picture taken apart: which paint lies at each pixel, and how thick. */
export interface PictureLayers {
  readonly width: number;
  readonly height: number;
  /** Number of a paint, BARE paper or something OTHER (ink, white on top). */
  readonly labels: Uint8Array;
  /** Place in THICKNESSES. */
  readonly thick: Uint8Array;
  readonly lab: Float32Array;
  /** Share of the panel that each paint covers, and its mean thickness in everyday washes. */
  readonly areas: readonly { readonly share: number; readonly load: number }[];
  /** Pixels where two paints lie side by side, as shares of the picture's width; the longest first. */
  readonly touching: readonly { readonly a: number; readonly b: number; readonly along: number }[];
  /** Whether some of it was see-through, and taken for bare paper. */
  readonly wasTransparent: boolean;
}

/** Thicknesses that a pixel may have, in everyday washes. */
const THICKNESSES = [0.08, 0.15, 0.25, 0.4, 0.6, 0.85, 1.2, 1.7, 2.4] as const;
/** A pixel farther than this from all that its paints can be is something else. */
const NO_PAINT = 34;
const PAPER = { light: 91, chroma: 8 };
/** Two paints that touch along less than this share of the picture's width do so by chance of a brush. */
const LEAST_TOUCH = 0.04;

/** Which paint lies where on a picture: each pixel is compared with every paint of the design at every thickness, on its paper. */
export function takenApart({ data, width, height }: PicturePixels, films: readonly Film[], paper: Spectrum = WHITE_PAPER): PictureLayers {
  const tints = films.flatMap((film) => THICKNESSES.map((thickness) => labOf(over(stronger(film, thickness), paper))));
  const many = width * height;
  const [labels, thick, lab] = [new Uint8Array(many), new Uint8Array(many), new Float32Array(many * 3)];
  let wasTransparent = false;
  for (let pixel = 0; pixel < many; pixel += 1) {
    const at = pixel * 4;
    const opacity = (data[at + 3] ?? 255) / 255;
    if (opacity < 0.98) wasTransparent = true;
    const onPaper = (value: number): number => value * opacity + 250 * (1 - opacity);
    const here = labOfXyz(xyzOfRgb(Math.round(onPaper(data[at] ?? 0)), Math.round(onPaper(data[at + 1] ?? 0)), Math.round(onPaper(data[at + 2] ?? 0))));
    lab.set(here, pixel * 3);
    const best = here[0] > PAPER.light && Math.hypot(here[1], here[2]) < PAPER.chroma ? -1 : nearestTint(here, tints);
    labels[pixel] = best === -1 ? BARE : best === -2 ? OTHER : Math.floor(best / THICKNESSES.length);
    thick[pixel] = best < 0 ? 0 : best % THICKNESSES.length;
  }
  return { width, height, labels, thick, lab, wasTransparent, areas: areasOf(labels, thick, films.length), touching: touchingOf(labels, width, height, films.length) };
}

function nearestTint(here: Lab, tints: readonly Lab[]): number {
  let [best, least] = [-2, NO_PAINT ** 2];
  for (let index = 0; index < tints.length; index += 1) {
    const tint = tints[index] as Lab;
    // Hue and chroma tell a paint from another; lightness is what thickness changes.
    const away = 0.6 * (here[0] - tint[0]) ** 2 + (here[1] - tint[1]) ** 2 + (here[2] - tint[2]) ** 2;
    if (away < least) [best, least] = [index, away];
  }
  return best;
}

function areasOf(labels: Uint8Array, thick: Uint8Array, many: number): PictureLayers["areas"] {
  const [pixels, loads] = [new Float64Array(many), new Float64Array(many)];
  labels.forEach((label, pixel) => {
    if (label >= many) return;
    pixels[label] = (pixels[label] ?? 0) + 1;
    loads[label] = (loads[label] ?? 0) + (THICKNESSES[thick[pixel] ?? 0] ?? 1);
  });
  return Array.from({ length: many }, (_, paint) => ({ share: (pixels[paint] ?? 0) / Math.max(1, labels.length), load: (loads[paint] ?? 0) / Math.max(1, pixels[paint] ?? 0) }));
}

function touchingOf(labels: Uint8Array, width: number, height: number, many: number): PictureLayers["touching"] {
  const edges = new Float64Array(many * many);
  // Two pixels on, so that a row of mixed pixels at a soft edge does not hide the neighbours.
  const STEP = 2;
  const meet = (one: number, other: number): void => {
    if (one >= many || other >= many || one === other) return;
    const at = Math.min(one, other) * many + Math.max(one, other);
    edges[at] = (edges[at] ?? 0) + 1 / STEP;
  };
  for (let y = 0; y + STEP < height; y += 1) {
    for (let x = 0; x + STEP < width; x += 1) {
      const here = labels[y * width + x] ?? BARE;
      meet(here, labels[y * width + x + STEP] ?? BARE);
      meet(here, labels[(y + STEP) * width + x] ?? BARE);
    }
  }
  const found = [...edges].flatMap((along, index) => (along / width >= LEAST_TOUCH ? [{ a: Math.floor(index / many), b: index % many, along: along / width }] : []));
  return found.sort((a, b) => b.along - a.along);
}

/**
 * The picture painted with other paints: every pixel keeps its thickness and its own grain, and the new paint is laid as thick as keeps it as light.
 * @param films in the place of those it was taken apart with; null for one that stays
 */
export function repainted(layers: PictureLayers, before: readonly Film[], films: readonly (Film | null)[], paper: Spectrum = WHITE_PAPER): Uint8ClampedArray<ArrayBuffer> {
  const tintsOf = (film: Film): Lab[] => THICKNESSES.map((thickness) => labOf(over(stronger(film, thickness), paper)));
  const moves = before.map((old, paint): Lab[] | null => {
    const fresh = films[paint];
    const tints = fresh ? tintsOf(fresh) : null;
    return (
      tints &&
      tintsOf(old).map((tint, thickness): Lab => {
        const next = lighterLike(tint[0], tints, thickness);
        return [next[0] - tint[0], next[1] - tint[1], next[2] - tint[2]];
      })
    );
  });
  const { labels, thick, lab } = layers;
  const out = new Uint8ClampedArray(labels.length * 4);
  for (let pixel = 0; pixel < labels.length; pixel += 1) {
    const paint = labels[pixel] ?? BARE;
    const move = moves[paint]?.[thick[pixel] ?? 0];
    out.set([...rgbOfLab([(lab[pixel * 3] ?? 0) + (move?.[0] ?? 0), (lab[pixel * 3 + 1] ?? 0) + (move?.[1] ?? 0), (lab[pixel * 3 + 2] ?? 0) + (move?.[2] ?? 0)]), 255], pixel * 4);
  }
  return out;
}

/** A thin dark wash stands for a thick light one: the thickness of the new paint that is nearest in lightness, and not far from the old. */
function lighterLike(L: number, tints: readonly Lab[], thickness: number): Lab {
  const score = (tint: Lab, at: number): number => Math.abs(tint[0] - L) + 1.5 * Math.abs(at - thickness);
  return tints.reduce((best, tint, at) => (score(tint, at) < score(best.tint, best.at) ? { tint, at } : best), { tint: tints[0] ?? ([0, 0, 0] as const), at: 0 }).tint;
}

const rgbOfLab = (lab: Lab): readonly [number, number, number] => rgbOfXyz(xyzOfLab(lab));

/**
 * The picture as it dries when two of its paints ran into each other where they touch: a band along their border turns into their mix.
 * @param band half its width, in pixels @param gives the colour of the mix
 */
export function runTogether(
  layers: PictureLayers,
  pairs: readonly { readonly a: number; readonly b: number; readonly gives: Lab }[],
  band: number,
): Uint8ClampedArray<ArrayBuffer> {
  const { labels, lab, width, height } = layers;
  const out = new Uint8ClampedArray(labels.length * 4);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const pixel = y * width + x;
      const here = labels[pixel] ?? BARE;
      let colour: Lab = [lab[pixel * 3] ?? 0, lab[pixel * 3 + 1] ?? 0, lab[pixel * 3 + 2] ?? 0];
      for (const { a, b, gives } of pairs) {
        if (here !== a && here !== b) continue;
        const away = awayFrom(labels, width, height, x, y, here === a ? b : a, band);
        if (away > band) continue;
        const share = 0.85 * (1 - away / (band + 1));
        colour = [colour[0] + share * (gives[0] - colour[0]), colour[1] + share * (gives[1] - colour[1]), colour[2] + share * (gives[2] - colour[2])];
      }
      out.set([...rgbOfLab(colour), 255], pixel * 4);
    }
  }
  return out;
}

/** Pixels to the nearest one of a paint, by the rings of a square. */
function awayFrom(labels: Uint8Array, width: number, height: number, x: number, y: number, paint: number, most: number): number {
  for (let ring = 1; ring <= most; ring += 1) {
    for (let step = -ring; step <= ring; step += 1) {
      const places = [
        [x + step, y - ring],
        [x + step, y + ring],
        [x - ring, y + step],
        [x + ring, y + step],
      ] as const;
      for (const [px, py] of places) if (px >= 0 && py >= 0 && px < width && py < height && labels[py * width + px] === paint) return ring;
    }
  }
  return most + 1;
}
