import type { Layout, PlacedPiece, Rect } from "./model.ts";

/** Layouts that are cut alike, whoever their pieces are for: `layout` counts all of them, `variants` say what the pieces are. */
export interface AlikeLayouts {
  readonly layout: Layout;
  readonly variants: readonly { readonly times: number; readonly pieces: readonly PlacedPiece[] }[];
}

/** A rectangle by where it lies and how large it is. */
export const placeOf = ({ x, y, width, height }: Rect): string => `${String(x)} ${String(y)} ${String(width)} ${String(height)}`;

/** The same for layouts that are cut alike. */
export const layoutKey = ({ sheet, pieces }: Pick<Layout, "sheet" | "pieces">): string => `${sheet}|${pieces.map(placeOf).sort().join("|")}`;

/** Puts layouts of one sheet with the same pieces in the same places together, most sheets first. */
export function alikeLayouts(layouts: readonly Layout[]): AlikeLayouts[] {
  const groups = new Map<string, Layout[]>();
  for (const layout of layouts) {
    const key = layoutKey(layout);
    const group = groups.get(key);
    if (group) group.push(layout);
    else groups.set(key, [layout]);
  }
  return [...groups.values()]
    .flatMap((group) =>
      group
        .slice(0, 1)
        .map((first) => ({ layout: { ...first, times: group.reduce((sum, each) => sum + each.times, 0) }, variants: group.map(({ times, pieces }) => ({ times, pieces })) })),
    )
    .sort((a, b) => b.layout.times - a.layout.times);
}

/** What the pieces of one sheet are for, each with its count, in the order they stand. */
export function piecesFor(pieces: readonly PlacedPiece[]): { readonly panel: string; readonly count: number }[] {
  const counts = new Map<string, number>();
  for (const piece of pieces) counts.set(piece.panel, (counts.get(piece.panel) ?? 0) + 1);
  return [...counts].map(([panel, count]) => ({ panel, count }));
}
