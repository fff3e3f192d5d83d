import { addDays, type Day } from "../measure/day.ts";
import type { QuickKind } from "./quickNeed.ts";

/** What decides by when the cards of a need must be made, when no post does. */
export interface ReadyTerms {
  readonly kind: QuickKind;
  readonly due: Day;
  readonly photoOn: Day | null;
  readonly liveBy: Day | null;
}

/**
 * The last day on which work on a need may end: the evening before a fair, which begins with setting up; the day a
 * listing is photographed, or must be up; else the day it is handed over.
 */
export function readyByTerms({ kind, due, photoOn, liveBy }: ReadyTerms): Day {
  if (kind === "fair") return addDays(due, -1);
  if (kind !== "shop listing") return due;
  return [photoOn, liveBy, due].flatMap((day) => (day === null ? [] : [day])).reduce((first, day) => (day < first ? day : first), due);
}
