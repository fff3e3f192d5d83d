import type { Safety } from "@yule/core";
import type { NeedView } from "./needView.ts";
import type { PlannedSeason } from "./plannedSeason.ts";

/** A need with what the plan says of it, once there is one. */
export interface NeedRow {
  readonly view: NeedView;
  readonly safety: Safety;
  readonly lateDays: number;
  readonly chance: number | null;
  readonly by: readonly [number, number, number] | null;
}

export function rowOf(view: NeedView, latest: PlannedSeason | null): NeedRow {
  // While the search still goes on, what it has not placed yet is not called late.
  const planned = latest?.settled ? latest : null;
  const finish = planned?.answer.plan.needs.find((each) => each.id === view.need.id);
  const odds = planned?.odds?.needs.find((each) => each.id === view.need.id) ?? null;
  // What is ready to be posted has no work in the plan; its day alone counts.
  if (!finish) return { view, safety: view.outlook.safety, lateDays: 0, chance: null, by: null };
  const safety = finish.lateDays > 0 ? "cannot" : odds && odds.chance < CALM ? "tight" : odds ? "safe" : view.outlook.safety === "cannot" ? "tight" : view.outlook.safety;
  return { view, safety, lateDays: finish.lateDays, chance: odds?.chance ?? null, by: odds?.by ?? null };
}

/** Odds from which on a need is called safe. */
const CALM = 0.8;
