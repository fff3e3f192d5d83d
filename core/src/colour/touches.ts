import type { Touch } from "./mud.ts";

/** A stage in which paint is laid, in the order of the route. */
export interface PaintStage {
  /** Minutes it dries after it. */
  readonly dry: number;
  /** It has to be caught while the one before is wet. */
  readonly within: number | null;
}

/** Drying shorter than this leaves the paper damp, and paint runs. */
const DAMP_MINUTES = 10;

/**
 * Which paint is laid in which stage: one after the other, as the design names them, the last stage with all that are left.
 * @returns a stage for each paint; all 0 where the route has no stage of painting
 */
export const stagesOfPaints = (paints: number, stages: number): readonly number[] => Array.from({ length: paints }, (_, paint) => Math.max(0, Math.min(paint, stages - 1)));

/**
 * How two paints meet where they touch: wet when they are laid in one stage, or when nothing between their stages lets the paper dry;
 * else the later glazes the earlier.
 */
export function meetByRoute(earlier: number, later: number, paints: number, stages: readonly PaintStage[]): Touch {
  const laid = stagesOfPaints(paints, stages.length);
  const [from = 0, to = 0] = [laid[earlier], laid[later]];
  const between = stages.slice(from, to);
  return between.every((stage, index) => stage.dry < DAMP_MINUTES || stages[from + index + 1]?.within != null) ? "wet" : "glaze";
}
