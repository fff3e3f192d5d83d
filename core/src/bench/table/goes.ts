import type { TableStage } from "./table.ts";

type Pair = Pick<TableStage, "hands" | "dry" | "setup" | "within">;

/** More panels than lie on any board. */
const MOST = 1_000;

/**
 * How many panels can go through a stage in a row when the next must begin on each while it is wet: the first has to be caught before its
 * window closes, though the last is still being laid; and the last, though those before it are caught first.
 * @returns 0 where not even one panel alone can be caught, since setting up takes longer than the window; Infinity where no window limits it
 */
export function mostPerGo(layer: Pair, next: Pair): number {
  if (next.within === null) return Infinity;
  let panels = 0;
  while (panels < MOST && isCaught(layer, next, next.within, panels + 1)) panels += 1;
  return panels >= MOST ? Infinity : panels;
}

function isCaught(layer: Pair, next: Pair, within: number, panels: number): boolean {
  let free = panels * layer.hands + next.setup;
  for (let panel = 1; panel <= panels; panel += 1) {
    const ready = panel * layer.hands + layer.dry;
    const start = Math.max(free, ready);
    if (start > ready + within) return false;
    free = start + next.hands;
  }
  return true;
}

/** Panels that one mixing serves in a stage before it has thickened; at least one. @param lasts minutes a puddle stays as it is */
export const mostPerPuddle = (stage: Pick<TableStage, "hands">, lasts: number): number => Math.max(1, Math.floor(lasts / Math.max(0.1, stage.hands)));
