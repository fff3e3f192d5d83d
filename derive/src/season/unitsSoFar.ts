import type { BatchRead, DesignRead, UnitRead } from "@yule/contract";

/** The stages a panel goes through on the bench; those of assembly come after inspection. */
export const paintingStages = (design: Pick<DesignRead, "stages">) => design.stages.filter((stage) => stage.kind !== "assemble");

/** A panel with what was told of it. One that was given to a need out of the stash counts as good, however it was judged. */
export interface UnitSoFar {
  readonly unit: UnitRead;
  readonly spoilt: boolean;
  /** Stages it has gone through, or that were left out. */
  readonly through: ReadonlySet<string>;
}

/** What was told of the panels of a batch: a tap changes one batch, and the others are as they were. */
const told = new WeakMap<BatchRead, readonly UnitSoFar[]>();

export function unitsSoFar(batch: BatchRead): readonly UnitSoFar[] {
  const known = told.get(batch);
  if (known) return known;
  const [spoilt, through] = [new Set<string>(), new Map<string, Set<string>>()];
  for (const { what, unitId, stageId } of batch.facts) {
    if (what === "spoilt") spoilt.add(unitId);
    if (what !== "done" && what !== "skipped") continue;
    const own = through.get(unitId);
    if (own) own.add(stageId);
    else through.set(unitId, new Set([stageId]));
  }
  const units = batch.units.map((unit): UnitSoFar => ({
    unit: unit.servesNeedId === null ? unit : { ...unit, grade: "good" },
    spoilt: spoilt.has(unit.id),
    through: through.get(unit.id) ?? NO_STAGES,
  }));
  told.set(batch, units);
  return units;
}
const NO_STAGES: ReadonlySet<string> = new Set();
