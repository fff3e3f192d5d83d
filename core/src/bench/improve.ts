import { seededRandom, type Limits } from "../search/search.ts";
import { stepAt, type Work } from "./model.ts";
import { Timetable } from "./timetable.ts";

/** Operations timed in all, over every order tried: a bound that is the same on every machine. */
const TIMED_IN_ALL = 4_000_000;

/**
 * Late acceptance search (Burke and Bykov, European J. of Operational Research 258, 2017) over orders: a run of moves
 * is taken out and put back elsewhere; the makespan may not be worse than it was some moves ago.
 * @returns the best order found, never worse than the one given
 */
export function improve(work: Work, start: readonly number[], bound: number, limits: Limits): number[] {
  const random = seededRandom(limits.seed);
  const tries = Math.min(limits.steps, Math.floor(TIMED_IN_ALL / Math.max(1, start.length)));
  let order = [...start];
  let current = Timetable.makespanOf(work, order);
  let [best, least] = [order, current];
  const memory = new Array<number>(40).fill(current);
  for (let turn = 0; turn < tries && least > bound && !limits.stop(); turn += 1) {
    const next = moved(order, random);
    if (!next || !keepsRoute(work, next)) continue;
    const makespan = Timetable.makespanOf(work, next);
    const slot = turn % memory.length;
    if (makespan <= current || makespan <= (memory[slot] ?? Infinity)) [order, current] = [next, makespan];
    if (current < least) [best, least] = [order, current];
    memory[slot] = current;
  }
  return best;
}

function moved(order: readonly number[], random: () => number): number[] | null {
  const n = order.length;
  if (n < 2) return null;
  const from = Math.floor(random() * n);
  let length = 1;
  const kind = random();
  // Half of the time the rest of a run of one step moves; sometimes a longer piece, so that wet pairs move together.
  if (kind < 0.5) while (from + length < n && order[from + length] === order[from]) length += 1;
  else if (kind < 0.75) length = 1 + Math.floor(random() * Math.min(12, n - from));
  const piece = order.slice(from, from + length);
  const rest = [...order.slice(0, from), ...order.slice(from + length)];
  const near = random() < 0.6;
  const to = near ? Math.max(0, Math.min(rest.length, from + Math.round((random() - 0.5) * 16))) : Math.floor(random() * (rest.length + 1));
  if (to === from) return null;
  return [...rest.slice(0, to), ...piece, ...rest.slice(to)];
}

/** Whether every unit's stages still come in the order of its route. */
function keepsRoute(work: Work, order: readonly number[]): boolean {
  const done = new Int32Array(work.steps.length);
  for (const index of order) {
    const before = stepAt(work, index).before;
    if (before >= 0 && (done[before] ?? 0) <= (done[index] ?? 0)) return false;
    done[index] = (done[index] ?? 0) + 1;
  }
  return true;
}
