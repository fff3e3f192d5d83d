import { OVERNIGHT, type Minutes } from "../../measure/minutes.ts";

/** What a stage takes of the hands and of the clock. */
export interface StageLoad {
  readonly hands: Minutes;
  readonly setup: Minutes;
  readonly dry: Minutes;
}

export const nightsIn = (route: readonly StageLoad[]): number => route.filter((stage, index) => stage.dry >= OVERNIGHT && index < route.length - 1).length;
