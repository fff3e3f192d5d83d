import type { Layout, PlacedPiece, Sheet, SplitJob } from "./model.ts";

/**
 * How sheets are parted at the table. A tear along a ruler goes wherever a knife goes and eats what a tear eats; the job says so by
 * its gap, since nothing is lost beside a blade.
 */
export type SplitWay = "cut" | "ruler" | "fold" | "tape";
export const wayOf = ({ method, gap }: Pick<SplitJob, "method" | "gap">): SplitWay => (method === "cut" && gap > 0 ? "ruler" : method);

/** Whether what is parted this way gets soft sides. */
export const isTorn = (job: Pick<SplitJob, "method" | "gap">): boolean => wayOf(job) === "ruler" || wayOf(job) === "fold";

/** The sides of a piece that are torn: all but those that are the sheet's own edge, a deckle perhaps. */
export function softSides(job: SplitJob, sheet: Sheet, piece: PlacedPiece): number {
  if (!isTorn(job)) return 0;
  if (job.edge > 0) return 4;
  const own = [piece.x === 0, piece.y === 0, piece.x + piece.width === sheet.width, piece.y + piece.height === sheet.height];
  return 4 - own.filter(Boolean).length;
}

/** How many pieces of a layout have so many soft sides, most sides first. */
export function softnessOf(job: SplitJob, sheet: Sheet, layout: Layout): { readonly sides: number; readonly pieces: number }[] {
  const counts = new Map<number, number>();
  for (const piece of layout.pieces) {
    const sides = softSides(job, sheet, piece);
    counts.set(sides, (counts.get(sides) ?? 0) + 1);
  }
  return [...counts].map(([sides, pieces]) => ({ sides, pieces })).sort((a, b) => b.sides - a.sides);
}
