import type { Minutes } from "../../measure/minutes.ts";

/** What a stage takes of the hands and of the clock. */
export interface StageLoad {
  readonly hands: Minutes;
  readonly setup: Minutes;
  readonly dry: Minutes;
}

/** Drying so long that it must lie between two days: overnight flattening and the like. */
const OVERNIGHT = 360;
export const nightsIn = (route: readonly StageLoad[]): number => route.filter((stage, index) => stage.dry >= OVERNIGHT && index < route.length - 1).length;
