import {
  fillWaits,
  handsBusy,
  heatForbidden,
  sheetLines,
  stopAt,
  waitingFrom,
  wholeBatches,
  type At,
  type Fault,
  type OtherWay,
  type RunJob,
  type RunPlan,
  type SheetLine,
  type SmallJob,
} from "@yule/core";
import { useRef } from "react";
import { presentMoment } from "../app/clock.ts";
import { solver, useSolved } from "../app/solver.ts";
import { jobOf, type AtTable, type Lying } from "./table.ts";

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
  /** The stage after which the heat tool would bring the end nearest, and by how many minutes. */
  readonly heat: { readonly batch: string; readonly stage: string; readonly sooner: number } | null;
}
export type Planned = { readonly kind: "plan"; readonly value: BenchPlan } | { readonly kind: "impossible"; readonly faults: readonly Fault[] };

/** Seconds for a plan that goes on with the one before, for the better one that follows it, and for each trial with the heat tool. */
const FOR_FIRST = 0.1;
const FOR_PLAN = 0.7;
const FOR_TRIAL = 0.12;
const STEPS = 4_000;
/** Stages that the heat tool is tried after, the longest waits first. */
const HEAT_TRIED = 2;
/** Below this it is not worth taking it out. */
const WORTH_HEAT = 5;

/** Planned anew when something was told, when the sessions or the settings change, and every few minutes, not when the clock ticks. */
export function usePlan(lying: readonly Lying[], at: AtTable, small: readonly SmallJob[], now: Date): Planned | null {
  const { outlook, settings, atBench } = at;
  const told = lying.map(({ batch }) => `${batch.id}:${String(batch.facts.length)}:${String(batch.units.filter((unit) => unit.grade === null).length)}`).join();
  // Of the session that is on only the end is told: its beginning moves with the clock.
  const hours = outlook.allSessions.slice(0, 20).map((session) => `${session.day}${String(session.to)}`);
  const every = Math.floor(now.getTime() / (REPLAN_MINUTES * 60_000));
  const asked = [
    told,
    hours.join(),
    String(settings.boards),
    String(settings.heatTool),
    String(atBench),
    String(every),
    small.map(({ name, left }) => name + String(left)).join(),
  ].join("|");
  const open = lying.some(({ states, route }) => states.some((state) => state.wetness.state !== "spoilt" && state.done < route.length));
  const before = useRef<BenchPlan | null>(null);
  const { value } = useSolved<Planned>(open ? asked : null, (early) => planTable(lying, at, small, before.current, early));
  before.current = value?.kind === "plan" ? value.value : null;
  return value;
}

const REPLAN_MINUTES = 5;

/** A first answer that goes on with the plan before, then the best that was found. @param early told the first */
async function planTable(lying: readonly Lying[], at: AtTable, small: readonly SmallJob[], before: BenchPlan | null, early: (first: Planned) => void): Promise<Planned> {
  const since = presentMoment();
  const job = jobOf(lying, at, new Set(), since);
  const sheet = (plan: RunPlan, more: Pick<BenchPlan, "ways" | "heat">): Planned => ({ kind: "plan", value: { ...sheetOf(job, plan, since, small), ...more } });
  let earlier = before?.plan.moves ?? [];
  if (before) {
    const first = await solver().run(job, FOR_FIRST, STEPS, earlier);
    if (first.ok) {
      earlier = first.value.moves;
      early(sheet(first.value, before));
    }
  }
  const found = await solver().run(job, FOR_PLAN, STEPS, earlier);
  if (!found.ok) return { kind: "impossible", faults: found.faults };
  const plan = found.value;
  const heat = at.settings.heatTool ? await bestHeat(lying, at, since, plan, waitingFrom(wholeBatches(job, sheetLines(job, plan)))) : null;
  return sheet(plan, { ways: await solver().otherWays(job), heat });
}

/** A plan as it is read: its lines, what fills the waits, when to stop, when all is dry. */
function sheetOf(job: RunJob, plan: RunPlan, since: Date, small: readonly SmallJob[]): Omit<BenchPlan, "ways" | "heat"> {
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
    hands: handsBusy(job, plan),
    stop: stop && { at: after(stop.at), drying: stop.drying },
    next: first ? { batch: first.batch, stage: first.stage } : null,
  };
}

/** Tries the heat tool after the stages that are waited for longest. */
async function bestHeat(lying: readonly Lying[], at: AtTable, since: Date, plan: RunPlan, waiting: BenchPlan["waiting"]): Promise<BenchPlan["heat"]> {
  let best: BenchPlan["heat"] = null;
  const allowed = waiting.filter(({ batch, stage }) => {
    const route = lying.find((each) => each.batch.id === batch)?.stages.map(({ table }) => table) ?? [];
    return (
      heatForbidden(
        route,
        route.findIndex(({ id }) => id === stage),
      ) === null
    );
  });
  for (const { batch, stage } of allowed.slice(0, HEAT_TRIED)) {
    const heated: RunJob = jobOf(lying, at, new Set([`${batch}/${stage}`]), since);
    const found = await solver().run(heated, FOR_TRIAL, STEPS);
    const sooner = found.ok ? plan.makespan - found.value.makespan : 0;
    if (sooner >= Math.max(WORTH_HEAT, best?.sooner ?? 0)) best = { batch, stage, sooner };
  }
  return best;
}
