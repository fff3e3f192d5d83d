import { converter, formatHex, modeLab65, modeRgb, modeXyz65, useMode } from "culori/fn";
import type { Pixels } from "./straighten.ts";

for (const mode of [modeRgb, modeXyz65, modeLab65]) useMode(mode as typeof modeRgb);
const toLab = converter("lab65");
const toRgb = converter("rgb");

export interface PictureColour {
  readonly hex: string;
  /** Share of the picture. */
  readonly share: number;
}

type Lab = readonly [number, number, number];
const SAMPLES = 4000;
const ROUNDS = 12;
/** Colours nearer than this are one to the eye in a palette. */
const ONE_COLOUR = 9;
const LEAST_SHARE = 0.015;
/** Paper that was left white: very light and hardly coloured. */
const PAPER = { light: 90, chroma: 9 };

const far = (a: Lab, b: Lab): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

/**
 * The colours of a painting, the largest first, bare paper left out: k-means in CIE Lab (Lloyd 1982), begun at colours that lie
 * farthest from each other, so that the same picture gives the same palette. Small accents are found because they lie far away.
 */
export function paletteOf({ data, width, height }: Pixels, most = 6): readonly PictureColour[] {
  const step = Math.max(1, Math.floor((width * height) / SAMPLES));
  const samples: Lab[] = [];
  for (let pixel = 0; pixel < width * height; pixel += step) {
    const at = pixel * 4;
    const lab = toLab({ mode: "rgb", r: (data[at] ?? 0) / 255, g: (data[at + 1] ?? 0) / 255, b: (data[at + 2] ?? 0) / 255 });
    if (lab.l < PAPER.light || Math.hypot(lab.a, lab.b) > PAPER.chroma) samples.push([lab.l, lab.a, lab.b]);
  }
  if (samples.length === 0) return [];
  let centres = farthest(samples, most * 2);
  let members: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    members = samples.map((sample) => nearest(sample, centres));
    centres = centres.map((centre, index) => meanOf(samples.filter((_, at) => members[at] === index)) ?? centre);
  }
  const found = centres.map((centre, index) => ({ centre, share: members.filter((each) => each === index).length / samples.length })).sort((a, b) => b.share - a.share);
  const kept: { centre: Lab; share: number }[] = [];
  for (const each of found) {
    const same = kept.find((other) => far(other.centre, each.centre) < ONE_COLOUR ** 2);
    if (same) same.share += each.share;
    else kept.push({ ...each });
  }
  return kept
    .filter((each) => each.share >= LEAST_SHARE)
    .sort((a, b) => b.share - a.share)
    .slice(0, most)
    .map(({ centre: [l, a, b], share }) => ({ hex: formatHex(toRgb({ mode: "lab65", l, a, b })), share }));
}

/** Colours to begin with: the mean, then always the sample that lies farthest from all taken so far. */
function farthest(samples: readonly Lab[], most: number): Lab[] {
  const centres = [meanOf(samples) ?? ([0, 0, 0] as const)];
  const away = samples.map((sample) => far(sample, centres[0] ?? sample));
  while (centres.length < most) {
    const at = away.reduce((best, value, index) => (value > (away[best] ?? 0) ? index : best), 0);
    const next = samples[at];
    if (!next || (away[at] ?? 0) < ONE_COLOUR ** 2) break;
    centres.push(next);
    samples.forEach((sample, index) => (away[index] = Math.min(away[index] ?? Infinity, far(sample, next))));
  }
  return centres;
}

const nearest = (sample: Lab, centres: readonly Lab[]): number =>
  centres.reduce((best, centre, index) => (far(sample, centre) < far(sample, centres[best] ?? centre) ? index : best), 0);

const meanOf = (samples: readonly Lab[]): Lab | null => {
  if (samples.length === 0) return null;
  const sum = samples.reduce<[number, number, number]>((total, [l, a, b]) => [total[0] + l, total[1] + a, total[2] + b], [0, 0, 0]);
  return [sum[0] / samples.length, sum[1] / samples.length, sum[2] / samples.length];
};
