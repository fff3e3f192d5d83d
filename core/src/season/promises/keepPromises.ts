import { seededRandom, type Limits } from "../../search/search.ts";
import { firstOrders } from "./firstOrders.ts";
import { Futures } from "./futures.ts";
import type { PromiseJob, PromisePlan } from "./model.ts";
import { PromisePlay } from "./playing.ts";

/** Futures looked at together; after each lot an order that is surely worse is dropped. */
const LOT = 32;
/** Lots of the search, and of its last part: few futures are soon learned by heart. */
const [LOTS, LAST_LOTS] = [8, 40] as const;
/** The search ends on what it has looked at, so that it ends alike everywhere; the clock is for slow machines. */
const MOST_WORK = 250_000_000;
/** Nothing better was met for so many orders, and so many more for each step: it is left at that. */
const STALLED = [1_500, 150] as const;
const FIRST_SHARE = 0.65;
/** It goes several ways from the best beginning, each worth so much work, and on from the best of their ends. */
const [MOST_WAYS, WORK_OF_A_WAY] = [6, 16_000_000] as const;
/** The orders to begin from take so much of it at most. */
const FIRST_ORDERS = 0.1;
/** An order is dropped when it lies so many standard errors behind. */
const SURELY = 2;
/** How far an order may lie behind and still be gone on from at the beginning of the search, and of its last part, as a share of all weight. */
const [SLACK, LAST_SLACK] = [0.005, 0.002] as const;
/** Futures in which the chances are counted, fewer where time runs out. */
const COUNTED = 20_000;
/** Of the time there is, so much is kept for counting. */
const KEPT_TIME = 0.2;

/**
 * Which promises to keep: the order of steps with the greatest expected weight on time. A list policy of stochastic scheduling, sought
 * by sample average approximation with common random numbers (Kleywegt, Shapiro and Homem-de-Mello, SIAM J. Optimization 12, 2002),
 * candidates raced against the best so far (Maron and Moore 1997). Its chances are counted in futures that the search never saw.
 */
export function keepPromises(job: PromiseJob, limits: Limits): PromisePlan {
  const play = new PromisePlay(job);
  return counted(job, play, seekOrder(job, play, limits, MOST_WORK), limits);
}

/**
 * The order alone, without its chances: a need for each of its steps.
 * @param mostWork choices that the search looks at
 */
export const orderOfPromises = (job: PromiseJob, limits: Limits, mostWork: number): Int32Array => seekOrder(job, new PromisePlay(job), limits, mostWork);

function seekOrder(job: PromiseJob, play: PromisePlay, limits: Limits, mostWork: number): Int32Array {
  const random = seededRandom(limits.seed);
  const reserve = limits.left() * KEPT_TIME;
  const orders = firstOrders(job);
  const search = new Racing(play, new Futures(job, play.steps, limits.seed * 2 + 1), { ...limits, stop: () => limits.stop() || limits.left() < reserve });
  // Where one future takes long, the first orders meet few of them.
  const few = Math.floor((mostWork * FIRST_ORDERS) / (orders.length * search.workOfOne(orders[0])));
  let best = search.bestOf(orders, Math.max(1, Math.min(few, LOT * LOTS)));
  if (play.needs > 1 && few >= LOT) {
    const lots = Math.min(LOTS, Math.floor(few / LOT));
    const ways = Math.max(1, Math.min(MOST_WAYS, Math.floor((mostWork * FIRST_SHARE) / WORK_OF_A_WAY)));
    const found: Int32Array[] = [];
    for (let way = 1; way <= ways; way += 1) found.push(search.improve(best, lots, (mostWork * FIRST_SHARE * way) / ways, random, SLACK));
    best = search.improve(search.bestOf(found, lots * (LAST_LOTS / LOTS) * LOT), lots * (LAST_LOTS / LOTS), mostWork, random, LAST_SLACK);
  }
  return best;
}

/** Orders against each other in the same futures. */
class Racing {
  private readonly total: number;

  constructor(
    private readonly play: PromisePlay,
    private readonly futures: Futures,
    private readonly limits: Limits,
  ) {
    this.total = play.weights.reduce((sum, weight) => sum + weight, 0);
  }

  /** What playing one future takes, in choices looked at. */
  workOfOne(order: Int32Array = new Int32Array()): number {
    const before = this.play.work;
    this.play.rankBy(order);
    this.play.play(this.futures.at(0));
    return Math.max(1, this.play.work - before);
  }

  private scores(order: Int32Array, futures: number): Float64Array {
    this.play.rankBy(order);
    return Float64Array.from({ length: futures }, (_, index) => this.play.play(this.futures.at(index)));
  }

  bestOf(orders: readonly Int32Array[], futures: number): Int32Array {
    let best: { order: Int32Array; kept: number } | null = null;
    for (const order of orders) {
      const kept = sum(this.scores(order, futures));
      if (!best || kept > best.kept) best = { order, kept };
      if (this.limits.stop()) break;
    }
    return best?.order ?? new Int32Array();
  }

  /** Goes from order to order, a little worse ones too at first, until so much was looked at. @returns the best that was met */
  improve(first: Int32Array, lots: number, mostWork: number, random: () => number, slack: number): Int32Array {
    let [now, nowScores] = [first, this.scores(first, lots * LOT)];
    let [best, bestKept] = [first, sum(nowScores)];
    const begun = this.play.work;
    const patience = STALLED[0] + STALLED[1] * first.length;
    for (let stalled = 0; stalled < patience && this.play.work < mostWork && !this.limits.stop(); stalled += 1) {
      const left = 1 - (this.play.work - begun) / Math.max(1, mostWork - begun);
      const order = neighbour(now, random);
      const scores = this.race(order, nowScores, slack * left * this.total);
      if (!scores) continue;
      [now, nowScores] = [order, scores];
      const kept = sum(scores);
      if (kept > bestKept) [best, bestKept, stalled] = [order, kept, 0];
    }
    return best;
  }

  /** Plays an order against the one that stands. @returns its scores, or null where it is worse by more than may be */
  private race(order: Int32Array, standing: Float64Array, mayLose: number): Float64Array | null {
    this.play.rankBy(order);
    const scores = new Float64Array(standing.length);
    let [ahead, squares] = [0, 0];
    for (let index = 0; index < scores.length; index += 1) {
      const score = this.play.play(this.futures.at(index));
      const gain = score - (standing[index] ?? 0);
      scores[index] = score;
      ahead += gain;
      squares += gain * gain;
      const seen = index + 1;
      if (seen % LOT !== 0) continue;
      const mean = ahead / seen;
      const error = Math.sqrt(Math.max(0, squares / seen - mean * mean) / seen);
      if (mean + mayLose + SURELY * error < 0) return null;
    }
    return ahead / scores.length + mayLose >= 0 ? scores : null;
  }
}

const sum = (values: Float64Array): number => values.reduce((all, value) => all + value, 0);

/** Another order near by: a step, the last steps of a need or all of them taken to another place; two places or two needs exchanged; a need given up to the end. */
function neighbour(order: Int32Array, random: () => number): Int32Array {
  const at = (length: number): number => Math.floor(random() * length);
  const kind = random();
  const from = at(order.length);
  const need = order[from] ?? 0;
  if (kind < 0.3) {
    const next = [...order];
    next.splice(from, 1);
    // Mostly not far: what is pressing now will be nearly as pressing then.
    const to = random() < 0.7 ? from + at(13) - 6 : at(order.length);
    next.splice(Math.max(0, Math.min(next.length, to)), 0, need);
    return Int32Array.from(next);
  }
  const other = at(order.length);
  if (kind < 0.4) {
    const next = Int32Array.from(order);
    [next[from], next[other]] = [next[other] ?? 0, need];
    return next;
  }
  if (kind < 0.55) return exchanged(order, need, order[other] ?? 0);
  // All of a need, or what stands of it from a place on.
  const first = kind < 0.75 ? from : 0;
  const isTaken = (each: number, place: number): boolean => each === need && place >= first;
  const rest = order.filter((each, place) => !isTaken(each, place));
  const own = order.filter(isTaken);
  const to = kind < 0.63 || kind > 0.95 ? rest.length : at(rest.length + 1);
  return Int32Array.from([...rest.subarray(0, to), ...own, ...rest.subarray(to)]);
}

/** One need stands where another stood, as far as both have steps, and the other way round. */
function exchanged(order: Int32Array, one: number, other: number): Int32Array {
  const next = order.map((each) => (each === one ? other : each === other ? one : each));
  const left = new Map([one, other].map((need) => [need, order.reduce((count, each) => (each === need ? count + 1 : count), 0)]));
  // What one has more of than the other stands where the last of it would stand.
  return next.map((each) => {
    const many = left.get(each);
    if (many === undefined) return each;
    const taken = many > 0 ? each : each === one ? other : one;
    left.set(taken, (left.get(taken) ?? 0) - 1);
    return taken;
  });
}

/** The chances of an order, counted in futures of their own. */
function counted(job: PromiseJob, play: PromisePlay, order: Int32Array, limits: Limits): PromisePlan {
  const futures = new Futures(job, play.steps, limits.seed * 2 + 2);
  const kept = new Int32Array(play.needs);
  play.rankBy(order);
  let runs = 0;
  while (runs === 0 || (runs < COUNTED && !limits.stop())) {
    play.play(futures.next());
    runs += 1;
    for (let need = 0; need < play.needs; need += 1) if (play.isOnTime(need)) kept[need] = (kept[need] ?? 0) + 1;
  }
  const onTime = new Map(job.needs.map((need, index) => [need.id, (kept[index] ?? 0) / runs]));
  const seen = new Int32Array(play.needs);
  const steps = [...order].flatMap((index) => {
    const need = job.needs[index];
    const step = need?.steps[seen[index] ?? 0];
    seen[index] = (seen[index] ?? 0) + 1;
    return need && step ? [{ need: need.id, step: step.id }] : [];
  });
  return { order: steps, onTime, kept: job.needs.reduce((all, need) => all + need.weight * (onTime.get(need.id) ?? 0), 0), runs };
}
