import { preparation, startInWindow, stepAt, type Work } from "./model.ts";

/**
 * An order of steps with the earliest times that keep every rule. For a given order these are the least solution of
 * "not before" rules only (hands, drying, windows, places, and for wet windows: the step before not earlier than the
 * next one minus its longest wait), so no other times for the same order end sooner.
 */
export class Timetable {
  private readonly order: number[] = [];
  private readonly starts: number[] = [];
  private readonly ends: number[] = [];
  /** Position of the same unit's step before, or -1. */
  private readonly sources: number[] = [];
  /** Starts forced later by a wet window that follows. */
  private readonly notBefore: number[] = [];
  /** The ends of what still dries when a position's hands end, at most as many as there are drying places. */
  private readonly dryings: (readonly number[])[] = [];
  /** Positions per step, in order: the n-th is unit n. */
  private readonly positions: number[][];
  /** Where windows never close, no possible start is later than all hands, preparation and drying one after another. */
  private readonly horizon: number;
  /** Set when timing was broken off: the order may be possible all the same. */
  gaveUp = false;

  constructor(private readonly work: Work) {
    this.positions = work.steps.map(() => []);
    const whole = work.steps.reduce((sum, step) => sum + step.units * (step.hands + step.setup + step.dry + work.changeover), 0);
    this.horizon = work.windows.length === 0 ? whole : Infinity;
  }

  get length(): number {
    return this.order.length;
  }

  get end(): number {
    return this.ends[this.ends.length - 1] ?? 0;
  }

  get last(): number {
    return this.order[this.order.length - 1] ?? -1;
  }

  done(step: number): number {
    return this.positions[step]?.length ?? 0;
  }

  startAt(position: number): number {
    return this.starts[position] ?? 0;
  }

  endAt(position: number): number {
    return this.ends[position] ?? 0;
  }

  steps(): readonly number[] {
    return this.order;
  }

  /** The end of the last drying. */
  makespan(): number {
    let latest = 0;
    this.order.forEach((step, position) => (latest = Math.max(latest, (this.ends[position] ?? 0) + stepAt(this.work, step).dry)));
    return latest;
  }

  truncate(length: number): void {
    while (this.order.length > length) {
      const step = this.order.pop();
      this.starts.pop();
      this.ends.pop();
      this.sources.pop();
      this.notBefore.pop();
      this.dryings.pop();
      if (step !== undefined) this.positions[step]?.pop();
    }
  }

  /**
   * Adds a step for its next unit. Steps at `base` and later may be moved later to keep a wet window.
   * @returns false when it cannot be; the timetable is then to be truncated to a length known to be good
   */
  append(step: number, base: number): boolean {
    const before = stepAt(this.work, step).before;
    const unit = this.done(step);
    const source = before < 0 ? -1 : (this.positions[before]?.[unit] ?? -2);
    if (source === -2) return false;
    this.positions[step]?.push(this.order.length);
    this.order.push(step);
    this.sources.push(source);
    this.notBefore.push(0);
    this.starts.push(0);
    this.ends.push(0);
    this.dryings.push([]);
    return this.settle(this.order.length - 1, base);
  }

  /** Times everything from a position on; goes back to where a wet window forces a later start. */
  private settle(from: number, base: number): boolean {
    let position = from;
    const mostTurns = 200 + 40 * (this.order.length - base);
    for (let turns = 0; position < this.order.length; turns += 1) {
      if (turns > mostTurns) {
        this.gaveUp = true;
        return false;
      }
      const step = stepAt(this.work, this.order[position] ?? 0);
      const drying = this.dryings[position - 1] ?? [];
      const start = this.earliest(position, drying);
      if (start === Infinity || start > this.horizon) return false;
      const source = this.sources[position] ?? -1;
      if (step.within !== null && source >= 0) {
        const dry = stepAt(this.work, step.before).dry;
        const latest = (this.ends[source] ?? 0) + dry + step.within;
        if (start > latest) {
          if (source < base) return false;
          this.notBefore[source] = (this.starts[source] ?? 0) + start - latest;
          position = source;
          continue;
        }
      }
      this.starts[position] = start;
      const end = start + step.hands;
      this.ends[position] = end;
      if (this.work.drying !== Infinity) {
        const still = drying.filter((until) => until > end);
        if (step.dry > 0) still.push(end + step.dry);
        this.dryings[position] = still;
      }
      position += 1;
    }
    return true;
  }

  private earliest(position: number, drying: readonly number[]): number {
    const index = this.order[position] ?? 0;
    const step = stepAt(this.work, index);
    const before = position === 0 ? -1 : (this.order[position - 1] ?? -1);
    const prepare = preparation(this.work, before, index);
    const source = this.sources[position] ?? -1;
    const ready = source < 0 ? 0 : (this.ends[source] ?? 0) + stepAt(this.work, step.before).dry;
    const free = position === 0 ? 0 : (this.ends[position - 1] ?? 0);
    let start = startInWindow(this.work, Math.max(ready, free + prepare, this.notBefore[position] ?? 0), prepare, step.hands);
    if (step.dry === 0 || this.work.drying === Infinity) return start;
    // All that dries began before this end, so a place is free at the end exactly when it stays free.
    for (;;) {
      const end = start + step.hands;
      const busy = drying.filter((until) => until > end).sort((a, b) => b - a);
      if (busy.length < this.work.drying) return start;
      const freed = busy[this.work.drying - 1];
      if (freed === undefined || start === Infinity) return Infinity;
      start = startInWindow(this.work, freed - step.hands, prepare, step.hands);
    }
  }

  /** Times a whole order anew. @returns the makespan, or Infinity when the order cannot be kept */
  static makespanOf(work: Work, order: readonly number[]): number {
    const timetable = Timetable.of(work, order);
    return timetable ? timetable.makespan() : Infinity;
  }

  static of(work: Work, order: readonly number[]): Timetable | null {
    const timetable = new Timetable(work);
    for (const step of order) if (!timetable.append(step, 0)) return null;
    return timetable;
  }
}
