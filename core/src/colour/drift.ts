import { differenceOf } from "./difference.ts";
import { labOfXyz, lchOfLab, xyzOfRgb, byteOf, linearOf, type Lab, type Spectrum } from "./light.ts";
import { labOfMix, MOST_PARTS, type Mix } from "./mix.ts";
import { onePart, type ShelfPaint } from "./shelf.ts";

export type Rgb = readonly [number, number, number];

/** What a usual grey card gives back. */
export const GREY_CARD = 0.18;
/** A sheet of cotton paper, where no grey card lies on it. */
const PAPER = 0.86;

/**
 * Colours of a photo as they are in daylight, by a patch whose reflectance is known: each channel is scaled so that the patch comes out grey
 * (von Kries 1902, on linear light), and so bright as it should be.
 * @param patch as photographed, 0 to 255 @param reflects what the patch gives back, 0 to 1
 */
export function balancedBy(patch: Rgb, reflects = GREY_CARD): (colour: Rgb) => Rgb {
  const gains = patch.map((byte) => reflects / Math.max(0.004, linearOf(Math.round(byte)))) as unknown as Rgb;
  return (colour) => colour.map((byte, channel) => byteOf(linearOf(Math.round(byte)) * (gains[channel] ?? 1))) as unknown as Rgb;
}

/** Where no grey patch lies on a photo, its bare paper is taken for what paper usually gives back. */
export const balancedByPaper = (paper: Rgb): ((colour: Rgb) => Rgb) => balancedBy(paper, PAPER);

/** A colour of 0 to 255 each, also a mean that is no whole byte. */
export const labOfRgb = ([red, green, blue]: Rgb): Lab => labOfXyz(xyzOfRgb(Math.round(red), Math.round(green), Math.round(blue)));

/** Less than this nobody sees; more than that the cards look like two kinds. */
const [SAME, OTHER] = [1.5, 4];

export interface Drift {
  readonly difference: number;
  readonly verdict: "same" | "a little" | "drifted";
  /** How the last differs from the first, in words, the largest first. */
  readonly says: readonly string[];
  /** What brings the puddle nearest to what it was; nothing where it has not drifted or nothing helps. */
  readonly add: { readonly what: "water" | number; readonly parts: number; readonly leaves: number } | null;
}

/** Parts that are tried on top of a puddle of some dozen parts. */
const ADDED = [0.5, 1, 1.5, 2, 3, 4, 6] as const;

/**
 * Whether the last panel of a batch has drifted from the first, and what to add to the puddle.
 * @param mix the puddle's recipe, where it is known: what helps is then reckoned on it, from how the last looks
 */
export function driftOf(first: Lab, last: Lab, puddle: { readonly mix: Mix; readonly shelf: readonly ShelfPaint[]; readonly paper?: Spectrum } | null): Drift {
  const difference = differenceOf(first, last);
  const verdict = difference < SAME ? "same" : difference < OTHER ? "a little" : "drifted";
  return { difference, verdict, says: verdict === "same" ? [] : changesOf(first, last), add: puddle && verdict !== "same" ? additionFor(first, last, puddle) : null };
}

function changesOf(first: Lab, last: Lab): readonly string[] {
  const [a, b] = [lchOfLab(first), lchOfLab(last)];
  const turned = (((b.h - a.h + 540) % 360) - 180) * (Math.PI / 180) * ((a.C + b.C) / 2);
  const warmer = last[1] + last[2] > first[1] + first[2];
  return [
    { much: b.L - a.L, says: b.L > a.L ? "paler" : "darker" },
    { much: b.C - a.C, says: b.C > a.C ? "stronger" : "duller" },
    { much: turned, says: warmer ? "warmer" : "cooler" },
  ]
    .filter(({ much }) => Math.abs(much) > 1)
    .sort((x, y) => Math.abs(y.much) - Math.abs(x.much))
    .map(({ says }) => says);
}

function additionFor(first: Lab, last: Lab, { mix, shelf, paper }: { readonly mix: Mix; readonly shelf: readonly ShelfPaint[]; readonly paper?: Spectrum }): Drift["add"] {
  const films = shelf.map(onePart);
  const total = mix.parts.reduce((sum, { parts }) => sum + parts, 0);
  const times = Math.max(1, Math.round(MOST_PARTS / total));
  const puddle: Mix = { parts: mix.parts.map((each) => ({ ...each, parts: each.parts * times })), water: mix.water * times };
  const now = labOfMix(puddle, films, paper);
  const moved = (next: Mix): number => {
    const then = labOfMix(next, films, paper);
    return differenceOf(first, [last[0] + then[0] - now[0], last[1] + then[1] - now[1], last[2] + then[2] - now[2]]);
  };
  const trials = ADDED.flatMap((parts) => [
    { what: "water" as const, parts: parts * 2, leaves: moved({ ...puddle, water: puddle.water + parts * 2 }) },
    ...puddle.parts.map(({ paint }) => ({
      what: paint,
      parts,
      leaves: moved({ ...puddle, parts: puddle.parts.map((each) => (each.paint === paint ? { ...each, parts: each.parts + parts } : each)) }),
    })),
  ]);
  const best = trials.reduce((low, each) => (each.leaves < low.leaves ? each : low));
  return best.leaves < differenceOf(first, last) - 0.5 ? best : null;
}
