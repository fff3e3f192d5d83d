import { DryingPlaces } from "./places.ts";
import { type RunModel } from "./model.ts";

/** A unit late by a minute costs as much as so many minutes of the makespan. */
const LATE = 1000;

/**
 * An order of steps with the earliest times that keep every rule. For a given order these are the least solution of
 * "not before" rules only (hands, drying, windows, places, and for wet windows: the step before not earlier than the
 * next one minus its longest wait), so no other times for the same order end sooner.
 *
 * Flat arrays and an undo of places, because a search times hundreds of thousands of orders.
 */
export class Timetable {
  private readonly order: Int32Array;
  private readonly starts: Float64Array;
  private readonly ends: Float64Array;
  /** The latest end of a drying up to a position. */
  private readonly latest: Float64Array;
  /** Minutes late of all units together up to a position. */
  private readonly late: Float64Array;
  /** Hands that are spent up to a position, preparation left out. */
  private readonly spent: Float64Array;
  /** Position of the same unit's step before, or -1. */
  private readonly sources: Int32Array;
  /** When a unit that was begun before is ready. */
  private readonly readyAt: Float64Array;
  /** By when it must begin. */
  private readonly deadline: Float64Array;
  /** Position of the same hands' move before, or -1. */
  private readonly previous: Int32Array;
  /** The last position of the maker's hands, and of the helper's. */
  private readonly lastOf = new Int32Array([-1, -1]);
  /** Where boards were given back, in order; and for a position that takes one, the giving that it waits for, or -1. */
  private readonly given: Int32Array;
  private readonly boardFrom: Int32Array;
  private givenCount = 0;
  private takenCount = 0;
  /** Starts forced later by a wet window that follows. */
  private readonly notBefore: Float64Array;
  /** How far the order was known when a start was forced later: that much of it is to blame. */
  private readonly blame: Int32Array;
  /** What the hands spend directly before a position, setting up and with fresh water. */
  private readonly prepares: Float64Array;
  /** The palette that lies mixed after a position, or -1. */
  private readonly mixed: Int32Array;
  /** How long the hands have been at one stage by the end of a position without a rest. */
  private readonly stretch: Float64Array;
  /** The window in which a position's hands lie. */
  private readonly windowOf: Int32Array;
  private readonly places: DryingPlaces;
  /** Positions of each step's units, `units` after one another for each step: the n-th is unit n. */
  private readonly positions: Int32Array;
  private readonly firstOf: Int32Array;
  private readonly counts: Int32Array;
  private filled = 0;
  private timed = 0;
  private forced = 0;
  /** The farthest position that has had a say in any start so far. */
  private frontier = 0;
  /** Where windows never close, no possible start is later than all hands, preparation and drying one after another. */
  private readonly horizon: number;
  private readonly allHands: number;
  /** Set when timing was broken off: the order may be possible all the same. */
  gaveUp = false;
  /** Positions timed since the beginning: what a search has cost. */
  turns = 0;

  /** @param patience how much longer than usual it goes on moving starts of an order that may be impossible, before it gives up */
  constructor(
    private readonly work: RunModel,
    private readonly patience = 1,
  ) {
    const n = work.operations;
    this.order = new Int32Array(n);
    this.starts = new Float64Array(n);
    this.ends = new Float64Array(n);
    this.latest = new Float64Array(n);
    this.spent = new Float64Array(n);
    this.late = new Float64Array(n);
    this.sources = new Int32Array(n);
    this.readyAt = new Float64Array(n);
    this.deadline = new Float64Array(n);
    this.previous = new Int32Array(n);
    this.given = new Int32Array(n);
    this.boardFrom = new Int32Array(n);
    this.notBefore = new Float64Array(n);
    this.blame = new Int32Array(n);
    this.prepares = new Float64Array(n);
    this.mixed = new Int32Array(n);
    this.stretch = new Float64Array(n);
    this.windowOf = new Int32Array(n);
    this.positions = new Int32Array(n);
    this.firstOf = new Int32Array(work.steps.length);
    this.counts = new Int32Array(work.steps.length);
    let at = 0;
    work.steps.forEach((step, index) => {
      this.firstOf[index] = at;
      at += step.units;
    });
    this.places = new DryingPlaces(work.drying < n ? work.drying : 0, n);
    const whole = work.steps.reduce((sum, step) => sum + step.units * (step.hands + step.setup + step.dry + work.changeover + work.tires.rest), 0);
    const [latestRelease] = [Math.max(0, ...work.steps.flatMap((step) => step.releases))];
    this.horizon = work.windows.length === 0 && !work.table.who.includes(1) ? whole + latestRelease : Infinity;
    // Two pairs of hands share what is left, so it bounds nothing.
    this.allHands = work.table.who.includes(1) ? 0 : work.steps.reduce((sum, step) => sum + step.units * step.hands, 0);
  }

  get length(): number {
    return this.filled;
  }

  get end(): number {
    return this.filled > 0 ? (this.ends[this.filled - 1] ?? 0) : 0;
  }

  get last(): number {
    return this.filled > 0 ? (this.order[this.filled - 1] ?? -1) : -1;
  }

  done(step: number): number {
    return this.counts[step] ?? 0;
  }

  startAt(position: number): number {
    return this.starts[position] ?? 0;
  }

  endAt(position: number): number {
    return this.ends[position] ?? 0;
  }

  /** What the hands spend directly before a position. */
  prepareAt(position: number): number {
    return this.prepares[position] ?? 0;
  }

  /** The palette that lies mixed at the end, by its number, or -1. */
  mixedNow(): number {
    return this.filled > 0 ? (this.mixed[this.filled - 1] ?? -1) : this.work.mixed;
  }

  /** The step at a position. */
  stepOf(position: number): number {
    return this.order[position] ?? -1;
  }

  /** The position of the same hands' move before one, or -1. */
  before(position: number): number {
    return this.previous[position] ?? -1;
  }

  /** Units that stand ready for a step, dry or not, and have not gone through it. */
  waiting(step: number): number {
    const { before, heads, splits, units } = this.work.table;
    const all = units[step] ?? 0;
    const earlier = before[step] ?? -1;
    const there = earlier < 0 ? all : Math.min(all, (heads[step] ?? 0) + this.done(earlier) * (splits[step] ?? 1));
    return there - this.done(step);
  }

  /** Where a step is done for its n-th unit, or -1. */
  positionOf(step: number, unit: number): number {
    return unit < this.done(step) ? (this.positions[(this.firstOf[step] ?? 0) + unit] ?? -1) : -1;
  }

  steps(): readonly number[] {
    return [...this.order.subarray(0, this.filled)];
  }

  /** The end of the last drying. */
  makespan(): number {
    return this.filled > 0 ? (this.latest[this.filled - 1] ?? 0) : 0;
  }

  /** Time late of all units together. */
  lateness(): number {
    return this.filled > 0 ? (this.late[this.filled - 1] ?? 0) : 0;
  }

  /** What a plan is judged by: on time first, then the makespan. */
  cost(): number {
    return this.makespan() + LATE * this.lateness();
  }

  /**
   * What the hands lose in all: preparing and waiting. What is left of a window where the next move no longer fits is
   * no loss here: it changes with every minute before it, and would hide what a better order gains.
   */
  losses(): number {
    const { windows, table } = this.work;
    let lost = 0;
    let window = 0;
    for (let position = 0; position < this.filled; position += 1) {
      const step = this.order[position] ?? 0;
      const prepare = this.prepares[position] ?? 0;
      const hands = table.hands[step] ?? 0;
      const from = (this.starts[position] ?? 0) - prepare;
      let free = position === 0 ? 0 : (this.ends[position - 1] ?? 0);
      lost += prepare;
      while (window < windows.length && (windows[window]?.[1] ?? 0) <= from) {
        const left = (windows[window]?.[1] ?? 0) - Math.max(free, windows[window]?.[0] ?? 0);
        if (left >= prepare + hands) lost += left;
        window += 1;
        free = windows[window]?.[0] ?? free;
      }
      if (windows.length > 0) free = Math.max(free, windows[window]?.[0] ?? 0);
      lost += Math.max(0, from - free);
    }
    return lost;
  }

  /** Takes the end of the order away; starts that it had forced later go back. */
  truncate(length: number): void {
    if (length >= this.filled) return;
    this.drop(length);
    this.settle(0, Infinity);
  }

  /**
   * Adds a step for its next unit. Steps at `base` and later may be moved later to keep a wet window.
   * @returns false when it cannot be; the timetable is then to be truncated to a length known to be good
   */
  append(step: number, base: number): boolean {
    return this.place(step) && this.settle(base, Infinity);
  }

  /**
   * Times another order, from where it first differs from the one that is there.
   * @param most gives up as soon as the order is seen to end later
   * @returns its cost; Infinity when it costs more than `most` or cannot be kept
   */
  retime(order: ArrayLike<number>, most: number): number {
    const mine = this.order;
    const shared = Math.min(this.filled, order.length);
    let same = 0;
    while (same < shared && mine[same] === order[same]) same += 1;
    this.drop(same);
    const kept = this.settle(0, most, order);
    const cost = this.cost();
    return kept && cost <= most ? cost : Infinity;
  }

  private drop(length: number): void {
    this.rewind(Math.min(length, this.timed));
    const { who, board } = this.work.table;
    for (let position = this.filled - 1; position >= length; position -= 1) {
      const step = this.order[position] ?? 0;
      this.counts[step] = (this.counts[step] ?? 1) - 1;
      this.lastOf[who[step] ?? 0] = this.previous[position] ?? -1;
      if (board[step] === 1) this.takenCount -= 1;
      else if (board[step] === -1) this.givenCount -= 1;
    }
    this.filled = length;
    this.frontier = Math.min(this.frontier, Math.max(0, length - 1));
    this.release(length);
  }

  /** Starts that were forced later by what stands at `length` or after it are free again, and all from there on is to be timed anew. */
  private release(length: number): void {
    if (this.forced === 0) return;
    for (let position = 0; position < length; position += 1) {
      if ((this.notBefore[position] ?? 0) === 0 || (this.blame[position] ?? 0) < length) continue;
      this.notBefore[position] = 0;
      this.forced -= 1;
      this.rewind(Math.min(position, this.timed));
    }
  }

  private place(step: number): boolean {
    const { counts, firstOf, positions, filled } = this;
    const { before: beforeOf, units: unitsOf, heads, releases, deadlines, splits, who, board, boards, boardsOut } = this.work.table;
    const unit = counts[step] ?? 0;
    if (unit >= (unitsOf[step] ?? 0)) return false;
    const before = beforeOf[step] ?? -1;
    const head = heads[step] ?? 0;
    let source = -1;
    this.readyAt[filled] = unit < head ? (releases[step]?.[unit] ?? 0) : 0;
    this.deadline[filled] = unit < head ? (deadlines[step]?.[unit] ?? Infinity) : Infinity;
    if (unit >= head && before >= 0) {
      const from = splits[step] === 1 ? unit - head : Math.floor((unit - head) / (splits[step] ?? 1));
      if (from >= (counts[before] ?? 0)) return false;
      source = positions[(firstOf[before] ?? 0) + from] ?? -1;
    }
    this.boardFrom[filled] = -1;
    if (board[step] === 1) {
      const free = boardsOut + this.takenCount + 1 - boards;
      if (free > this.givenCount) return false;
      if (free > 0) this.boardFrom[filled] = this.given[free - 1] ?? -1;
      this.takenCount += 1;
    } else if (board[step] === -1) {
      this.given[this.givenCount] = filled;
      this.givenCount += 1;
    }
    this.sources[filled] = source;
    const hands = who[step] ?? 0;
    this.previous[filled] = this.lastOf[hands] ?? -1;
    this.lastOf[hands] = filled;
    positions[(firstOf[step] ?? 0) + unit] = filled;
    counts[step] = unit + 1;
    this.order[filled] = step;
    if (this.forced > 0 && (this.notBefore[filled] ?? 0) !== 0) this.forced -= 1;
    this.notBefore[filled] = 0;
    this.filled = filled + 1;
    return true;
  }

  /** Untimes what stands at a position and after it. */
  private rewind(to: number): void {
    for (let position = this.timed - 1; position >= to; position -= 1) this.places.giveBack(position);
    this.timed = Math.min(this.timed, to);
  }

  /**
   * Times everything that is not timed yet, and then the rest of `order` if one is given; goes back to where a wet
   * window forces a later start.
   */
  private settle(base: number, most: number, order?: ArrayLike<number>): boolean {
    const { work, starts, ends, latest, spent, late, sources, notBefore, places, horizon, allHands, previous: previousOf, readyAt, deadline, boardFrom } = this;
    const { prepares, mixed, stretch } = this;
    const { changeover } = work;
    const { after: tiresAfter, rest } = work.tires;
    const { opens: opensOf, closes: closesOf, hours, board, who, due: dueOf, hasDues } = work.table;
    const windowOf = this.windowOf;
    const { hands: handsOf, dry: dryOf, within: withinOf, setup: setupOf, palette: paletteOf, before: beforeOf } = work.table;
    const mine = this.order;
    const total = order ? order.length : this.filled;
    let turnsLeft = this.patience * (200 + 40 * (total - Math.min(this.timed, base === 0 ? this.timed : base)));
    let position = this.timed;
    let good = true;
    while (position < total) {
      if (position === this.filled && !(order && this.place(order[position] ?? 0))) {
        good = false;
        break;
      }
      turnsLeft -= 1;
      if (turnsLeft < 0) {
        this.gaveUp = true;
        good = false;
        break;
      }
      this.turns += 1;
      if (position > this.frontier) this.frontier = position;
      const step = mine[position] ?? 0;
      const hands = handsOf[step] ?? 0;
      const dry = dryOf[step] ?? 0;
      const previous = previousOf[position] ?? -1;
      const last = previous < 0 ? (who[step] === 0 ? work.last : -1) : (mine[previous] ?? -1);
      const free = previous < 0 ? 0 : (ends[previous] ?? 0);
      const palette = paletteOf[step] ?? -1;
      const lies = previous < 0 ? (who[step] === 0 ? work.mixed : -1) : (mixed[previous] ?? -1);
      const prepare = last === step ? 0 : (setupOf[step] ?? 0) + (palette < 0 || lies < 0 || palette === lies ? 0 : changeover);
      mixed[position] = palette < 0 ? lies : palette;
      prepares[position] = prepare;
      const source = sources[position] ?? -1;
      const ready = source < 0 ? (readyAt[position] ?? 0) : (ends[source] ?? 0) + (dryOf[beforeOf[step] ?? 0] ?? 0);
      let start = free + prepare;
      if (ready > start) start = ready;
      const forced = notBefore[position] ?? 0;
      if (forced > start) start = forced;
      if (dry > 0 && places.freeAt - hands > start) start = places.freeAt - hands;
      if (board[step] === 1) {
        const giving = boardFrom[position] ?? -1;
        if (giving >= 0 && (ends[giving] ?? 0) > start) start = ends[giving] ?? 0;
      }
      const spentAtIt = last !== step ? 0 : previous < 0 ? work.spent : (stretch[previous] ?? 0);
      if (spentAtIt > 0 && spentAtIt + hands > tiresAfter && start - free < rest && withinOf[step] === Infinity) start = free + rest;
      const list = hours[step] ?? 0;
      const opens = opensOf[list] as Float64Array;
      const closes = closesOf[list] as Float64Array;
      const windows = opens.length;
      if (windows > 0) {
        // Starts never go back along the moves of one pair of hands, so the search goes on from the window of the one before.
        let window = previous < 0 || hours[last] !== list ? 0 : (windowOf[previous] ?? 0);
        while (window < windows && Math.max(start, (opens[window] ?? 0) + prepare) + hands > (closes[window] ?? 0)) window += 1;
        windowOf[position] = window;
        start = window < windows ? Math.max(start, (opens[window] ?? 0) + prepare) : Infinity;
      }
      if (start > horizon || start === Infinity || start > (deadline[position] ?? Infinity)) {
        good = false;
        break;
      }
      if (source >= 0 && start > ready + (withinOf[step] ?? Infinity)) {
        if (source < base) {
          good = false;
          break;
        }
        if ((notBefore[source] ?? 0) === 0) this.forced += 1;
        notBefore[source] = (starts[source] ?? 0) + start - ready - (withinOf[step] ?? Infinity);
        this.blame[source] = this.frontier;
        this.timed = position;
        this.rewind(source);
        position = source;
        continue;
      }
      const end = start + hands;
      stretch[position] = hands + (start - free < rest ? spentAtIt : 0);
      starts[position] = start;
      ends[position] = end;
      const before = position === 0 ? 0 : (latest[position - 1] ?? 0);
      const dried = end + dry > before ? end + dry : before;
      latest[position] = dried;
      if (hasDues) {
        const over = end + dry - (dueOf[step] ?? Infinity);
        late[position] = (position === 0 ? 0 : (late[position - 1] ?? 0)) + (over > 0 ? over : 0);
        if (LATE * (late[position] ?? 0) > most) {
          good = false;
          break;
        }
      }
      const sofar = (position === 0 ? 0 : (spent[position - 1] ?? 0)) + hands;
      spent[position] = sofar;
      places.take(position, dry > 0 ? end + dry : 0);
      position += 1;
      if (end + allHands - sofar > most || dried > most) {
        good = false;
        break;
      }
    }
    this.timed = position;
    return good;
  }

  /** Times a whole order anew. @returns its cost, without due times its makespan, or Infinity when the order cannot be kept */
  static makespanOf(work: RunModel, order: readonly number[]): number {
    return new Timetable(work).retime(order, Infinity);
  }

  static of(work: RunModel, order: readonly number[]): Timetable | null {
    const timetable = new Timetable(work);
    return timetable.retime(order, Infinity) === Infinity ? null : timetable;
  }
}
