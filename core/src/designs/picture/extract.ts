import { converter, formatHex, modeLab65, modeRgb, modeXyz65, useMode } from "culori/fn";
import { clustered, far, type LabColour as Lab } from "./clusters.ts";
import type { Pixels } from "./straighten.ts";

for (const mode of [modeRgb, modeXyz65, modeLab65]) useMode(mode as typeof modeRgb);
const toLab = converter("lab65");
const toRgb = converter("rgb");

export interface PictureColour {
  readonly hex: string;
  /** Share of the picture. */
  readonly share: number;
}

const SAMPLES = 4000;
const ROUNDS = 12;
/** Colours nearer than this are one to the eye in a palette. */
const ONE_COLOUR = 9;
const LEAST_SHARE = 0.015;
/** Paper that was left white: very light and hardly coloured. */
const PAPER = { light: 90, chroma: 9 };

/**
 * The colours of a painting, the largest first, bare paper left out. Small accents are found because they lie far away.
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
  const { centres, members } = clustered(samples, { most: most * 2, apart: ONE_COLOUR, rounds: ROUNDS });
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
