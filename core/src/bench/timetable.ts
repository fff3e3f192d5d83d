import { DryingPlaces } from "./places.ts";
import { type RunModel } from "./model.ts";

const { max, min } = Math;
const NEVER = Infinity;

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
  /** Until when a position may wait for its paint, which is to be caught wet. */
  private readonly until: Float64Array;
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
    this.until = new Float64Array(n);
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
    const [latestRelease] = [max(0, ...work.steps.flatMap((step) => step.releases))];
    this.horizon = work.windows.length === 0 && !work.table.who.includes(1) ? whole + latestRelease : NEVER;
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
    const there = earlier < 0 ? all : min(all, (heads[step] ?? 0) + this.done(earlier) * (splits[step] ?? 1));
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

  /** Takes the end of the order away; starts that it had forced later go back. */
  truncate(length: number): void {
    if (length >= this.filled) return;
    this.drop(length);
    this.settle(0, NEVER);
  }

  /**
   * Adds a step for its next unit. Steps at `base` and later may be moved later to keep a wet window.
   * @returns false when it cannot be; the timetable is then to be truncated to a length known to be good
   */
  append(step: number, base: number): boolean {
    return this.place(step) && this.settle(base, NEVER);
  }

  /**
   * Times another order, from where it first differs from the one that is there.
   * @param most gives up as soon as the order is seen to end later
   * @returns its cost; Infinity when it costs more than `most` or cannot be kept
   */
  retime(order: ArrayLike<number>, most: number): number {
    const mine = this.order;
    const shared = min(this.filled, order.length);
    let same = 0;
    while (same < shared && mine[same] === order[same]) same += 1;
    this.drop(same);
    const kept = this.settle(0, most, order);
    const cost = this.cost();
    return kept && cost <= most ? cost : NEVER;
  }

  private drop(length: number): void {
    this.rewind(min(length, this.timed));
    const { who, board } = this.work.table;
    for (let position = this.filled - 1; position >= length; position -= 1) {
      const step = this.order[position] ?? 0;
      this.counts[step] = (this.counts[step] ?? 1) - 1;
      this.lastOf[who[step] ?? 0] = this.previous[position] ?? -1;
      if (board[step] === 1) this.takenCount -= 1;
      else if (board[step] === -1) this.givenCount -= 1;
    }
    this.filled = length;
    this.frontier = min(this.frontier, max(0, length - 1));
    this.release(length);
  }

  /** Starts that were forced later by what stands at `length` or after it are free again, and all from there on is to be timed anew. */
  private release(length: number): void {
    if (this.forced === 0) return;
    for (let position = 0; position < length; position += 1) {
      if ((this.notBefore[position] ?? 0) === 0 || (this.blame[position] ?? 0) < length) continue;
      this.notBefore[position] = 0;
      this.forced -= 1;
      this.rewind(min(position, this.timed));
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
    this.deadline[filled] = unit < head ? (deadlines[step]?.[unit] ?? NEVER) : NEVER;
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
    this.timed = min(this.timed, to);
  }

  /**
   * Times everything that is not timed yet, and then the rest of `order` if one is given; goes back to where a wet
   * window forces a later start.
   */
  private settle(base: number, most: number, order?: ArrayLike<number>): boolean {
    const total = order ? order.length : this.filled;
    let turnsLeft = this.patience * (200 + 40 * (total - min(this.timed, base === 0 ? this.timed : base)));
    let position = this.timed;
    let good = true;
    while (good && position < total) {
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
      const start = this.earliest(position);
      const source = this.sources[position] ?? -1;
      if (start > this.horizon || start === NEVER || start > (this.deadline[position] ?? NEVER)) good = false;
      else if (source >= 0 && start > (this.until[position] ?? NEVER)) {
        if (source < base) good = false;
        else position = this.forceLater(position, start);
      } else {
        good = this.record(position, start, most);
        position += 1;
      }
    }
    this.timed = position;
    return good;
  }

  /** The earliest start of a position, its hands already prepared, by all rules but the wet windows; Infinity where the doors never open for it. */
  private earliest(position: number): number {
    const { work, ends, sources } = this;
    const { table } = work;
    const step = this.order[position] ?? 0;
    const hands = table.hands[step] ?? 0;
    const previous = this.previous[position] ?? -1;
    const last = previous < 0 ? (table.who[step] === 0 ? work.last : -1) : (this.order[previous] ?? -1);
    const prepare = this.prepare(position, step, previous, last);
    // 1. The hands have finished what they did before, and have prepared.
    const free = previous < 0 ? 0 : (ends[previous] ?? 0);
    let start = free + prepare;
    // 2. What it is done on is dry.
    const source = sources[position] ?? -1;
    const ready = source < 0 ? (this.readyAt[position] ?? 0) : (ends[source] ?? 0) + (table.dry[table.before[step] ?? 0] ?? 0);
    const within = table.within[step] ?? NEVER;
    this.until[position] = ready + within;
    if (ready > start) start = ready;
    // 3. What must be caught wet after it is not kept waiting.
    const forced = this.notBefore[position] ?? 0;
    if (forced > start) start = forced;
    // 4. By its end there is a place to dry.
    if ((table.dry[step] ?? 0) > 0 && this.places.freeAt - hands > start) start = this.places.freeAt - hands;
    // 5. A board was given back.
    if (table.board[step] === 1) {
      const giving = this.boardFrom[position] ?? -1;
      if (giving >= 0 && (ends[giving] ?? 0) > start) start = ends[giving] ?? 0;
    }
    // 6. A tired hand has rested, unless what it catches is wet.
    const { after, rest } = work.tires;
    const spentAtIt = last !== step ? 0 : previous < 0 ? work.spent : (this.stretch[previous] ?? 0);
    if (spentAtIt > 0 && spentAtIt + hands > after && start - free < rest && within === NEVER) start = free + rest;
    // 7. The table is free from preparing to its end.
    start = this.inHours(position, step, start, last, prepare);
    this.stretch[position] = hands + (start - free < rest ? spentAtIt : 0);
    return start;
  }

  /** What the hands spend before a position: setting up for another stage, and fresh water and palette for other paint. */
  private prepare(position: number, step: number, previous: number, last: number): number {
    const { work, mixed } = this;
    const palette = work.table.palette[step] ?? -1;
    const lies = previous < 0 ? (work.table.who[step] === 0 ? work.mixed : -1) : (mixed[previous] ?? -1);
    const prepare = last === step ? 0 : (work.table.setup[step] ?? 0) + (palette < 0 || lies < 0 || palette === lies ? 0 : work.changeover);
    mixed[position] = palette < 0 ? lies : palette;
    this.prepares[position] = prepare;
    return prepare;
  }

  /** The first start in a window that holds the whole move. Starts never go back along the moves of one pair of hands, so it looks on from the window of the one before. */
  private inHours(position: number, step: number, start: number, last: number, prepare: number): number {
    const { table } = this.work;
    const list = table.hours[step] ?? 0;
    const opens = table.opens[list] as Float64Array;
    const closes = table.closes[list] as Float64Array;
    const windows = opens.length;
    if (windows === 0) return start;
    const previous = this.previous[position] ?? -1;
    const hands = table.hands[step] ?? 0;
    let window = previous < 0 || table.hours[last] !== list ? 0 : (this.windowOf[previous] ?? 0);
    while (window < windows && max(start, (opens[window] ?? 0) + prepare) + hands > (closes[window] ?? 0)) window += 1;
    this.windowOf[position] = window;
    return window < windows ? max(start, (opens[window] ?? 0) + prepare) : NEVER;
  }

  /** A wet window was missed: the step that it follows begins later by as much. @returns the position to go on from */
  private forceLater(position: number, start: number): number {
    const source = this.sources[position] ?? 0;
    if ((this.notBefore[source] ?? 0) === 0) this.forced += 1;
    this.notBefore[source] = (this.starts[source] ?? 0) + start - (this.until[position] ?? NEVER);
    this.blame[source] = this.frontier;
    this.timed = position;
    this.rewind(source);
    return source;
  }

  /** Writes a position down. @returns whether the order can still cost at most `most` */
  private record(position: number, start: number, most: number): boolean {
    const { latest, spent, late } = this;
    const { table } = this.work;
    const step = this.order[position] ?? 0;
    const hands = table.hands[step] ?? 0;
    const dry = table.dry[step] ?? 0;
    const end = start + hands;
    this.starts[position] = start;
    this.ends[position] = end;
    const before = position === 0 ? 0 : (latest[position - 1] ?? 0);
    const dried = end + dry > before ? end + dry : before;
    latest[position] = dried;
    const sofar = (position === 0 ? 0 : (spent[position - 1] ?? 0)) + hands;
    spent[position] = sofar;
    this.places.take(position, dry > 0 ? end + dry : 0);
    if (table.hasDues) {
      const over = end + dry - (table.due[step] ?? NEVER);
      late[position] = (position === 0 ? 0 : (late[position - 1] ?? 0)) + (over > 0 ? over : 0);
      if (LATE * (late[position] ?? 0) > most) return false;
    }
    return end + this.allHands - sofar <= most && dried <= most;
  }

  /** Times a whole order anew. @returns its cost, without due times its makespan, or Infinity when the order cannot be kept */
  static makespanOf(work: RunModel, order: readonly number[]): number {
    return new Timetable(work).retime(order, NEVER);
  }

  static of(work: RunModel, order: readonly number[]): Timetable | null {
    const timetable = new Timetable(work);
    return timetable.retime(order, NEVER) === NEVER ? null : timetable;
  }
}
