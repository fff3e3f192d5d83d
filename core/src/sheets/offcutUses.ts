import { lengthOfUnits, type Length } from "../measure/length.ts";
import { Bundles, leastWaste } from "./cut/bundles.ts";
import { spotsOf } from "./cut/frontier.ts";
import type { PieceKind } from "./cuttingJobs.ts";
import type { Rect } from "./model.ts";

/** Something that could be cut from an offcut; `most` as many as are wanted. `worth` ranks a piece among others. */
export interface PossibleUse {
  readonly what: PieceKind | "tag" | "bookmark";
  readonly name: string;
  readonly width: Length;
  readonly height: Length;
  readonly most: number;
  readonly worth: number;
}
export interface OffcutUse extends PossibleUse {
  readonly pieces: number;
  /** Where they lie. */
  readonly places: readonly Rect[];
  /** Share of the offcut that becomes pieces. */
  readonly share: number;
}

/**
 * What an offcut is good for: how many of each piece alone come out of it by straight cuts, best worth for its area first.
 * Exact: pieces of one size, turned or not, over every order of cuts.
 */
export function bestUses(offcut: { readonly width: Length; readonly height: Length }, possible: readonly PossibleUse[]): OffcutUse[] {
  return possible
    .map((use): OffcutUse => {
      const places = mostOf(offcut, use);
      const pieces = places.length;
      return { ...use, pieces, places, share: (pieces * use.width * use.height) / (offcut.width * offcut.height) };
    })
    .filter((use) => use.pieces > 0)
    .sort((a, b) => b.pieces * b.worth - a.pieces * a.worth || b.share - a.share);
}

function mostOf(offcut: { readonly width: Length; readonly height: Length }, { width, height, most }: PossibleUse): Rect[] {
  const ways =
    width === height
      ? [{ width, height }]
      : [
          { width, height },
          { width: height, height: width },
        ];
  const bundles = Bundles.of([ways], [Math.min(most, MOST_PIECES)], [offcut], Infinity, () => false);
  const last = bundles?.list[bundles.list.length - 1];
  const laid = last && leastWaste(last, offcut);
  return laid ? spotsOf(laid).map((spot) => ({ x: lengthOfUnits(spot.x), y: lengthOfUnits(spot.y), width: lengthOfUnits(spot.width), height: lengthOfUnits(spot.height) })) : [];
}

/** Nobody counts further in an offcut. */
const MOST_PIECES = 60;
