import type { Limits } from "../search/search.ts";
import { tailsOf } from "./construct.ts";
import { stepAt, type RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

/** Operations timed, over all nodes, per step the limits allow: a bound that is the same on every machine. */
const TIMED_PER_STEP = 50;
const MOST_OPERATIONS = 40;
/** An order counts as impossible only when that is certain: here it is worth a long look. */
const PATIENCE = 100;

/** `complete` holds when every order was tried or ruled out: the best is then optimal, and none means there is no plan. */
export interface ExactAnswer {
  readonly order: readonly number[] | null;
  readonly complete: boolean;
}

/**
 * Branch and bound over orders, depth first. A prefix is dropped when its own times plus what each unit must still do
 * reach the best makespan. Where no wet windows bind, a prefix is also dropped when another with the same steps done
 * and the same last step had every moment at least as early.
 * @param least makespan to beat
 */
export function exactOrder(work: RunModel, least: number, bound: number, limits: Limits): ExactAnswer {
  if (work.operations > MOST_OPERATIONS) return { order: null, complete: false };
  const timetable = new Timetable(work, PATIENCE);
  const loose = work.steps.every((step) => step.within === null);
  const seen = new Map<string, number[][]>();
  let best = least;
  let found: readonly number[] | null = null;
  let nodes = 0;
  const cut = { short: false };
  const tails = tailsOf(work);
  // A tail is what follows a step's hands: its drying and the rest of the way.
  const byTail = work.steps.map((step, index) => ({ step: index, tail: (tails[index] ?? 0) - step.hands })).sort((a, b) => b.tail - a.tail);

  const visit = (): void => {
    nodes += 1;
    if (timetable.turns > TIMED_PER_STEP * limits.steps || (nodes % 64 === 0 && limits.stop())) cut.short = true;
    if (cut.short || best <= bound) return;
    if (timetable.length === work.operations) {
      const makespan = timetable.makespan();
      if (makespan < best) [best, found] = [makespan, [...timetable.steps()]];
      return;
    }
    if (outlook(work, timetable, byTail) >= best) return;
    if (loose && dominated(work, timetable, seen)) return;
    const base = timetable.length;
    const next: { step: number; start: number }[] = [];
    work.steps.forEach((step, index) => {
      const ready = step.before < 0 ? step.units : timetable.done(step.before);
      if (timetable.done(index) >= ready) return;
      if (timetable.append(index, 0)) next.push({ step: index, start: timetable.startAt(base) });
      timetable.truncate(base);
    });
    next.sort((a, b) => a.start - b.start || a.step - b.step);
    for (const { step } of next) {
      if (timetable.append(step, 0)) visit();
      timetable.truncate(base);
    }
  };
  visit();
  return { order: found, complete: !cut.short && !timetable.gaveUp };
}

/**
 * No completion of the prefix ends sooner: each started unit's own way, and the hands still to come with the tails
 * behind them (the bound of one machine with tails: all work whose tail is at least so long is followed by it).
 * @param byTail the steps with their tails, the longest first
 */
function outlook(work: RunModel, timetable: Timetable, byTail: readonly { readonly step: number; readonly tail: number }[]): number {
  let latest = timetable.makespan();
  let load = 0;
  for (const { step: index, tail } of byTail) {
    const step = stepAt(work, index);
    const done = timetable.done(index);
    const left = step.units - done;
    if (left === 0) continue;
    load += left * step.hands;
    if (done === 0 && timetable.last !== index) load += step.setup;
    latest = Math.max(latest, timetable.end + load + tail);
    const before = step.before < 0 ? -1 : timetable.positionOf(step.before, done);
    // The last unit that is through the step before, and not through this one.
    const last = step.before < 0 ? -1 : timetable.positionOf(step.before, timetable.done(step.before) - 1);
    if (before >= 0) latest = Math.max(latest, timetable.endAt(last) + stepAt(work, step.before).dry + step.hands + tail);
  }
  return latest;
}

function dominated(work: RunModel, timetable: Timetable, seen: Map<string, number[][]>): boolean {
  const order = timetable.steps();
  const done = work.steps.map((_, index) => timetable.done(index));
  const key = `${done.join(",")}|${String(timetable.last)}|${String(timetable.mixedNow())}`;
  const moments = [timetable.end];
  const passed = work.steps.map(() => 0);
  const drying: number[] = [];
  order.forEach((index, position) => {
    const step = stepAt(work, index);
    const unit = passed[index] ?? 0;
    passed[index] = unit + 1;
    const dry = timetable.endAt(position) + step.dry;
    if (step.after >= 0 ? unit >= timetable.done(step.after) : true) moments.push(dry);
    if (dry > timetable.end && step.dry > 0) drying.push(dry);
  });
  // Sorted from the longest: one prefix's places are all free at least as early as another's.
  drying.sort((a, b) => b - a);
  const vector = [...sortedByStep(work, order, moments), ...drying];
  const before = seen.get(key) ?? [];
  const worse = before.some((other) => vector.every((moment, index) => (other[index] ?? -Infinity) <= moment) && other.length <= vector.length);
  if (!worse && before.length < 40) seen.set(key, [...before, vector]);
  return worse;
}

/** The moments in the same order for every prefix with the same steps done: the hands first, then step by step. */
function sortedByStep(work: RunModel, order: readonly number[], moments: readonly number[]): number[] {
  const [hands = 0, ...units] = moments;
  const labelled: { step: number; moment: number }[] = [];
  let next = 0;
  const passed = work.steps.map(() => 0);
  const total = work.steps.map((_, index) => order.filter((each) => each === index).length);
  for (const index of order) {
    const step = stepAt(work, index);
    const unit = passed[index] ?? 0;
    passed[index] = unit + 1;
    if (step.after < 0 || unit >= (total[step.after] ?? 0)) {
      labelled.push({ step: index, moment: units[next] ?? 0 });
      next += 1;
    }
  }
  labelled.sort((a, b) => a.step - b.step || a.moment - b.moment);
  return [hands, ...labelled.map((each) => each.moment)];
}
