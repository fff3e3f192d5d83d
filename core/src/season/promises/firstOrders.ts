import type { PromiseJob } from "./model.ts";

/** So much of what hands take is held back, in spreads: an order that just fits fits half of the time. */
const MARGINS = [-0.5, 0, 0.4, 0.8, 1.3] as const;

/** Orders to begin the search from: simple rules, and Moore and Hodgson's with margins, its needs kept by their days, the others after. */
export function firstOrders(job: PromiseJob): readonly Int32Array[] {
  const needs = job.needs.map((need, index) => {
    const hands = need.steps.reduce((sum, step) => sum + step.hands, 0);
    const drying = need.steps.reduce((sum, step) => sum + step.dry, 0);
    return { index, due: need.due, weight: need.weight, hands, begin: need.due - drying, density: need.weight / Math.max(1e-9, hands) };
  });
  const byDue = [...needs].sort((a, b) => a.due - b.due || a.index - b.index);
  const byBegin = [...needs].sort((a, b) => a.begin - a.hands - (b.begin - b.hands) || a.index - b.index);
  const byDensity = [...needs].sort((a, b) => b.density - a.density || a.index - b.index);
  const lists = [byDue, byBegin, byDensity, ...MARGINS.flatMap((margin) => [mostKept(job, byDue, margin), mostKept(job, byBegin, margin)])];
  return lists.map((list) => Int32Array.from(list.flatMap(({ index }) => (job.needs[index]?.steps ?? []).map(() => index))));
}

interface Owed {
  readonly index: number;
  readonly due: number;
  readonly begin: number;
  readonly hands: number;
  readonly density: number;
}

/** Minutes of hands in sessions before any time, those that are lost taken off by their share. @returns looks it up in logarithmic time */
function handsBefore({ sessions, spread }: PromiseJob): (time: number) => number {
  const whole: number[] = [0];
  for (const [open, close] of sessions) whole.push((whole[whole.length - 1] ?? 0) + close - open);
  return (time) => {
    let [low, high] = [0, sessions.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((sessions[middle]?.[0] ?? 0) < time) low = middle + 1;
      else high = middle;
    }
    // Of the last session that has begun, what lies before the time.
    const last = sessions[low - 1];
    const after = last ? Math.max(0, last[1] - time) : 0;
    return ((whole[low] ?? 0) - after) * (1 - spread.lost);
  };
}

/**
 * Taken up by their days; whenever one could not be kept, the one that gives least for its hands is given up (Moore 1968, with weights
 * and sessions a rule of thumb). What is given up stands last: hands that are free still take it.
 */
function mostKept(job: PromiseJob, list: readonly Owed[], margin: number): readonly Owed[] {
  const slow = Math.exp(margin * job.spread.hands);
  const before = handsBefore(job);
  const kept: Owed[] = [];
  const given: Owed[] = [];
  let hands = 0;
  for (const need of list) {
    kept.push(need);
    hands += need.hands * slow;
    while (kept.length > 0 && hands > before(Math.max(0, need.begin))) {
      const least = kept.reduce((worst, each) => (each.density < worst.density ? each : worst));
      kept.splice(kept.indexOf(least), 1);
      given.push(least);
      hands -= least.hands * slow;
    }
  }
  return [...kept, ...given.sort((a, b) => b.density - a.density || a.index - b.index)];
}
