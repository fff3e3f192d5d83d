import { differenceOf } from "../difference.ts";
import { lchOfLab, type Lab, type Spectrum } from "../light.ts";
import { labOfMix, MOST_PARTS, type Mix } from "../mix.ts";
import { onePart, type ShelfPaint } from "../shelf.ts";

export const NUDGES = ["mute", "deepen", "warm", "cool", "lighten"] as const;
export type Nudge = (typeof NUDGES)[number];

export interface NudgeAnswer {
  readonly nudge: Nudge;
  /** The paint of the shelf that does it best, and the mix with it; null paint is water; null mix where nothing of the shelf does it. */
  readonly paint: number | null;
  readonly mix: Mix | null;
  readonly lab: Lab | null;
}

/** The hue that looks warmest, between red and yellow. */
const WARMEST = 55;
const turn = (from: number, to: number): number => ((to - from + 540) % 360) - 180;
const fromWarmest = (h: number): number => Math.abs(turn(WARMEST, h));

/** How well a change does what is asked: what it gains less what it spoils on the way. Above nothing it is worth telling. */
const GAINS: Readonly<Record<Exclude<Nudge, "lighten">, (before: Lab, after: Lab) => number>> = {
  // Less chroma in the same hue and lightness.
  mute: (before, after) => {
    const [b, a] = [lchOfLab(before), lchOfLab(after)];
    return b.C - a.C - 0.35 * hueStep(b.C, b.h, a.h) - 0.6 * Math.abs(a.L - b.L);
  },
  // Darker, with its colour kept.
  deepen: (before, after) => {
    const [b, a] = [lchOfLab(before), lchOfLab(after)];
    return b.L - a.L - 0.5 * hueStep(b.C, b.h, a.h) - 0.7 * Math.max(0, b.C - a.C);
  },
  warm: (before, after) => temperatureGain(before, after, 1),
  cool: (before, after) => temperatureGain(before, after, -1),
};
const hueStep = (C: number, from: number, to: number): number => (Math.abs(turn(from, to)) * Math.PI * C) / 180;

function temperatureGain(before: Lab, after: Lab, way: 1 | -1): number {
  const [b, a] = [lchOfLab(before), lchOfLab(after)];
  const turned = way * (fromWarmest(b.h) - fromWarmest(a.h));
  // A grey has no hue to turn: it warms by what it takes up.
  const gain = Math.min(hueStep(Math.max(b.C, a.C), 0, Math.max(0, turned)), 14);
  return turned <= 0 ? -1 : gain - 0.7 * Math.abs(a.L - b.L) - 0.5 * Math.max(0, b.C - a.C);
}

/** A nudge is one part beside eight, or beside four where the mix has few. */
const LEAST_GAIN = 1;

/** What one part more of a paint of the shelf does to a mix: to mute, deepen, warm, cool or lighten it. */
export function nudges(mix: Mix, shelf: readonly ShelfPaint[], paper?: Spectrum): readonly NudgeAnswer[] {
  const films = shelf.map(onePart);
  const base = scaled(mix);
  const before = labOfMix(base, films, paper);
  const tried = shelf.map((paint, index) => {
    const with1 = { ...base, parts: added(base.parts, index) };
    // What is much stronger than a pan goes in as less: the mix is made larger for it.
    const grown =
      paint.strength > 2
        ? {
            parts: added(
              base.parts.map((each) => ({ ...each, parts: each.parts * 3 })),
              index,
            ),
            water: base.water * 3,
          }
        : with1;
    return { index, mix: grown, lab: labOfMix(grown, films, paper) };
  });
  return NUDGES.map((nudge): NudgeAnswer => {
    if (nudge === "lighten") {
      const wetter = { ...base, water: Math.ceil(base.water * 1.5 * 2) / 2 };
      return { nudge, paint: null, mix: wetter, lab: labOfMix(wetter, films, paper) };
    }
    const [best] = tried.map((each) => ({ ...each, gain: GAINS[nudge](before, each.lab) })).sort((a, b) => b.gain - a.gain);
    return best && best.gain > LEAST_GAIN && differenceOf(best.lab, before) > LEAST_GAIN
      ? { nudge, paint: best.index, mix: best.mix, lab: best.lab }
      : { nudge, paint: null, mix: null, lab: null };
  });
}

const added = (parts: Mix["parts"], paint: number): Mix["parts"] =>
  parts.some((each) => each.paint === paint) ? parts.map((each) => (each.paint === paint ? { ...each, parts: each.parts + 1 } : each)) : [...parts, { paint, parts: 1 }];

/** A mix made larger until one part more is a nudge and not a shove. */
function scaled(mix: Mix): Mix {
  const total = mix.parts.reduce((sum, each) => sum + each.parts, 0);
  const times = Math.max(1, Math.ceil((MOST_PARTS - 2) / total));
  return { parts: mix.parts.map((each) => ({ ...each, parts: each.parts * times })), water: mix.water * times };
}
