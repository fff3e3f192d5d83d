import { preparation, stepAt, type Work } from "./model.ts";
import { Timetable } from "./timetable.ts";

/** Weights of what makes the next group of moves a poor one: idle hands, setups, and a long way still to go left waiting. */
export interface Taste {
  readonly idle: number;
  readonly setup: number;
  readonly tail: number;
  /** Added at random to each choice; 0 for none. */
  readonly noise: () => number;
  /** Whether wet-in-wet groups may be as large as they can. */
  readonly wide: boolean;
}

/** Steps that a wet window ties together, in order; most are a single step. */
function chains(work: Work): number[][] {
  const found: number[][] = [];
  work.steps.forEach((step, index) => {
    if (step.within !== null) found[found.length - 1]?.push(index);
    else found.push([index]);
  });
  return found;
}

/**
 * Builds a plan move by move: of all groups of units that could go next, the one with the least waste.
 * @param stop breaks off, when another plan is there already
 * @returns null when the windows ran out on the way, or it was broken off
 */
export function construct(work: Work, taste: Taste, stop: () => boolean): Timetable | null {
  const timetable = new Timetable(work);
  const groups = chains(work);
  const tails = tailsOf(work);
  while (timetable.length < work.operations) {
    if (stop()) return null;
    const base = timetable.length;
    let best: number[] | null = null;
    let least = Infinity;
    for (const chain of groups) {
      const [first] = chain;
      if (first === undefined) continue;
      const step = stepAt(work, first);
      const ready = (step.before < 0 ? step.units : timetable.done(step.before)) - timetable.done(first);
      for (const size of sizes(chain.length, ready, work.drying, taste.wide)) {
        const moves = chain.flatMap((each) => new Array<number>(size).fill(each));
        const score = tryMoves(work, timetable, moves, base, taste, tails[first] ?? 0);
        timetable.truncate(base);
        if (score < least) [least, best] = [score, moves];
        // The largest group that can be is taken; smaller ones only when it cannot.
        if (score < Infinity) break;
      }
    }
    if (!best) return null;
    for (const step of best) if (!timetable.append(step, base)) return null;
  }
  return timetable;
}

function sizes(stages: number, ready: number, drying: number, wide: boolean): number[] {
  if (ready <= 0) return [];
  if (stages === 1 || !wide) return [1];
  const found: number[] = [];
  for (let size = Math.min(ready, drying); size > 1; size = Math.floor(size * 0.7)) found.push(size);
  return [...found, 1];
}

function tryMoves(work: Work, timetable: Timetable, moves: readonly number[], base: number, taste: Taste, tail: number): number {
  const [free, last] = [timetable.end, timetable.last];
  for (const step of moves) if (!timetable.append(step, base)) return Infinity;
  const first = moves[0] ?? 0;
  const prepare = preparation(work, last, first);
  const hands = moves.reduce((sum, step) => sum + stepAt(work, step).hands, 0);
  const idle = timetable.end - free - hands - prepare;
  return taste.idle * idle + taste.setup * prepare - taste.tail * tail + taste.noise() * (hands + prepare);
}

/** Hands and drying still to come for a unit from a step on. */
function tailsOf(work: Work): number[] {
  const tails: number[] = new Array<number>(work.steps.length).fill(0);
  for (let index = work.steps.length - 1; index >= 0; index -= 1) {
    const step = stepAt(work, index);
    tails[index] = step.hands + step.dry + (step.after < 0 ? 0 : (tails[step.after] ?? 0));
  }
  return tails;
}

/** One unit after the other, each through all its stages: the way of a maker who does not batch. */
export function cardByCard(work: Work): Timetable | null {
  const order: number[] = [];
  work.job.batches.forEach((batch, index) => {
    const steps = work.steps.flatMap((step, position) => (step.batch === index ? [position] : []));
    for (let unit = 0; unit < batch.units; unit += 1) order.push(...steps);
  });
  return Timetable.of(work, order);
}

/** One batch after the other, stage by stage; wet-in-wet groups as large as they can be. */
export function batchByBatch(work: Work): Timetable | null {
  const timetable = new Timetable(work);
  for (const chain of chains(work)) {
    const units = stepAt(work, chain[0] ?? 0).units;
    while (timetable.done(chain[0] ?? 0) < units) {
      const base = timetable.length;
      const fits = sizes(chain.length, units - timetable.done(chain[0] ?? 0), work.drying, true).some((size) => {
        timetable.truncate(base);
        return chain.flatMap((each) => new Array<number>(size).fill(each)).every((step) => timetable.append(step, base));
      });
      if (!fits) return null;
    }
  }
  return timetable;
}
