import { routeStageOf, type BatchRead, type DesignRead } from "@yule/contract";
import {
  careBefore,
  dryingTime,
  handsTime,
  minutes,
  techniqueOf,
  usesPaint,
  type BenchTimes,
  type Care,
  type LearnedTime,
  type LiveStage,
  type Room,
  type TableStage,
  type SeenBatch,
  type SeenStage,
  t,
} from "@yule/core";
import { paintingStages } from "../season/unitsSoFar.ts";
import { factsOfBatch } from "./plan.ts";

const boneDry = (): Care => ({ chance: 0.95, why: t`as good as always dry by then` });

/** What nobody told otherwise is everyday wash. */
export const timedStage = (stage: DesignRead["stages"][number]): SeenStage => {
  const { technique } = routeStageOf(stage);
  const known = technique === null ? null : techniqueOf(technique);
  return { id: stage.id, hands: stage.hands, dry: stage.dry, within: stage.within, medium: known?.medium ?? stage.kind, water: known?.water ?? "little" };
};

/** What a batch has told of times, as learning takes it. */
export const timedBatch = (batch: BatchRead, { stages }: Pick<DesignRead, "stages">): SeenBatch => ({
  route: paintingStages({ stages }).map(timedStage),
  facts: factsOfBatch(batch).map((fact, index) => ({ ...fact, room: batch.facts[index]?.room ?? null })),
});

/** A stage with what was learned of it for this table. */
export interface LearnedStage {
  readonly table: TableStage;
  readonly live: LiveStage;
  readonly timed: SeenStage;
  readonly drying: LearnedTime;
  readonly hands: LearnedTime;
  /** Panels done of it before: practice. */
  readonly before: number;
  readonly care: Care;
}

/**
 * A design's route as it goes at this bench: hands as they were seen, and waits that are sure enough for what comes next.
 * @param before panels done of each stage so far, by its id
 * @param known the same route with the same times in the same air, as it was before the last taps: stages that no panel has gone through since are as they were
 */
export function learnedRoute(design: DesignRead, times: BenchTimes, room: Room | null, before: ReadonlyMap<string, number>, known: readonly LearnedStage[] = []): LearnedStage[] {
  const stages = paintingStages(design);
  return stages.map((stage, index) => {
    const practice = before.get(stage.id) ?? 0;
    const same = known[index];
    if (same?.table.id === stage.id && same.before === practice) return same;
    const timed = timedStage(stage);
    const { technique } = routeStageOf(stage);
    const next = stages[index + 1];
    const care = careBefore(next ? routeStageOf(next).technique : null);
    const drying = dryingTime(times, timed, design.paperId ?? "", room, care);
    const hands = handsTime(times, timed, practice);
    // Where the next stage needs it wet, or it lies under books, the time is the one told: it is a setting down, or a night, not a drying out.
    const isPressed = technique === "flatten";
    const dry = isPressed || (next && next.within !== null) ? stage.dry : Math.round(drying.take);
    const bone = isPressed ? dry : Math.max(dry, Math.round(dryingTime(times, timed, design.paperId ?? "", room, boneDry()).take));
    return {
      table: { id: stage.id, name: stage.name, kind: stage.kind, technique, hands: tenths(hands.take), setup: stage.setup, dry, within: stage.within, portable: stage.portable },
      live: {
        id: stage.id,
        name: stage.name,
        hands: minutes(tenths(hands.take)),
        setup: minutes(stage.setup),
        dry: minutes(dry),
        within: stage.within === null ? null : minutes(stage.within),
        damp: minutes(isPressed ? dry : Math.min(dry, Math.round(drying.typical))),
        bone: minutes(bone),
        ...(usesPaint(stage) ? {} : { withoutPaint: true }),
      },
      timed,
      drying,
      hands,
      before: practice,
      care,
    };
  });
}

const tenths = (time: number): number => Math.round(time * 10) / 10;

/** Panels of a batch that have gone through each stage, by the stage's id: practice is counted from the batch's first, as it is learned. */
export function doneBefore(batch: BatchRead): ReadonlyMap<string, number> {
  const count = new Map<string, number>();
  for (const fact of batch.facts) if (fact.what === "done") count.set(fact.stageId, (count.get(fact.stageId) ?? 0) + 1);
  return count;
}
