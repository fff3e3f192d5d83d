import { lossesOf } from "./losses.ts";
import { seededRandom, type Limits } from "../search/search.ts";
import { neighbour } from "./neighbour.ts";
import type { RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

/** Positions timed for each second given: a bound that is the same on every machine, and mostly met before time is up. */
const TIMED_PER_SECOND = 8_000_000;
/** Orders tried for each step the limits allow: timing one is quick beside what a step is elsewhere. */
const TRIED_PER_STEP = 50;
/** From so many windows on, the minutes lost are looked at before the makespan. */
const MANY = 4;
/** Worse by so many of an average move's minutes is forgiven at first, and at last. */
const WARM = 2;
const COLD = 0.05;
/** Turns for each operation that one cooling is worth. */
const TURNS_A_CYCLE = 300;
const MOST_CYCLES = 8;
/** Share of a round in which the minutes lost count. */
const LOSING = 0.7;

const { exp, log, max, min, floor } = Math;

/**
 * Simulated annealing (Kirkpatrick, Gelatt and Vecchi, Science 220, 1983) over orders: pieces are moved, exchanged,
 * gathered and interleaved. What is forgiven is drawn before an order is timed, so that timing ends where it is
 * exceeded. Over many windows the makespan hardly shows a minute gained, so what the hands lose is what an order costs
 * for the first part of a round. Rounds are half a second's work long, then as long as all before them: whoever gives
 * more time goes the same way first, and never gets a later end.
 * @param starts good orders, the best first; what is found never ends later than that
 * @param seconds how much work is worth while, beside the limits
 */
export function improve(work: RunModel, starts: readonly (readonly number[])[], bound: number, limits: Limits, seconds: number): number[] {
  const search = new Annealing(work, starts, bound, limits, seconds * TIMED_PER_SECOND);
  let length = TIMED_PER_SECOND / 2;
  for (let round = 0; search.goesOn(); round += 1) {
    search.round(length);
    if (round > 0) length *= 2;
  }
  return [...search.best];
}

class Annealing {
  best: Int32Array;
  private least: number;
  private readonly random: () => number;
  private readonly timetable: Timetable;
  private readonly trial: Int32Array;
  private turns = 0;
  private over = false;
  private readonly mostTurns: number;

  constructor(
    private readonly work: RunModel,
    private readonly starts: readonly (readonly number[])[],
    private readonly bound: number,
    private readonly limits: Limits,
    private readonly budget: number,
  ) {
    this.random = seededRandom(limits.seed);
    this.timetable = new Timetable(work);
    this.best = Int32Array.from(starts[0] ?? []);
    this.least = this.timetable.retime(this.best, Infinity);
    this.trial = new Int32Array(this.best.length);
    this.mostTurns = limits.steps * TRIED_PER_STEP;
  }

  goesOn(): boolean {
    if (this.turns % 16 === 0 && this.limits.stop()) this.over = true;
    return !this.over && this.turns < this.mostTurns && this.least > this.bound && this.spent() < this.budget;
  }

  /** Positions timed, and what a turn costs beside them. */
  private spent(): number {
    return this.timetable.turns + this.turns * (30 + this.work.operations / 8);
  }

  /** Some coolings, the first half of them from what others began with, the rest from the best. */
  round(length: number): void {
    const { work, random, timetable, trial } = this;
    const n = work.operations;
    const begun = this.spent();
    const cycles = max(1, min(MOST_CYCLES, floor(length / n / (TURNS_A_CYCLE * n))));
    let order = this.best.slice();
    timetable.retime(order, Infinity);
    const evenings = manyWindows(work, timetable.makespan());
    let losing = evenings > 0;
    const costOf = (cost: number): number => (losing ? lossesOf(timetable, work) + cost * evenings : cost);
    const warm = WARM * (work.table.hands.reduce((sum, hands, step) => sum + hands * (work.table.units[step] ?? 0), 0) / n);
    const cooling = log(COLD / WARM);
    let current = costOf(this.least);
    let cycle = 0;
    while (this.goesOn()) {
      this.turns += 1;
      const way = (this.spent() - begun) / length;
      if (way >= 1) return;
      const now = floor(way * cycles);
      if (now !== cycle || (losing && way > LOSING)) {
        const other = now !== cycle && now * 2 <= cycles ? this.starts[now % this.starts.length] : undefined;
        losing = losing && way <= LOSING;
        cycle = now;
        order = other ? Int32Array.from(other) : this.best.slice();
        current = costOf(timetable.retime(order, Infinity));
      }
      if (!neighbour(work, order, trial, random)) continue;
      const forgiven = current - warm * exp(cooling * (way * cycles - cycle)) * log(1 - random());
      const ended = timetable.retime(trial, losing ? Infinity : forgiven);
      if (ended === Infinity) continue;
      if (ended < this.least) {
        this.least = ended;
        this.best = trial.slice();
      }
      const cost = costOf(ended);
      if (cost <= forgiven) {
        order.set(trial);
        current = cost;
      }
    }
  }
}

/** The share of the time that is open, where a plan goes over many windows; 0 where it does not. */
function manyWindows(work: RunModel, makespan: number): number {
  const used = work.windows.filter(([from]) => from < makespan);
  if (used.length < MANY) return 0;
  return used.reduce((sum, [from, to]) => sum + to - from, 0) / makespan;
}
