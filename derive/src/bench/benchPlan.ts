import {
  fillWaits,
  handsBusy,
  sheetLines,
  stopAt,
  waitingFrom,
  wholeBatch,
  wholeBatches,
  underWay,
  type At,
  type Fault,
  type OtherWay,
  type RunJob,
  type RunPlan,
  type SheetLine,
  type SmallJob,
} from "@yule/core";
import type { StandingBatch } from "./table.ts";

/** The run sheet of all that lies on the table, with what it saves and what could save more. */
export interface BenchPlan {
  readonly since: Date;
  readonly plan: RunPlan;
  readonly lines: readonly SheetLine[];
  /** What the free minutes are filled with. */
  readonly filled: ReturnType<typeof fillWaits>;
  readonly waiting: ReturnType<typeof waitingFrom>;
  readonly endsAt: Date;
  readonly hands: number;
  readonly ways: { readonly cardByCard: OtherWay | null; readonly stageByStage: OtherWay | null };
  /** When to stop in the session that is on, and how many panels then dry until the next. */
  readonly stop: { readonly at: Date; readonly drying: number } | null;
  /** What the plan has next. */
  readonly next: At | null;
  /** Batches that are not dry in time for whoever waits, and by how many minutes. */
  readonly late: readonly { readonly batch: string; readonly by: number }[];
  /** Minutes by which the end has moved since something was last told: what a detour cost, or a quick hand gained. */
  readonly bent: number;
  /** The stage after which the heat tool would bring the end nearest, and by how many minutes. */
  readonly heat: { readonly batch: string; readonly stage: string; readonly sooner: number } | null;
}
/** What a planner of the table answers. */
export type BenchAnswer = { readonly kind: "plan"; readonly value: BenchPlan } | { readonly kind: "impossible"; readonly faults: readonly Fault[] };

/**
 * A plan as it is read: its lines, what fills the waits, when to stop, when all is dry.
 * @param lateAfter minutes after which each batch is late
 */
export function sheetOf(job: RunJob, plan: RunPlan, since: Date, small: readonly SmallJob[], lateAfter: ReadonlyMap<string, number>): Omit<BenchPlan, "ways" | "heat"> {
  const after = (minutes: number): Date => new Date(since.getTime() + minutes * 60_000);
  const lines = wholeBatches(job, sheetLines(job, plan));
  const stop = stopAt(job, plan);
  const first = lines.find((line) => line.kind === "work" && !line.helper);
  return {
    since,
    plan,
    lines,
    filled: fillWaits(lines, small),
    waiting: waitingFrom(lines),
    endsAt: after(plan.makespan),
    late: lateIn(job, plan, lateAfter),
    bent: 0,
    hands: handsBusy(job, plan),
    stop: stop && { at: after(stop.at), drying: stop.drying },
    next: first ? { batch: first.batch, stage: first.stage } : null,
  };
}

/** Which batches are dry too late. Mixings of one batch are one. */
function lateIn(job: RunJob, plan: RunPlan, lateAfter: ReadonlyMap<string, number>): BenchPlan["late"] {
  const late = new Map<string, number>();
  for (const { id, stages } of job.batches) {
    const due = lateAfter.get(wholeBatch(id));
    const dry = plan.moves.reduce((latest, move) => (move.batch === id ? Math.max(latest, move.end + (stages.find((stage) => stage.id === move.stage)?.dry ?? 0)) : latest), 0);
    if (due !== undefined && dry > due) late.set(wholeBatch(id), Math.max(dry - due, late.get(wholeBatch(id)) ?? 0));
  }
  return [...late].map(([batch, by]) => ({ batch, by }));
}

/** Batches with panels to paint that the plan leaves to later sessions, as the season does. */
export const leftForLater = ({ plan }: Pick<BenchPlan, "plan">, lying: readonly StandingBatch[]): StandingBatch[] =>
  lying.filter(({ batch, states, route }) => underWay(states, route.length).length > 0 && !plan.moves.some((move) => wholeBatch(move.batch) === batch.id));
