import { startInWindow, stepAt, type RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

/**
 * True lower bounds on the makespan: the longest unit alone; the hands' load between heads and tails (Carlier,
 * European J. of Operational Research 11, 1982) filled into the windows; and the drying places' load.
 * @returns Infinity when even the bound does not fit the windows
 */
export function makespanBound(work: RunModel): number {
  if (!work.plain) return begunBound(work);
  return Math.max(chainBound(work), handsBound(work), dryingBound(work));
}

/**
 * The same, looser, for a bench where some units are begun, or where there are two pairs of hands: each unit's own way
 * from where it stands, and the maker's load with the shortest tail behind it.
 */
function begunBound(work: RunModel): number {
  const { tails } = headsAndTails(work);
  const { who, opens, closes } = work.table;
  let [bound, load, shortest] = [0, 0, Infinity];
  work.steps.forEach((step, index) => {
    if (step.units === 0) return;
    const way = step.hands + (tails[index] ?? 0);
    bound = Math.max(bound, ...step.releases.map((ready) => ready + way));
    if (step.before < 0) bound = Math.max(bound, way);
    if (who[index] === 1) return;
    load += step.hands * step.units + (index === work.last ? 0 : step.setup);
    shortest = Math.min(shortest, tails[index] ?? 0);
  });
  if (load === 0) return bound;
  const light = opens[1] ?? new Float64Array();
  const windows = Array.from(light, (open, at) => [open, closes[1]?.[at] ?? open] as const);
  return Math.max(bound, endOfLoad({ ...work, windows }, 0, load) + shortest);
}

/** The first unit of a batch alone, with all its setups: it is the first in every step, so it pays each. */
export function firstUnitSteps(work: RunModel, batch: number): number[] {
  return work.steps.flatMap((step, index) => (step.batch === batch ? [index] : []));
}

function chainBound(work: RunModel): number {
  return Math.max(0, ...work.job.batches.map((_, batch) => Timetable.makespanOf(work, firstUnitSteps(work, batch))));
}

/** Least time from the start to a step's start (head) and from its end to the end of all (tail), for any unit. */
function headsAndTails(work: RunModel): { heads: number[]; tails: number[] } {
  const heads: number[] = [];
  work.steps.forEach((step, index) => {
    const before = step.before < 0 ? null : stepAt(work, step.before);
    const ready = before ? (heads[step.before] ?? 0) + before.hands + before.dry : 0;
    heads[index] = startInWindow(work, ready, 0, step.hands);
  });
  const tails: number[] = new Array<number>(work.steps.length).fill(0);
  for (let index = work.steps.length - 1; index >= 0; index -= 1) {
    const step = stepAt(work, index);
    const after = step.after < 0 ? 0 : stepAt(work, step.after).hands + (tails[step.after] ?? 0);
    tails[index] = step.dry + after;
  }
  return { heads, tails };
}

function handsBound(work: RunModel): number {
  const { heads, tails } = headsAndTails(work);
  const indices = work.steps.map((_, index) => index);
  let bound = 0;
  for (const head of new Set(heads)) {
    for (const tail of new Set(tails)) {
      const inside = indices.filter((index) => (heads[index] ?? 0) >= head && (tails[index] ?? 0) >= tail);
      if (inside.length === 0) continue;
      let load = 0;
      let largestSetup = 0;
      const palettes = new Set<string>();
      for (const index of inside) {
        const step = stepAt(work, index);
        load += step.hands * step.units + step.setup;
        largestSetup = Math.max(largestSetup, step.setup);
        if ((work.table.palette[index] ?? -1) >= 0) palettes.add(step.palette);
      }
      // The first setup may be spent before the head; every change of palette between these steps comes after it.
      if (head > 0) load -= largestSetup;
      load += Math.max(0, palettes.size - 1) * work.changeover;
      bound = Math.max(bound, endOfLoad(work, head, load) + Math.min(...inside.map((index) => tails[index] ?? 0)));
    }
  }
  return bound;
}

/** When so much work is done at the earliest, from a moment on, in the open windows. */
function endOfLoad(work: RunModel, from: number, load: number): number {
  if (work.windows.length === 0) return from + load;
  let left = load;
  for (const [open, close] of work.windows) {
    const start = Math.max(open, from);
    if (close <= start) continue;
    if (left <= close - start) return start + left;
    left -= close - start;
  }
  return left <= 0 ? from : Infinity;
}

function dryingBound(work: RunModel): number {
  const drying = work.steps.filter((step) => step.dry > 0);
  if (work.drying === Infinity || drying.length === 0) return 0;
  const { heads } = headsAndTails(work);
  const first = Math.min(...work.steps.map((step, index) => (step.dry > 0 ? (heads[index] ?? 0) + step.hands : Infinity)));
  const load = drying.reduce((sum, step) => sum + step.dry * step.units, 0);
  return first + Math.ceil(load / work.drying);
}
