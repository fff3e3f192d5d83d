import type { BatchRead, DesignRead } from "@yule/contract";
import {
  cardByCardPlan,
  handsBusy,
  minutes,
  nextMove,
  sessionWindows,
  unitState,
  type BenchFact,
  type LiveStage,
  type Minutes,
  type NextMove,
  type RunJob,
  type RunPlan,
  type Session,
  type UnitState,
} from "@yule/core";
import { paintingStages } from "../app/needView.ts";

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
  const facts = factsOf(batch);
  return batch.units
    .filter((unit) => unit.grade === null)
    .map((unit) =>
      unitState(
        unit.id,
        route,
        facts.filter((fact) => fact.unit === unit.id),
        now,
      ),
    );
}

/** The stage at which the hands last were. */
export function lastStageOf(batch: BatchRead, route: readonly LiveStage[]): number | null {
  const last = [...batch.facts].filter((fact) => fact.what === "done").sort((a, b) => (a.at < b.at ? 1 : -1))[0];
  const index = last ? route.findIndex((stage) => stage.id === last.stageId) : -1;
  return index < 0 ? null : index;
}

export const moveNow = (batch: BatchRead, route: readonly LiveStage[], states: readonly UnitState[], now: Date): NextMove =>
  nextMove(route, states, now, lastStageOf(batch, route));

/** Stage that stands for the drying that is still going on when a plan begins. */
const STILL_DRYING = "still drying";

/**
 * What is left of a batch as a job for the planner: panels that stand alike go together, and drying under way comes
 * first as a stage without hands.
 */
export function restJob(design: DesignRead, states: readonly UnitState[], sessions: readonly Session[], now: Date, timeZone: string): RunJob {
  const stages = paintingStages(design);
  const groups = new Map<string, { done: number; drying: number; units: number }>();
  for (const state of states) {
    if (state.wetness.state === "spoilt" || state.done >= stages.length) continue;
    const drying = state.dryAt ? Math.max(0, Math.round((state.dryAt.getTime() - now.getTime()) / 60_000)) : 0;
    const key = `${String(state.done)}/${String(drying)}`;
    const group = groups.get(key) ?? { done: state.done, drying, units: 0 };
    group.units += 1;
    groups.set(key, group);
  }
  return {
    changeover: 0,
    drying: null,
    windows: sessionWindows(sessions, now, timeZone),
    batches: [...groups.entries()].map(([id, group]) => {
      const rest = stages.slice(group.done).map((stage) => ({ id: stage.id, hands: stage.hands, setup: stage.setup, dry: stage.dry, within: stage.within }));
      // Only a wet window that is still to come binds the plan; one already open is for the hands to catch now.
      const [first, ...others] = rest;
      const head = group.drying > 0 ? [{ id: STILL_DRYING, hands: 0, setup: 0, dry: group.drying, within: null }] : [];
      return { id, palette: design.id, units: group.units, stages: first ? [...head, { ...first, within: null }, ...others] : head };
    }),
  };
}

/** One line of a run sheet: so many panels through one stage, in one go. */
export interface RunLine {
  readonly start: Date;
  readonly end: Date;
  readonly stageId: string;
  readonly panels: number;
  readonly catches: boolean;
}

/** A plan read as a run sheet: moves of one stage that follow each other are one line. */
export function runSheet(plan: RunPlan, design: DesignRead, since: Date): RunLine[] {
  const lines: RunLine[] = [];
  const at = (minute: number): Date => new Date(since.getTime() + minute * 60_000);
  for (const move of plan.moves) {
    if (move.stage === STILL_DRYING) continue;
    const last = lines[lines.length - 1];
    const near = last && move.start - (last.end.getTime() - since.getTime()) / 60_000 < 12;
    if (last && near && last.stageId === move.stage) lines[lines.length - 1] = { ...last, end: at(move.end), panels: last.panels + 1 };
    else lines.push({ start: at(move.start), end: at(move.end), stageId: move.stage, panels: 1, catches: design.stages.find((stage) => stage.id === move.stage)?.within != null });
  }
  return lines;
}

/** What batching saves of the hands, and until when card by card would take in the same sessions; null where it would not fit them. */
export function savingOf(job: RunJob, plan: RunPlan): { hands: Minutes; cardByCard: number | null } {
  const alone = cardByCardPlan(job);
  return { hands: minutes(Math.max(0, alone ? handsBusy(job, alone) - handsBusy(job, plan) : 0)), cardByCard: alone?.makespan ?? null };
}
