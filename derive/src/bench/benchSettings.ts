import { USUAL_TIRES } from "@yule/core";

/** How this device behaves at the bench. Each device has its own: the tablet beside the board chimes, the laptop does not. */
export interface BenchSettings {
  readonly chimes: boolean;
  readonly vibrates: boolean;
  /** Nothing sounds from one hour of the day to another; the same hour twice is never. */
  readonly quietFrom: number;
  readonly quietTo: number;
  readonly readsOut: boolean;
  readonly keepsAwake: boolean;
  /** The big card lies on the left, for the left hand. */
  readonly leftHanded: boolean;
  readonly heatTool: boolean;
  readonly boards: number | null;
  /** Minutes after which a hand tires of one stage; null where it never does. */
  readonly tiresAfter: number | null;
}

/** How a device behaves until it is told otherwise. */
export const USUAL_SETTINGS: BenchSettings = {
  chimes: false,
  vibrates: true,
  quietFrom: 22,
  quietTo: 7,
  readsOut: false,
  keepsAwake: true,
  leftHanded: false,
  heatTool: false,
  boards: null,
  tiresAfter: USUAL_TIRES.after,
};
