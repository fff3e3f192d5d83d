import type { Film } from "../layers.ts";
import type { Lab, Spectrum } from "../light.ts";
import type { Mix } from "../mix.ts";

export interface Recipe extends Mix {
  readonly lab: Lab;
  /** CIEDE2000 from the wanted colour. */
  readonly difference: number;
}

export interface RecipeTask {
  /** The wanted colour, #rrggbb. */
  readonly wanted: string;
  /** One part of each paint as it comes. */
  readonly onePart: readonly Film[];
  /** The same in everyday washes. */
  readonly strengths: readonly number[];
  readonly paper?: Spectrum;
  /** A paint that has to be in it. */
  readonly with?: number;
  /** Most paints in a mix; 3 where it is not told. */
  readonly most?: 1 | 2 | 3;
  /** Whether the best are improved one change at a time; they are where it is not told. */
  readonly climbs?: boolean;
}
