import { minutes, type Minutes } from "../../measure/minutes.ts";

/** What a stage takes of the hands and of the clock. */
export interface StageLoad {
  readonly hands: Minutes;
  readonly setup: Minutes;
  readonly dry: Minutes;
}

/** Hands time of a route for so many units, painted stage by stage: each setup once. */
export const handsForBatch = (route: readonly StageLoad[], units: number): Minutes =>
  minutes(units === 0 ? 0 : route.reduce((sum, stage) => sum + stage.setup + stage.hands * units, 0));

/** The same, card by card: each setup again for each card. */
export const handsCardByCard = (route: readonly StageLoad[], units: number): Minutes => minutes(route.reduce((sum, stage) => sum + (stage.setup + stage.hands) * units, 0));

/** Drying so long that it must lie between two days: overnight flattening and the like. */
const OVERNIGHT = 360;
export const nightsIn = (route: readonly StageLoad[]): number => route.filter((stage, index) => stage.dry >= OVERNIGHT && index < route.length - 1).length;
