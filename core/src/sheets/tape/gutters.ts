import type { Length } from "../../measure/length.ts";
import type { Split, SplitJob } from "../model.ts";
import { layoutOf } from "../partings.ts";

/** The white rim that stays round every window where a taped sheet is cut through the middle of its gutters; 0 where its border is too narrow. */
export const rimOf = ({ method, edge, gap }: SplitJob): Length => (method === "tape" && edge >= half(gap) ? half(gap) : (0 as Length));

const half = (gap: Length): Length => Math.floor(gap / 2) as Length;

/**
 * A tape plan as it is cut apart through the middle of its gutters: every piece keeps half of the divider as its white rim. Without
 * this, pieces are trimmed to the paint.
 */
export function throughGutters(job: SplitJob, split: Split): { readonly job: SplitJob; readonly split: Split } {
  const rim = rimOf(job);
  if (rim === 0) return { job, split };
  const wider: SplitJob = { ...job, edge: (job.edge - rim) as Length, gap: (job.gap - 2 * rim) as Length };
  const layouts = split.layouts.map((layout) => {
    const sheet = job.sheets.findIndex((each) => each.id === layout.sheet);
    const on = job.sheets[sheet];
    // In the grown measure a piece is one gap larger, and the sheet begins inside its border.
    const spots = layout.pieces.map(({ x, y, width, height }) => ({
      panel: 0,
      x: x - rim - wider.edge,
      y: y - rim - wider.edge,
      width: width + 2 * rim + wider.gap,
      height: height + 2 * rim + wider.gap,
    }));
    const labels = layout.pieces.map((piece) => piece.panel);
    return on ? layoutOf(wider, on, { sheet, spots }, layout.times, labels) : layout;
  });
  return { job: wider, split: { ...split, layouts } };
}
