import { t } from "../words/words.ts";
import { hexOf, lchOf, type Lch, type Spectrum } from "./light.ts";
import { mixed, over, WHITE_PAPER, type Film } from "./layers.ts";

export type MudVerdict = "clean" | "dull" | "mud";
export type Touch = "wet" | "glaze";

export interface MudForecast extends Lch {
  readonly hex: string;
  /** Share of the mean chroma of the two that is gone; below 0 where it grew. */
  readonly chromaLost: number;
  readonly verdict: MudVerdict;
  readonly why: string;
}

/** Below this a colour is a neutral: black, white, grey; nothing of it can be lost. */
const NEUTRAL = 12;
const DULL_LOST = 0.42;
const MUD_LOST = 0.7;
/** Brown out of two clear colours is called mud sooner, olive out of a yellow later: leaves are painted with it. */
const BROWN = { from: 350, to: 95, lost: 0.6 };
const OLIVE = { from: 95, to: 170, lost: 0.88 };
const YELLOW = { from: 70, to: 120 };
/** However much of the chroma is kept, what is left below this looks like earth or ash. */
const MUD_CHROMA = 17;

/** What two paints give when they touch wet half and half, or when one is glazed over the other dry. */
export function mudForecast(under: Film, on: Film, how: Touch, paper: Spectrum = WHITE_PAPER): MudForecast {
  const seen =
    how === "glaze"
      ? over(on, over(under, paper))
      : over(
          mixed([
            { film: under, share: 1 },
            { film: on, share: 1 },
          ]),
          paper,
        );
  const [first, second, both] = [lchOf(over(under, paper)), lchOf(over(on, paper)), lchOf(seen)];
  const chromaLost = 1 - both.C / Math.max(1e-6, (first.C + second.C) / 2);
  const isNeutral = first.C < NEUTRAL || second.C < NEUTRAL || under.metallic === true || on.metallic === true;
  const verdict = verdictOf(first, second, both, chromaLost, isNeutral);
  return { ...both, hex: hexOf(seen), chromaLost, verdict, why: whyOf(first, second, both, verdict, isNeutral) };
}

function verdictOf(first: Lch, second: Lch, both: Lch, lost: number, isNeutral: boolean): MudVerdict {
  // A grey, a white or a metal tints and shades on purpose: what it takes is no mud, but it dulls.
  if (isNeutral) return Math.max(first.C, second.C) < NEUTRAL || both.C > 0.6 * Math.max(first.C, second.C) ? "clean" : "dull";
  const hasYellow = [first, second].some(({ h }) => h >= YELLOW.from && h < YELLOW.to);
  const isOlive = hasYellow && both.h >= OLIVE.from && both.h < OLIVE.to;
  const isBrown = both.h >= BROWN.from || both.h < BROWN.to;
  if (lost >= (isOlive ? OLIVE.lost : isBrown ? BROWN.lost : MUD_LOST) || (!isOlive && lost > 0.5 && both.C < MUD_CHROMA)) return "mud";
  return lost >= DULL_LOST ? "dull" : "clean";
}

const HUES: readonly (readonly [below: number, name: string])[] = [
  [18, "pink"],
  [48, "red"],
  [72, "orange"],
  [108, "yellow"],
  [135, "yellow green"],
  [180, "green"],
  [235, "turquoise"],
  [297, "blue"],
  [336, "purple"],
  [360, "pink"],
];
/** A hue as a painter says it. */
export function hueName({ C, h, L }: Lch): string {
  if (C < NEUTRAL) return L > 80 ? "white" : L < 27 ? "black" : "grey";
  const name = HUES.find(([below]) => h < below)?.[1] ?? "pink";
  return (name === "orange" || name === "red" || name === "yellow") && C < 38 && L < 68 ? "brown" : name;
}

function whyOf(first: Lch, second: Lch, both: Lch, verdict: MudVerdict, isNeutral: boolean): string {
  const [a, b, made] = [hueName(first), hueName(second), hueName(both)];
  const apart = Math.min(Math.abs(first.h - second.h), 360 - Math.abs(first.h - second.h));
  if (isNeutral) return verdict === "clean" ? t`a neutral with ${first.C < NEUTRAL ? b : a} leaves it ${made}` : t`a neutral takes the glow out of ${first.C < NEUTRAL ? b : a}`;
  if (verdict === "clean") return apart < 40 ? t`${a} and ${b} lie near each other and give ${made}` : t`${a} and ${b} leave a band of light that both let through: ${made}`;
  return verdict === "dull"
    ? t`${a} and ${b} take part of each other's light and leave a quiet ${made}`
    : t`${a} and ${b} take each other's light almost wholly and leave ${made === "brown" || made === "grey" || made === "black" ? made : t`a muddy ${made}`}`;
}
