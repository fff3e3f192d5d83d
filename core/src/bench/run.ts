import { succeed, type Result } from "../outcome/outcome.ts";
import { seededRandom, type Limits } from "../search/search.ts";
import { makespanBound } from "./bound.ts";
import { batchByBatch, cardByCard, construct, type Taste } from "./construct.ts";
import { exactOrder } from "./exact.ts";
import { impossibilities, impossible, stageFault, windowFaults, windowsTooFew } from "./impossible.ts";
import { improve } from "./improve.ts";
import { stepAt, toMinutes, workOf, type Move, type RunJob, type RunPlan, type Work } from "./model.ts";
import { Timetable } from "./timetable.ts";

/**
 * Plans the moves of one pair of hands over several batches so that drying hides behind work; least makespan.
 * @fault what no plan can meet, with the batch and stage to blame; code `not-found-in-time` where no plan was found
 *   and none was ruled out either
 */
export function run(job: RunJob, limits: Limits): Result<RunPlan> {
  const faults = windowFaults(job);
  if (faults.length > 0) return impossible(faults);
  const work = workOf(job);
  if (work.operations === 0) return succeed({ makespan: 0, bound: 0, moves: [] });
  const blocked = impossibilities(work);
  if (blocked.length > 0) return impossible(blocked);
  const bound = makespanBound(work);
  const first = firstPlan(work, bound, limits);
  let order = first ? [...first.steps()] : null;
  let makespan = first?.makespan() ?? Infinity;
  if (order && makespan > bound) {
    order = improve(work, order, bound, limits);
    makespan = Timetable.makespanOf(work, order);
  }
  let trueBound = bound;
  if (makespan > bound) {
    const exact = exactOrder(work, makespan, bound, limits);
    if (exact.order) {
      order = [...exact.order];
      makespan = Timetable.makespanOf(work, order);
    }
    if (exact.complete) {
      if (!order) return impossible([windowsTooFew(work)]);
      trueBound = makespan;
    }
  }
  const timetable = order ? Timetable.of(work, order) : null;
  if (!timetable) {
    return impossible([
      stageFault(work, work.steps.length - 1, "not-found-in-time", "no plan was found in the time given, and none was ruled out", "more seconds, or wider windows"),
    ]);
  }
  return succeed(planOf(work, timetable, trueBound));
}

/** A timetable as a plan of moves, in minutes. */
export function planOf(work: Work, timetable: Timetable, bound: number): RunPlan {
  const done = work.steps.map(() => 0);
  const moves = timetable.steps().map((index, position): Move => {
    const step = stepAt(work, index);
    const batch = work.job.batches[step.batch];
    const unit = done[index] ?? 0;
    done[index] = unit + 1;
    return { batch: batch?.id ?? "", unit, stage: batch?.stages[step.stage]?.id ?? "", start: toMinutes(timetable.startAt(position)), end: toMinutes(timetable.endAt(position)) };
  });
  return { makespan: toMinutes(timetable.makespan()), bound: toMinutes(bound), moves };
}

const TAILS = [0.02, 0.1, 0.3, 1] as const;
const SETUPS = [1, 0.3, 3] as const;

/** Operations appended on trial, over all tastes together. */
const TRIALS_IN_ALL = 400_000;

/** The best of several tastes; where windows run out, ever more random ones until time is up. */
function firstPlan(work: Work, bound: number, limits: Limits): Timetable | null {
  const better = (found: Timetable | null, than: Timetable | null): Timetable | null => (found && (!than || found.makespan() < than.makespan()) ? found : than);
  let best = better(cardByCard(work), batchByBatch(work));
  const random = seededRandom(limits.seed);
  const perTaste = work.operations * work.steps.length;
  const rounds = Math.max(2, Math.min(60, Math.floor(TRIALS_IN_ALL / perTaste)));
  const desperate = Math.max(rounds, Math.min(2_000, Math.floor((8 * TRIALS_IN_ALL) / perTaste)));
  for (let round = 0; round < (best ? rounds : desperate) && !limits.stop(); round += 1) {
    if (best && best.makespan() <= bound) break;
    const noisy = round >= TAILS.length * SETUPS.length * 2;
    const taste: Taste = {
      idle: 1,
      setup: SETUPS[round % SETUPS.length] ?? 1,
      tail: TAILS[Math.floor(round / SETUPS.length) % TAILS.length] ?? 0.1,
      noise: noisy ? () => random() * 2 : () => 0,
      wide: Math.floor(round / (TAILS.length * SETUPS.length)) % 2 === 0,
    };
    best = better(construct(work, taste, limits.stop), best);
  }
  return best;
}
