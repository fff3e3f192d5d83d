import { stateOf, type Day, type PromiseState, t, wordsFor } from "@yule/core";
import type { NeedView } from "./needView.ts";
import type { PlannedSeason } from "./plannedSeason.ts";

/** How a need stands: by its chance, or not known before there is a plan of it. */
export type NeedStand = PromiseState | "unknown";

/** A need with what the plan says of it, once there is one. */
export interface NeedRow {
  readonly view: NeedView;
  readonly safety: NeedStand;
  readonly lateDays: number;
  readonly chance: number | null;
  readonly by: readonly [number, number, number] | null;
  /** The last day on which it may be begun, or gone on with, for the chance that the shop asks for; null where none is known, or it cannot be promised. */
  readonly begin: Day | "at once" | null;
}

/** How a need stands by the shop's plan. This is asked wherever a need is shown, so that no two screens say otherwise. */
export function rowOf(view: NeedView, planned: PlannedSeason | null): NeedRow {
  const finish = planned?.answer.plan.needs.find((each) => each.id === view.need.id);
  const odds = planned?.odds.needs.find((each) => each.id === view.need.id);
  // What is ready to be posted has no work in a plan; its day alone counts.
  if (view.stage === "to post" || view.stage === "done") return { view, safety: view.outlook.safety, lateDays: 0, chance: null, by: null, begin: null };
  if (!finish || !odds) return { view, safety: "unknown", lateDays: 0, chance: null, by: null, begin: null };
  return { view, safety: stateOf(odds.chance), lateDays: finish.lateDays, chance: odds.chance, by: odds.by, begin: planned && beginBy(view, planned, odds.chance) };
}

function beginBy({ need }: NeedView, planned: PlannedSeason, chance: number): NeedRow["begin"] {
  const start = planned.starts?.needs.find(({ id }) => id === need.id);
  if (!start || stateOf(chance) === "cannot") return null;
  return start.session === null ? "at once" : (planned.facts.sessions[start.session]?.day ?? null);
}

/** How a state is said. */
export const STAND_WORDS: Readonly<Record<NeedStand, string>> = wordsFor({
  safe: () => t`safe`,
  tight: () => t`tight`,
  "at risk": () => t`at risk`,
  cannot: () => t`cannot be promised`,
  unknown: () => t`not planned yet`,
});

/** The worst first; what is not known yet is looked at before what is safe. */
export const STAND_RANK: Readonly<Record<NeedStand, number>> = { cannot: 0, "at risk": 1, tight: 2, unknown: 3, safe: 4 };
