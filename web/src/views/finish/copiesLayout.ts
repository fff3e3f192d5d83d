import type { DesignRead } from "@yule/contract";
import { lengthOfUnits, stackGeometry, toMm } from "@yule/core";
import { panelOf, stackOf } from "@yule/derive";

/** Sheets that printers take, mm. */
export const PRINT_SHEETS = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;
export type PrintSheet = keyof typeof PRINT_SHEETS;
/** The rim that printers leave, the marks of the cuts, and what the foot of the sheet takes, mm. */
export const [RIM, MARK, FOOT] = [6, 4, 16];
/** Paint beyond the edge, so that a cut a little off shows no paper, mm. */
export const BLEED = 2;

/** What lies on one sheet: pieces side by side, mm from its lower left corner. */
export interface CopiesLayout {
  readonly across: number;
  readonly down: number;
  readonly width: number;
  readonly height: number;
  /** Turned, more go on a sheet. */
  readonly isTurned: boolean;
  /** From the left edge of a piece to its score; null where the piece is a panel or is not folded. */
  readonly score: number | null;
}

/** As many pieces as go on a sheet: the panel, or, where it is painted on the card itself, the base with its score. */
export function copiesLayout(design: DesignRead, sheet: PrintSheet): CopiesLayout | null {
  const { base, score, layers } = stackGeometry(stackOf(design));
  const isPanel = layers.some(({ kind }) => kind === "panel");
  const piece = isPanel ? panelOf(design) : base;
  const [width, height] = [toMm(lengthOfUnits(piece.width)), toMm(lengthOfUnits(piece.height))];
  const { width: wide, height: high } = PRINT_SHEETS[sheet];
  const fit = (side: number, piece: number): number => Math.max(0, Math.floor((side - 2 * (RIM + MARK)) / (piece + 2 * BLEED)));
  const upright = { across: fit(wide, width), down: fit(high - FOOT, height) };
  const turned = { across: fit(wide, height), down: fit(high - FOOT, width) };
  const isTurned = turned.across * turned.down > upright.across * upright.down;
  const { across, down } = isTurned ? turned : upright;
  return across * down === 0 ? null : { across, down, width, height, isTurned, score: isPanel || score === null ? null : toMm(lengthOfUnits(score)) };
}
