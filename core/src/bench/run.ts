import { succeed, type Result } from "../outcome/outcome.ts";
import { seededRandom, type Limits } from "../search/search.ts";
import { orderAgain, type BegunUnits } from "./again.ts";
import { makespanBound } from "./bound.ts";
import { calmer } from "./calm.ts";
import { batchByBatch, cardByCard, construct, type DispatchRule } from "./construct.ts";
import { exactOrder } from "./exact.ts";
import { impossibilities, impossible, stageFault, windowFaults, windowsTooFew } from "./impossible.ts";
import { improve } from "./improve.ts";
import { stepAt, toMinutes, runModelOf, type Move, type RunJob, type RunPlan, type RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

/**
 * Plans the moves of one pair of hands over several batches so that drying hides behind work: on time first, then least makespan, then
 * with as few changes of palette and of stage as cost nothing.
 * @param earlier orders to go on from: the moves of a plan that was made before something was told, of which what is still good is kept, or what the season has planned
 * @fault what no plan can meet, with the batch and stage to blame; code `not-found-in-time` where no plan was found
 *   and none was ruled out either
 */
export function run(job: RunJob, given: Limits, earlier: readonly (readonly BegunUnits[])[] = []): Result<RunPlan> {
  const faults = windowFaults(job);
  if (faults.length > 0) return impossible(faults);
  const work = runModelOf(job);
  const seconds = Math.max(1, Math.round(given.left()));
  const kept = Math.min(MOST_KEPT, given.left() * KEPT);
  const limits: Limits = { ...given, stop: () => given.stop() || given.left() < kept };
  if (work.operations === 0) return succeed({ makespan: 0, bound: 0, moves: [] });
  const blocked = impossibilities(work);
  if (blocked.length > 0) return impossible(blocked);
  const bound = makespanBound(work);
  const again = earlier.flatMap((moves) => (moves.length > 0 ? (Timetable.of(work, orderAgain(work, moves)) ?? []) : []));
  const first = again.length > 0 && limits.left() < IN_HASTE ? again.sort((a, b) => a.cost() - b.cost()) : firstPlans(work, bound, limits, again);
  let order = first[0] ? [...first[0].steps()] : null;
  let cost = first[0]?.cost() ?? Infinity;
  if (order && cost > bound) {
    order = improve(
      work,
      first.map((plan) => plan.steps()),
      bound,
      limits,
      seconds,
    );
    cost = Timetable.makespanOf(work, order);
  }
  let trueBound = bound;
  if (cost > bound && work.plain) {
    const exact = exactOrder(work, cost, bound, limits);
    if (exact.order) {
      order = [...exact.order];
      cost = Timetable.makespanOf(work, order);
    }
    if (exact.complete) {
      if (!order) return impossible([windowsTooFew(work)]);
      trueBound = cost;
    }
  }
  const timetable = order ? Timetable.of(work, calmer(work, order)) : null;
  if (!timetable) {
    return impossible([
      stageFault(work, work.steps.length - 1, "not-found-in-time", ["no plan was found in the time given, and none was ruled out"], ["more seconds, or wider windows"]),
    ]);
  }
  return succeed(runPlanOf(work, timetable, trueBound));
}

/** A timetable as a plan of moves, in minutes. */
export function runPlanOf(work: RunModel, timetable: Timetable, bound: number): RunPlan {
  const done = work.steps.map((step) => step.passed);
  const moves = timetable.steps().map((index, position): Move => {
    const step = stepAt(work, index);
    const batch = work.job.batches[step.batch];
    const unit = done[index] ?? 0;
    done[index] = unit + 1;
    return { batch: batch?.id ?? "", unit, stage: batch?.stages[step.stage]?.id ?? "", start: toMinutes(timetable.startAt(position)), end: toMinutes(timetable.endAt(position)) };
  });
  if (work.table.who.includes(1)) moves.sort((a, b) => a.start - b.start);
  return { makespan: toMinutes(timetable.makespan()), bound: toMinutes(bound), moves };
}

/** Tastes in the order in which they have done well; after them they are drawn at random. */
const TASTES: readonly Omit<DispatchRule, "noise" | "wide" | "due" | "turn">[] = [
  { idle: 1, setup: 3, tail: 0.3, lots: 1, patient: true },
  { idle: 1, setup: 3, tail: 0.1, lots: 1, patient: true },
  { idle: 1, setup: 1, tail: 1, lots: 1, patient: false },
  { idle: 1, setup: 1, tail: 0.3, lots: 1, patient: false },
  { idle: 1, setup: 0.3, tail: 0.1, lots: 3, patient: true },
  { idle: 1, setup: 0.3, tail: 0.3, lots: 2, patient: true },
];
const SETUPS = [0.3, 1, 3, 8] as const;
const TAILS = [-0.1, 0.03, 0.1, 0.3, 1] as const;
const LOTS = [1, 1, 2, 3, 4] as const;
const NOISE = [0, 1, 2] as const;
/** What a minute less to spare is worth beside the hands' minutes, one after the other where something is due. */
const DUES = [0.03, 0.003, 0.3, 0.01, 0, 0.1] as const;
/** Operations placed in all, over all tastes together. */
const PLACED_IN_ALL = 30_000;
const MOST_ROUNDS = 300;
const DESPERATE_ROUNDS = 2_000;
/** With fewer seconds than this an earlier plan is gone on with as it is, and bettered. */
const IN_HASTE = 0.3;
/** Of the time given a share is kept for what comes after the search, at most so many seconds. */
const KEPT = 0.04;
const MOST_KEPT = 0.08;
/** So many of the best plans are begun with. */
const ELITE = 4;

/** The best plans of several tastes, the best first; where windows run out, ever more random ones until time is up. */
function firstPlans(work: RunModel, bound: number, limits: Limits, again: readonly Timetable[]): Timetable[] {
  const found: Timetable[] = [];
  const add = (plan: Timetable | null): void => {
    if (!plan || found.some((other) => other.cost() === plan.cost())) return;
    found.push(plan);
    found.sort((a, b) => a.cost() - b.cost());
    found.length = Math.min(found.length, ELITE);
  };
  again.forEach(add);
  add(cardByCard(work));
  add(batchByBatch(work));
  const random = seededRandom(limits.seed);
  const anyOf = <T>(list: readonly [T, ...T[]]): T => list[Math.floor(random() * list.length)] ?? list[0];
  const rounds = Math.max(TASTES.length, Math.min(MOST_ROUNDS, Math.floor(PLACED_IN_ALL / work.operations)));
  for (let round = 0; round < (found.length > 0 ? rounds : DESPERATE_ROUNDS) && !limits.stop(); round += 1) {
    if (found[0] && found[0].cost() <= bound) break;
    const known = TASTES[round];
    const due = work.table.hasDues ? (DUES[(round >> 1) % DUES.length] ?? 0) : 0;
    const turn = round % 2 === 0 ? "least slack" : "least tardiness";
    const noise = known ? 0 : anyOf(NOISE);
    const taste = known ?? { idle: 1, setup: anyOf(SETUPS), tail: anyOf(TAILS), lots: anyOf(LOTS), patient: random() < 0.6 };
    add(construct(work, { ...taste, due, turn, wide: known !== undefined || random() < 0.8, noise: () => (noise === 0 ? 0 : random() * noise) }, limits.stop));
  }
  return found;
}
