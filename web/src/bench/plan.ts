import type { BatchRead, DesignRead } from "@yule/contract";
import { unitState, type BenchFact, type LiveStage, type UnitState } from "@yule/core";
import { minutes } from "@yule/core";
import { paintingStages } from "../app/needView.ts";

/** The route as it is told, before anything was learned of it. */
export const liveRoute = (design: DesignRead): LiveStage[] =>
  paintingStages(design).map((stage) => ({
    id: stage.id,
    name: stage.name,
    hands: minutes(stage.hands),
    dry: minutes(stage.dry),
    within: stage.within === null ? null : minutes(stage.within),
  }));

export const factsOf = (batch: BatchRead): BenchFact[] => batch.facts.map((fact) => ({ unit: fact.unitId, stage: fact.stageId, what: fact.what, at: new Date(fact.at) }));

/** Every panel of a batch as it stands now; those graded already are off the bench. */
export function unitStates(batch: BatchRead, route: readonly LiveStage[], now: Date): UnitState[] {
  const facts = new Map<string, BenchFact[]>();
  for (const fact of factsOf(batch)) facts.set(fact.unit, [...(facts.get(fact.unit) ?? []), fact]);
  return batch.units.filter((unit) => unit.grade === null).map((unit) => unitState(unit.id, route, facts.get(unit.id) ?? [], now));
}
