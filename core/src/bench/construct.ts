import { stepAt, type RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

/** Weights of what makes the next group of moves a poor one: idle hands, setups, and a long way still to go left waiting. */
export interface DispatchRule {
  readonly idle: number;
  readonly setup: number;
  readonly tail: number;
  /** Into how many lots a batch may be split at the least: a run is never longer than one of them. */
  readonly lots: number;
  /** Added at random to each choice; 0 for none. */
  readonly noise: () => number;
  /** Whether wet-in-wet groups may be as large as they can. */
  readonly wide: boolean;
  /** How much what is due goes before other work, for each minute by which its turn comes sooner; 0 where nothing is due. */
  readonly due: number;
  /** Whose turn comes first: what has the least to spare, or by what is late the least in all. */
  readonly turn: "least slack" | "least tardiness";
  /** Whether a run is broken off where its next unit is still wet, or goes on and waits. */
  readonly patient: boolean;
}

/** Steps that a wet window ties together, in order; most are a single step. */
interface Chain {
  readonly steps: readonly number[];
  /** Only for the units that were begun before and stand in the middle of it. */
  readonly isRest: boolean;
}

export function chainsOf(work: RunModel): Chain[] {
  const found: number[][] = [];
  work.steps.forEach((step, index) => {
    if (step.within !== null) found[found.length - 1]?.push(index);
    else found.push([index]);
  });
  const rests = found.flatMap((steps) => steps.flatMap((step, place) => (place > 0 && (work.table.heads[step] ?? 0) > 0 ? [{ steps: steps.slice(place), isRest: true }] : [])));
  return [...rests, ...found.map((steps) => ({ steps, isRest: false }))];
}

/** Units that could go through a chain now: what is in the middle of it goes first. */
function readyFor(work: RunModel, timetable: Timetable, { steps, isRest }: Chain): number {
  const [first = 0] = steps;
  if (isRest) return (work.table.heads[first] ?? 0) - timetable.done(first);
  return steps.slice(1).some((step) => timetable.done(step) < (work.table.heads[step] ?? 0)) ? 0 : timetable.waiting(first);
}

/**
 * Builds a plan group by group: of all groups of units that could go next, the one with the least waste (list
 * scheduling by a mixed priority, after Giffler and Thompson, Operations Research 8, 1960).
 * @param stop breaks off, when another plan is there already
 * @returns null when the windows ran out on the way, or it was broken off
 */
export function construct(work: RunModel, taste: DispatchRule, stop: () => boolean): Timetable | null {
  const timetable = new Timetable(work);
  const chains = chainsOf(work);
  const tails = tailsOf(work);
  const turns = taste.due === 0 ? [] : taste.turn === "least slack" ? latestStarts(work, tails) : tardinessTurns(work, tails);
  while (timetable.length < work.operations) {
    if (stop()) return null;
    const base = timetable.length;
    let best: number[] | null = null;
    let least = Infinity;
    for (const chain of chains) {
      const moves = nextGroup(work, timetable, chain, taste);
      if (moves) {
        const first = chain.steps[0] ?? 0;
        const score = waste(work, timetable, base, moves.length, taste) - taste.tail * (tails[first] ?? 0) + taste.due * (turns[first] ?? 0);
        if (score < least) [least, best] = [score, moves];
      }
      timetable.truncate(base);
    }
    if (!best) return null;
    for (const step of best) if (!timetable.append(step, base)) return null;
  }
  return timetable;
}

/** Appends the largest group that a chain can do now. @returns its moves, or null where there are none */
function nextGroup(work: RunModel, timetable: Timetable, chain: Chain, taste: DispatchRule): number[] | null {
  const { steps } = chain;
  const [first = 0] = steps;
  const step = stepAt(work, first);
  const ready = Math.min(readyFor(work, timetable, chain), Math.max(1, Math.ceil(step.units / taste.lots)));
  if (ready <= 0) return null;
  const base = timetable.length;
  if (steps.length === 1) {
    if (!timetable.append(first, base)) return null;
    while (timetable.length - base < ready) {
      const length = timetable.length;
      const free = timetable.end;
      const kept = timetable.append(first, base) && (taste.patient || timetable.startAt(length) === free);
      if (kept) continue;
      timetable.truncate(length);
      break;
    }
    return new Array<number>(timetable.length - base).fill(first);
  }
  for (const size of taste.wide ? sizes(Math.min(ready, caughtAtOnce(work, steps), work.drying)) : [1]) {
    const moves = steps.flatMap((each) => new Array<number>(size).fill(each));
    if (moves.every((each) => timetable.append(each, base))) return moves;
    timetable.truncate(base);
  }
  return null;
}

function sizes(most: number): number[] {
  const found: number[] = [];
  for (let size = most; size > 1; size = Math.floor(size * 0.7)) found.push(size);
  return [...found, 1];
}

/** So many units can go through a chain together with every one of them caught, as far as two neighbours in it tell. */
function caughtAtOnce(work: RunModel, chain: readonly number[]): number {
  let most = Infinity;
  for (const index of chain.slice(1)) {
    const step = stepAt(work, index);
    const before = stepAt(work, step.before);
    const within = step.within ?? Infinity;
    if (before.hands > 0) most = Math.min(most, 1 + Math.floor((before.dry + within - step.setup) / before.hands));
    if (step.hands > before.hands) most = Math.min(most, 1 + Math.floor(within / (step.hands - before.hands)));
  }
  return Math.max(1, most);
}

/** What the hands lose over the positions from `base` on: waiting and preparing, with what the taste adds. */
function waste(work: RunModel, timetable: Timetable, base: number, length: number, taste: DispatchRule): number {
  let [idle, prepared, hands] = [0, 0, 0];
  const order = (position: number): number => timetable.stepOf(position);
  for (let position = base; position < base + length; position += 1) {
    const before = timetable.before(position);
    const prepare = timetable.prepareAt(position);
    const free = before < 0 ? 0 : timetable.endAt(before);
    prepared += prepare;
    hands += stepAt(work, order(position)).hands;
    idle += timetable.startAt(position) - prepare - free;
  }
  return taste.idle * idle + taste.setup * prepared + taste.noise() * (hands + prepared);
}

/** Hands and drying still to come for a unit from a step on. */
export function tailsOf(work: RunModel): number[] {
  const tails: number[] = new Array<number>(work.steps.length).fill(0);
  for (let index = work.steps.length - 1; index >= 0; index -= 1) {
    const step = stepAt(work, index);
    tails[index] = step.hands + step.dry + (step.after < 0 ? 0 : (tails[step.after] ?? 0));
  }
  return tails;
}

/** By when each batch is due; those that nobody waits for, as if they were due with the last that are. */
function duesOf({ job, table, steps }: RunModel): number[] {
  const farthest = Math.max(0, ...[...table.due].filter((due) => due !== Infinity));
  const dues = job.batches.map(() => farthest);
  steps.forEach(({ batch }, index) => {
    const due = table.due[index] ?? Infinity;
    if (due !== Infinity) dues[batch] = due;
  });
  return dues;
}

/** When each step must begin at the latest for its batch to be dry in time. */
function latestStarts(work: RunModel, tails: readonly number[]): number[] {
  const dues = duesOf(work);
  return work.steps.map(({ batch }, index) => (dues[batch] ?? 0) - (tails[index] ?? 0));
}

/** How far ahead a batch is looked after before it presses, in mean batches. */
const LOOKAHEAD = 2;

/** When the turn of each batch comes if they are done one after the other for the least tardiness: the apparent tardiness cost rule (Vepsalainen and Morton, Management Science 33, 1987). */
function tardinessTurns(work: RunModel, tails: readonly number[]): number[] {
  const dues = duesOf(work);
  const open = openShare(work);
  const batches = work.job.batches.map((_, batch) => {
    const own = work.steps.flatMap((step, index) => (step.batch === batch ? [{ step, index }] : []));
    const length = own.reduce((sum, { step }) => sum + step.units * step.hands + step.setup, 0) / open;
    return { batch, length, units: Math.max(1, ...own.map(({ step }) => step.units)), due: (dues[batch] ?? 0) - Math.max(0, ...own.map(({ index }) => tails[index] ?? 0)) };
  });
  const mean = batches.reduce((sum, { length }) => sum + length, 0) / Math.max(1, batches.length);
  const turns = new Array<number>(batches.length).fill(0);
  let now = 0;
  while (batches.length > 0) {
    const presses = ({ length, units, due }: (typeof batches)[number]): number =>
      (units / Math.max(1, length)) * Math.exp(-Math.max(0, due - length - now) / Math.max(1, LOOKAHEAD * mean));
    const next = batches.reduce((best, each) => (presses(each) > presses(best) ? each : best));
    turns[next.batch] = now;
    now += next.length;
    batches.splice(batches.indexOf(next), 1);
  }
  return work.steps.map(({ batch }) => turns[batch] ?? 0);
}

/** The share of the time in which hands are there, over the windows there are. */
function openShare({ windows }: RunModel): number {
  const last = windows[windows.length - 1]?.[1] ?? 0;
  return last > 0 ? windows.reduce((sum, [open, close]) => sum + close - open, 0) / last : 1;
}

/** One unit after the other, each through all its stages: the way of a maker who does not batch. */
export function cardByCard(work: RunModel): Timetable | null {
  const timetable = new Timetable(work);
  const byBatch = work.job.batches.map((_, batch) => work.steps.flatMap((step, index) => (step.batch === batch ? [index] : [])).reverse());
  for (const steps of byBatch) {
    // The farthest unit goes on as long as it can.
    for (let next = steps.find((step) => timetable.waiting(step) > 0); next !== undefined; next = steps.find((step) => timetable.waiting(step) > 0)) {
      if (!timetable.append(next, 0)) return null;
    }
  }
  return timetable.length === work.operations ? timetable : null;
}

/** One batch after the other, stage by stage, those of one palette together; wet-in-wet groups as large as they can be. */
export function batchByBatch(work: RunModel): Timetable | null {
  const timetable = new Timetable(work);
  const palettes = [...new Set(work.steps.map((step) => step.palette))];
  const order = (chain: Chain): number => (chain.isRest ? -1 : palettes.indexOf(stepAt(work, chain.steps[0] ?? 0).palette));
  for (const chain of chainsOf(work).sort((a, b) => order(a) - order(b))) {
    const { steps } = chain;
    for (let ready = readyFor(work, timetable, chain); ready > 0; ready = readyFor(work, timetable, chain)) {
      const base = timetable.length;
      const left = Math.min(ready, steps.length === 1 ? Infinity : Math.min(work.drying, caughtAtOnce(work, steps)));
      const fits = sizes(left).some((size) => {
        timetable.truncate(base);
        return steps.flatMap((each) => new Array<number>(size).fill(each)).every((step) => timetable.append(step, base));
      });
      if (!fits) return null;
    }
  }
  return timetable.length === work.operations ? timetable : null;
}
