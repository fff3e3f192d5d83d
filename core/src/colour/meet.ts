import type { Film } from "./layers.ts";
import { mudForecast, type MudForecast, type Verdict } from "./mud.ts";

/** What is done so that two paints that meet stay clean. */
export type Cure = "none" | "dry between" | "dry between and swap" | "white gap";

export interface Meeting {
  /** Touching while wet, half and half. */
  readonly wet: MudForecast;
  /** The later over the earlier, dry. */
  readonly glaze: MudForecast;
  /** The earlier over the later, dry. */
  readonly swapped: MudForecast;
  readonly cure: Cure;
}

const WORSE: Readonly<Record<Verdict, number>> = { clean: 0, dull: 1, mud: 2 };

/** Two paints that meet on a panel, told in the order they are painted, and the least that keeps them clean. */
export function meeting(earlier: Film, later: Film): Meeting {
  const [wet, glaze, swapped] = [mudForecast(earlier, later, "wet"), mudForecast(earlier, later, "glaze"), mudForecast(later, earlier, "glaze")];
  return { wet, glaze, swapped, cure: cureOf(WORSE[wet.verdict], WORSE[glaze.verdict], WORSE[swapped.verdict]) };
}

/** Drying helps only where the glaze is better than the touch; otherwise nothing but a gap does. */
function cureOf(wet: number, glaze: number, swapped: number): Cure {
  if (wet === 0) return "none";
  if (glaze < wet && glaze <= swapped) return "dry between";
  return swapped < wet ? "dry between and swap" : "white gap";
}
