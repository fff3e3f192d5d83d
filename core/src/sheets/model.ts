import type { Length } from "../measure/length.ts";
import type { Money } from "../measure/money.ts";
import type { Proof } from "./proof.ts";

/** A kind of sheet on the shelf. `count` null means as many as wanted. */
export interface Sheet {
  readonly id: string;
  readonly width: Length;
  readonly height: Length;
  readonly count: number | null;
  readonly cost: Money;
}

/** Panels of one size. `turn` allows them to be turned by a quarter. */
export interface WantedPanel {
  readonly id: string;
  readonly width: Length;
  readonly height: Length;
  readonly count: number;
  readonly turn: boolean;
}

export type SplitMethod = "cut" | "fold" | "tape";

/**
 * `edge` is lost on every side of a sheet, `gap` between neighbouring pieces only: not at the rim, not beside an offcut.
 * `thirds` lets a fold make three.
 */
export interface SplitJob {
  readonly sheets: readonly Sheet[];
  readonly panels: readonly WantedPanel[];
  readonly edge: Length;
  readonly gap: Length;
  readonly method: SplitMethod;
  readonly thirds: boolean;
}

/** A rectangle on a sheet, from its top left corner. */
export interface Rect {
  readonly x: Length;
  readonly y: Length;
  readonly width: Length;
  readonly height: Length;
}

/** A piece as placed: its width and height are after any turn. `panel` is the id of what it is for. */
export interface PlacedPiece extends Rect {
  readonly panel: string;
}

/**
 * One straight parting from edge to edge of what is in the hand. Axis x: the line stands at x = `at` and runs from
 * y = `from` to y = `to`.
 */
export interface Cut {
  readonly axis: "x" | "y";
  readonly at: Length;
  readonly from: Length;
  readonly to: Length;
}

/** One way of splitting one sheet, done `times` times. Cuts are in the order of the work. */
export interface Layout {
  readonly sheet: string;
  readonly times: number;
  readonly pieces: readonly PlacedPiece[];
  readonly cuts: readonly Cut[];
  readonly offcuts: readonly Rect[];
}

/**
 * `lowerBound` is a true bound on the cost of any answer that places as many pieces as possible. `proven` holds only
 * where the cost equals it and no answer places more.
 */
export interface Split {
  readonly layouts: readonly Layout[];
  readonly unplaced: readonly { readonly panel: string; readonly count: number }[];
  readonly sheetsUsed: number;
  readonly cost: Money;
  readonly lowerBound: Money;
  readonly proven: boolean;
  /** How it is proven. */
  readonly proof?: Proof;
}

/**
 * Where pieces of one sheet stand, in the grown measure: the sheet without its edges and every piece are one gap
 * larger in both directions, so that pieces that touch there lie exactly a gap apart on the sheet.
 */
export interface Pattern {
  readonly sheet: number;
  readonly spots: readonly Spot[];
  /** Folds or gutters that belong to the pattern; cut patterns leave it to `partings`. */
  readonly partings?: readonly Parting[];
}

export interface Spot {
  readonly panel: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A parting in the grown measure. */
export interface Parting {
  readonly axis: "x" | "y";
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** Some pieces of one panel of the job. */
export interface WantedPiece {
  readonly panel: number;
  readonly count: number;
}

/** A way of splitting, as the search sees it. All values and demands have one entry per panel of the job. */
export interface Splitter {
  /**
   * The pattern of most value, each panel counted as often as it fits.
   * @returns `bound`, which no pattern on this sheet exceeds, and a pattern that is often as good
   */
  readonly best: (sheet: number, values: readonly number[]) => { readonly pattern: Pattern; readonly bound: number };
  /** The most pieces of one panel that a sheet gives, or null where that is not quickly found. */
  readonly alone?: (sheet: number, panel: number) => Pattern | null;
  /** Patterns within what is still demanded, by several rules of thumb; `variant` picks one and any number is valid. */
  readonly fill: (sheet: number, demand: readonly number[], variant: number) => Pattern;
  readonly variants: number;
  /** A pattern within what is still demanded, laid by chance. Methods without it are not improved sheet by sheet. */
  readonly shuffled?: (sheet: number, wanted: readonly WantedPiece[], random: () => number) => Pattern;
  /**
   * Every pattern that could matter, so that whole numbers of them decide the job; null when there are too many.
   * @param slack patterns that leave more than this area unused do not matter
   * @param share of the work that it may take
   */
  readonly every?: (demand: readonly number[], slack: number, stop: () => boolean, share?: number) => readonly Pattern[] | null;
  /**
   * All that is wanted laid on exactly these sheets, which it fills wholly or nearly; null when that was not found.
   * @param sheets kinds, in the order in which they are filled
   * @param slack area that they have more than is wanted
   */
  readonly full?: (demand: readonly number[], sheets: readonly number[], slack: number, random: () => number, stop: () => boolean) => readonly Pattern[] | null;
}

/** The grown inner size of a sheet; negative when the edges leave nothing. */
export const grown = (job: SplitJob, sheet: Sheet): { readonly width: number; readonly height: number } => ({
  width: sheet.width - 2 * job.edge + job.gap,
  height: sheet.height - 2 * job.edge + job.gap,
});

/** A sheet of the job by its place, which a pattern names. */
export function sheetAt(job: SplitJob, sheet: number): Sheet {
  const found = job.sheets[sheet];
  if (!found) throw new Error(`no sheet ${String(sheet)}`);
  return found;
}

/** The ways a panel may lie, in the grown measure: one, or two when it may be turned and is not square. */
export function turns(job: SplitJob, panel: WantedPanel): readonly { readonly width: number; readonly height: number }[] {
  const upright = { width: panel.width + job.gap, height: panel.height + job.gap };
  if (!panel.turn || panel.width === panel.height) return [upright];
  return [upright, { width: upright.height, height: upright.width }];
}

/** How often each panel stands in a pattern. */
export function countsOf(pattern: Pattern, panels: number): number[] {
  const counts = new Array<number>(panels).fill(0);
  for (const spot of pattern.spots) counts[spot.panel] = (counts[spot.panel] ?? 0) + 1;
  return counts;
}

/** The pattern without the pieces that nobody needs. Their room becomes offcut. */
export function within(pattern: Pattern, demand: readonly number[]): Pattern {
  const left = [...demand];
  const spots = pattern.spots.filter((spot) => {
    const remaining = left[spot.panel] ?? 0;
    left[spot.panel] = remaining - 1;
    return remaining > 0;
  });
  return spots.length === pattern.spots.length ? pattern : { ...pattern, spots };
}
