import type { BatchRead, DesignRead } from "@yule/contract";
import { minutes, unitState, type BenchFact, type LiveStage, type UnitState } from "@yule/core";
import { paintingStages } from "../season/unitsSoFar.ts";

/** The route as it is told, before anything was learned of it. */
export const liveRoute = (design: DesignRead): LiveStage[] =>
  paintingStages(design).map((stage) => ({
    id: stage.id,
    name: stage.name,
    hands: minutes(stage.hands),
    dry: minutes(stage.dry),
    within: stage.within === null ? null : minutes(stage.within),
  }));

export const factsOfBatch = (batch: BatchRead): BenchFact[] => batch.facts.map((fact) => ({ unit: fact.unitId, stage: fact.stageId, what: fact.what, at: new Date(fact.at) }));

/** What was told of each panel of a batch, by its id. */
export function factsByUnit(batch: BatchRead): ReadonlyMap<string, readonly BenchFact[]> {
  const facts = new Map<string, BenchFact[]>();
  for (const fact of factsOfBatch(batch)) {
    const own = facts.get(fact.unit);
    if (own) own.push(fact);
    else facts.set(fact.unit, [fact]);
  }
  return facts;
}

/** Every panel of a batch as it stands now; those graded already are off the bench. */
export const unitStates = (batch: BatchRead, route: readonly LiveStage[], facts: ReadonlyMap<string, readonly BenchFact[]>, now: Date): UnitState[] =>
  batch.units.filter((unit) => unit.grade === null).map((unit) => unitState(unit.id, route, facts.get(unit.id) ?? [], now));
