import type { Future } from "./futures.ts";
import type { PromiseJob } from "./model.ts";

const NEVER = Infinity;

/** What a step takes beside looking for it, in choices looked at. */
const OVERHEAD = 12;

/**
 * Plays a list of priorities through a future. Whenever the hands are free they take the most pressing step that is ready; they never
 * idle on purpose. What the end of a session breaks off goes on first thing in the next.
 *
 * An order is a sequence of needs: the k-th time a need stands in it is its k-th step, so that every sequence is an order that can be kept.
 * Flat arrays, because a search plays hundreds of thousands of futures.
 */
export class PromisePlay {
  readonly needs: number;
  /** All steps together. */
  readonly steps: number;
  readonly firstOf: Int32Array;
  readonly countOf: Int32Array;
  readonly weights: Float64Array;
  /** The palette of each step by a number, or -1. */
  readonly palettes: Int32Array;
  /** Choices looked at since the beginning: what a search has cost. */
  work = 0;
  /** When each need was done in the last future that was played; Infinity where the sessions never reached it. */
  readonly doneAt: Float64Array;
  private readonly hands: Float64Array;
  private readonly dry: Float64Array;
  private readonly due: Float64Array;
  private readonly opens: Float64Array;
  private readonly closes: Float64Array;
  private readonly changeover: number;
  /** The place of each step in the order: less is more pressing. */
  private readonly rank: Int32Array;
  private readonly next: Int32Array;
  private readonly readyAt: Float64Array;
  private readonly open: Int32Array;

  constructor(job: PromiseJob) {
    const steps = job.needs.flatMap((need) => need.steps);
    const names = [...new Set(steps.flatMap(({ palette }) => palette ?? []))];
    this.needs = job.needs.length;
    this.steps = steps.length;
    this.firstOf = new Int32Array(this.needs);
    this.countOf = Int32Array.from(job.needs, (need) => need.steps.length);
    for (let need = 1; need < this.needs; need += 1) this.firstOf[need] = (this.firstOf[need - 1] ?? 0) + (this.countOf[need - 1] ?? 0);
    this.weights = Float64Array.from(job.needs, ({ weight }) => weight);
    this.due = Float64Array.from(job.needs, ({ due }) => due);
    this.hands = Float64Array.from(steps, ({ hands }) => hands);
    this.dry = Float64Array.from(steps, ({ dry }) => dry);
    this.palettes = Int32Array.from(steps, ({ palette }) => (palette === null ? -1 : names.indexOf(palette)));
    this.opens = Float64Array.from(job.sessions, ([open]) => open);
    this.closes = Float64Array.from(job.sessions, ([, close]) => close);
    this.changeover = job.changeover;
    this.rank = new Int32Array(this.steps);
    this.next = new Int32Array(this.needs);
    this.readyAt = new Float64Array(this.needs);
    this.open = new Int32Array(this.needs);
    this.doneAt = new Float64Array(this.needs);
  }

  /** Takes up another order. */
  rankBy(order: Int32Array): void {
    this.next.fill(0);
    for (let place = 0; place < order.length; place += 1) {
      const need = order[place] ?? 0;
      const step = this.next[need] ?? 0;
      this.rank[(this.firstOf[need] ?? 0) + step] = place;
      this.next[need] = step + 1;
    }
  }

  isOnTime(need: number): boolean {
    return (this.doneAt[need] ?? NEVER) <= (this.due[need] ?? 0);
  }

  /** Plays one future by the order taken up last. @returns the weight of what was kept */
  play(future: Future): number {
    const { next, readyAt, open, opens, closes, rank, firstOf, countOf, palettes } = this;
    this.begin();
    this.work += OVERHEAD * (this.steps + 1);
    let left = this.needs;
    let [palette, broken, rest] = [-1, -1, 0];
    for (let session = 0; session < opens.length && left > 0; session += 1) {
      if (future.lost[session] === 1) continue;
      const close = closes[session] ?? 0;
      let time = opens[session] ?? 0;
      while (left > 0) {
        if (broken < 0) {
          let [place, soonest] = [-1, NEVER];
          let most = NEVER;
          for (let at = 0; at < left; at += 1) {
            const need = open[at] ?? 0;
            const ready = readyAt[need] ?? 0;
            if (ready > time) {
              if (ready < soonest) soonest = ready;
              continue;
            }
            const own = rank[(firstOf[need] ?? 0) + (next[need] ?? 0)] ?? 0;
            if (own < most) [most, place] = [own, at];
          }
          this.work += left;
          if (place < 0) {
            if (soonest >= close) break;
            time = soonest;
            continue;
          }
          if (time >= close) break;
          broken = place;
          const need = open[place] ?? 0;
          const step = (firstOf[need] ?? 0) + (next[need] ?? 0);
          const own = palettes[step] ?? -1;
          rest = (this.hands[step] ?? 0) * future.hands + (own >= 0 && palette >= 0 && own !== palette ? this.changeover : 0);
        }
        if (time + rest > close) {
          rest -= close - time;
          break;
        }
        time += rest;
        const need = open[broken] ?? 0;
        const step = (firstOf[need] ?? 0) + (next[need] ?? 0);
        if ((palettes[step] ?? -1) >= 0) palette = palettes[step] ?? -1;
        readyAt[need] = time + (this.dry[step] ?? 0) * (future.dry[step] ?? 1);
        next[need] = (next[need] ?? 0) + 1;
        if (next[need] === countOf[need]) {
          this.doneAt[need] = readyAt[need] ?? NEVER;
          left -= 1;
          open[broken] = open[left] ?? 0;
        }
        broken = -1;
      }
    }
    return this.weightKept();
  }

  /** Nothing is done yet. */
  private begin(): void {
    for (let need = 0; need < this.needs; need += 1) {
      this.next[need] = 0;
      this.readyAt[need] = 0;
      this.open[need] = need;
      this.doneAt[need] = NEVER;
    }
  }

  private weightKept(): number {
    let kept = 0;
    for (let need = 0; need < this.needs; need += 1) if (this.isOnTime(need)) kept += this.weights[need] ?? 0;
    return kept;
  }
}
