import { handsTime, learnBench, mostPerPuddle, puddleLasts, USUAL_ROOM, type BenchTimes, type Room, type StageRecord } from "@yule/core";
import type { BenchLearned, DesignRead } from "@yule/contract";
import type { NeedView } from "../season/needView.ts";
import { doneBefore, learnedRoute, timedStage, type LearnedStage } from "./learnedRoute.ts";

const known = new WeakMap<readonly StageRecord[], BenchTimes>();

/** What the shop's benches have told of times; worked out once of the same records. */
export function benchTimesOf({ learned: { records } }: { readonly learned: Pick<BenchLearned, "records"> }): BenchTimes {
  const times = known.get(records) ?? learnBench(records);
  known.set(records, times);
  return times;
}

/** Panels of a batch that one mixing serves, by its quickest puddle. @param room null is taken for a usual one */
export const perMixing = (stages: readonly Pick<LearnedStage, "table">[], room: Room | null): number =>
  Math.min(Infinity, ...stages.filter(({ table }) => table.kind === "paint").map(({ table }) => mostPerPuddle(table, puddleLasts(room ?? USUAL_ROOM))));

/** How a stage goes at this bench, minutes: what the hands take, what is waited, and what it mostly takes to dry. */
export interface StagePace {
  readonly hands: number;
  readonly dry: number;
  readonly mostlyDry: number;
}

/**
 * How the stages of a need's route go, by their id: as the bench plans them, so that the season and the bench believe the same.
 * @param whole the design with the stages that the need leaves out
 */
export function paceOf(
  { design, batches }: Pick<NeedView, "design" | "batches">,
  whole: DesignRead,
  times: BenchTimes,
): { readonly of: ReadonlyMap<string, StagePace>; readonly perMixing: number } {
  const before = batches[0] ? doneBefore(batches[0]) : new Map<string, number>();
  const route = learnedRoute(design, times, null, before);
  const stages = design.stages.length === whole.stages.length ? route : [...learnedRoute(whole, times, null, before), ...route];
  const of = new Map<string, StagePace>();
  for (const { id, hands, dry, kind, ...stage } of whole.stages) {
    if (kind === "assemble") of.set(id, { hands: handsTime(times, timedStage({ id, hands, dry, kind, ...stage }), 0).take, dry, mostlyDry: dry });
  }
  // A stage that is caught wet settles for as long as it is told; the others are waited for until they are surely dry.
  for (const { table, timed, drying } of stages)
    of.set(table.id, { hands: table.hands, dry: table.dry, mostlyDry: table.dry === timed.dry ? table.dry : Math.min(table.dry, drying.typical) });
  return { of, perMixing: perMixing(route, null) };
}
