import { differenceOf } from "../difference.ts";
import { over, WHITE_PAPER, type Film } from "../layers.ts";
import { labOf, labOfLch, lchOfLab, type Lab, type Lch, type Spectrum } from "../light.ts";
import { mudForecast, type MudForecast } from "../mud.ts";

/** Why a glaze is not what one would think. */
export type Surprise = "covers" | "order matters" | "other hue" | "turns to mud" | "stays clean";

export interface GlazeCell extends MudForecast {
  readonly surprise: Surprise | null;
}

/** Chroma from which a hue can be told. */
const TELLING = 14;
const ORDER_SEEN = 12;
const OFF_THE_ARC = 40;

const WHITE = { light: 86, chroma: 9 } as const;
/** That yellow and blue give green surprises nobody. */
const isGreenMade = (a: Lch, b: Lch): boolean => [a, b].some(({ h }) => h > 60 && h < 118) && [a, b].some(({ h }) => h > 190 && h < 297);
const turn = (from: number, to: number): number => ((to - from + 540) % 360) - 180;

/**
 * Every paint over every other as it looks on a paper, dry.
 * @returns rows by the paint below, cells by the paint on top
 */
export function glazeGrid(films: readonly Film[], paper: Spectrum = WHITE_PAPER): readonly (readonly GlazeCell[])[] {
  const washes = films.map((film) => labOf(over(film, paper)));
  const cells = films.map((under) => films.map((on) => mudForecast(under, on, "glaze", paper)));
  const labs = cells.map((row) => row.map(labOfLch));
  return cells.map((row, below) =>
    row.map((cell, top): GlazeCell => ({ ...cell, surprise: below === top ? null : surpriseOf(cell, washes[below], washes[top], labs[below]?.[top], labs[top]?.[below]) })),
  );
}

function surpriseOf(cell: MudForecast, below: Lab | undefined, top: Lab | undefined, here: Lab | undefined, swapped: Lab | undefined): Surprise | null {
  if (!below || !top || !here || !swapped) return null;
  const [a, b] = [lchOfLab(below), lchOfLab(top)];
  const between = Math.abs(turn(a.h, b.h));
  // On a white every paint looks as it does on paper.
  const isWhite = a.L > WHITE.light && a.C < WHITE.chroma;
  if (!isWhite && differenceOf(here, top) < 4 && differenceOf(below, top) > 20) return "covers";
  if (a.C > TELLING && b.C > TELLING) {
    if (cell.verdict === "mud" && between < 75) return "turns to mud";
    if (cell.verdict === "clean" && between > 120 && !isGreenMade(a, b)) return "stays clean";
    // Off the shorter way round the circle from one hue to the other.
    const off = Math.max(Math.abs(turn(a.h, cell.h)), Math.abs(turn(b.h, cell.h))) - between;
    if (cell.C > TELLING && off > OFF_THE_ARC) return "other hue";
  }
  return differenceOf(here, swapped) > ORDER_SEEN ? "order matters" : null;
}
