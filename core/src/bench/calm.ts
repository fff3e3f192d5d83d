import type { RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

/** Positions that may be timed anew for calm's sake: about a hundredth of a second. */
const MOST_TIMED = 40_000;

/** How restless an order is: changes of palette first, then changes of stage. */
interface Unrest {
  readonly palettes: number;
  readonly changes: number;
}

function unrestOf(work: RunModel, order: ArrayLike<number>): Unrest {
  const { palette, who } = work.table;
  let [palettes, changes, lies, last] = [0, 0, work.mixed, work.last];
  for (let position = 0; position < order.length; position += 1) {
    const step = order[position] ?? 0;
    if (who[step] === 1) continue;
    if (step !== last) changes += 1;
    const needed = palette[step] ?? -1;
    if (needed >= 0) {
      if (lies >= 0 && needed !== lies) palettes += 1;
      lies = needed;
    }
    last = step;
  }
  return { palettes, changes };
}

const isCalmer = (a: Unrest, b: Unrest): boolean => a.palettes < b.palettes || (a.palettes === b.palettes && a.changes < b.changes);

/**
 * The same work, ending no later, with fewer changes of palette and of stage: stretches of one stage are joined where it costs nothing,
 * the later to the earlier or the earlier to the later. The same order in gives the same order out, however quick the machine.
 */
export function calmer(work: RunModel, before: readonly number[]): number[] {
  const timetable = new Timetable(work);
  let order = [...before];
  const cost = timetable.retime(order, Infinity);
  let unrest = unrestOf(work, order);
  let found = cost < Infinity;
  let looked = 0;
  while (found && timetable.turns < MOST_TIMED) {
    found = false;
    for (const trial of joinings(order)) {
      // Looking at an order costs about a tenth of timing it.
      looked += order.length / 10;
      if (timetable.turns + looked >= MOST_TIMED) break;
      const other = unrestOf(work, trial);
      if (!isCalmer(other, unrest) || timetable.retime(trial, cost) > cost) continue;
      [order, unrest, found] = [trial, other, true];
      break;
    }
  }
  return order;
}

/** Every order in which two stretches of one stage that follow each other are one. */
function* joinings(order: readonly number[]): Generator<number[]> {
  const runs: { step: number; from: number; to: number }[] = [];
  order.forEach((step, position) => {
    const last = runs[runs.length - 1];
    if (last?.step === step) last.to = position + 1;
    else runs.push({ step, from: position, to: position + 1 });
  });
  const before = new Map<number, (typeof runs)[number]>();
  for (const run of runs) {
    const earlier = before.get(run.step);
    before.set(run.step, run);
    if (!earlier) continue;
    const [head, first, between, second, tail] = [
      order.slice(0, earlier.from),
      order.slice(earlier.from, earlier.to),
      order.slice(earlier.to, run.from),
      order.slice(run.from, run.to),
      order.slice(run.to),
    ];
    yield [...head, ...first, ...second, ...between, ...tail];
    yield [...head, ...between, ...first, ...second, ...tail];
  }
}
