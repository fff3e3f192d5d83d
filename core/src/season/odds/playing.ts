import type { Course } from "./course.ts";

const { max, min } = Math;
const NEVER = Infinity;

/** How many of the next blocks the hands look through when the planned one is not dry yet. */
const LOOK_AHEAD = 6;

/** What is drawn before a run: the plan itself stays as it is. */
export interface Draws {
  /** Minutes of hands of each piece. */
  readonly minutes: Float64Array;
  /** How many times as long as planned each piece dries. */
  readonly drying: Float64Array;
  /** Panels of each need that are painted again. */
  readonly extra: Float64Array;
  /** The chance that a session is lost. */
  lost: number;
  /** Minutes that what was ordered comes later than it should. */
  supplies: number;
}

/** A plan that is played again and again, in arrays that are made once. */
export class FuturePlay {
  readonly draws: Draws;
  /** The minute at which each need was done in the last run. */
  readonly finished: Float64Array;
  private readonly lags: Float64Array;
  private readonly dries: Float64Array;
  private readonly chainOf: Int32Array;
  /** Whether a piece ends its step, and whether it is the last of its chain. */
  private readonly ends: Uint8Array;
  private readonly closes: Uint8Array;
  /** With it its needs are done. */
  private readonly isLast: Uint8Array;
  /** The chain's needs, and the chains that wait for it. */
  private readonly needsOf: readonly Int32Array[];
  private readonly followersOf: readonly Int32Array[];
  private readonly ready: Float64Array;
  /** Nothing of a need is taken up before this minute. */
  private readonly holds: Float64Array;
  private readonly started: Uint8Array;
  private readonly maker: PlayedHands;
  private readonly helper: PlayedHands;

  constructor(
    private readonly course: Course,
    needs: number,
    private readonly random: () => number,
  ) {
    const { pieces, chains } = course;
    this.draws = { minutes: new Float64Array(pieces.length), drying: new Float64Array(pieces.length), extra: new Float64Array(needs), lost: 0, supplies: 0 };
    this.finished = new Float64Array(needs);
    this.lags = Float64Array.from(pieces, (piece) => piece.lag);
    this.dries = Float64Array.from(pieces, (piece) => piece.dry);
    this.chainOf = Int32Array.from(pieces, (piece) => piece.chain);
    this.ends = Uint8Array.from(pieces, ({ ends }) => (ends ? 1 : 0));
    this.closes = Uint8Array.from(pieces, ({ closes }) => (closes ? 1 : 0));
    this.isLast = Uint8Array.from(chains, ({ last }) => (last ? 1 : 0));
    this.needsOf = chains.map((chain) => Int32Array.from(chain.needs));
    this.followersOf = chains.map(({ followers }) => Int32Array.from(followers));
    this.ready = new Float64Array(chains.length);
    this.holds = new Float64Array(needs);
    this.started = new Uint8Array(chains.length);
    this.maker = new PlayedHands(course, 0, this.chainOf);
    this.helper = new PlayedHands(course, 1, this.chainOf);
  }

  /** From the next run on nothing of a need is taken up before a minute; panels that are painted together wait together. */
  hold(need: number, until: number): void {
    this.holds[need] = until;
  }

  /**
   * Plays the plan once with what was drawn.
   * @param wanted the one need whose end is asked for; what comes after it is not played. -1 for all
   */
  run(wanted = -1): void {
    const { ready, finished, draws, maker, helper, random } = this;
    this.makeReady();
    this.started.fill(0);
    finished.fill(0);
    maker.begin(draws.lost, random);
    helper.begin(draws.lost, random);
    for (;;) {
      const one = maker.isDone ? helper : helper.isDone || maker.at <= helper.at ? maker : helper;
      if (one.isDone) return;
      const found = one.look(ready);
      if (found >= 0) {
        this.workOn(found, one);
        if (wanted >= 0 && this.isOver(found, wanted)) return;
        continue;
      }
      // What waits for something the plan itself never came to is beyond the sessions anyway.
      if (one.isLost) return;
      const other = one === maker ? helper : maker;
      const wake = max(one.at + 1, min(one.wakesAt, other.isDone ? NEVER : other.at));
      if (wake < one.close) one.at = wake;
      else one.nextSession(draws.lost, random);
    }
  }

  private makeReady(): void {
    const { course, ready, draws, holds } = this;
    for (let index = 0; index < course.chains.length; index += 1) {
      const chain = course.chains[index];
      if (!chain || chain.after >= 0) {
        ready[index] = NEVER;
        continue;
      }
      let from = chain.release > 0 ? chain.release + draws.supplies : 0;
      for (const need of chain.needs) from = max(from, holds[need] ?? 0);
      ready[index] = from;
    }
  }

  /** Whether a piece was the last of a need. */
  private isOver(found: number, need: number): boolean {
    const chain = this.course.chains[this.chainOf[found] ?? 0];
    return chain?.last === true && this.course.pieces[found]?.closes === true && chain.needs.includes(need);
  }

  private workOn(found: number, one: PlayedHands): void {
    const { ready, finished, draws } = this;
    const place = this.chainOf[found] ?? 0;
    one.passDone(found);
    let left = draws.minutes[found] ?? 0;
    if (this.isLast[place] === 1 && this.started[place] === 0) {
      this.started[place] = 1;
      const again = this.paintedAgain(place);
      if (again > 0) left += again * (this.course.chains[place]?.paintMinutes ?? 0);
    }
    one.work(left, draws.lost, this.random);
    const factor = draws.drying[found] ?? 1;
    ready[place] = one.at + (this.lags[found] ?? 0) * factor;
    if (this.ends[found] === 0) return;
    const dryAt = one.at + (this.dries[found] ?? 0) * factor;
    const needs = this.needsOf[place] ?? NONE;
    for (let index = 0; index < needs.length; index += 1) {
      const need = needs[index] ?? 0;
      if (dryAt > (finished[need] ?? 0)) finished[need] = dryAt;
    }
    if (this.closes[found] === 1) this.letGo(place, dryAt);
  }

  /** What waited for a chain may be taken up. */
  private letGo(place: number, dryAt: number): void {
    const followers = this.followersOf[place] ?? NONE;
    for (let index = 0; index < followers.length; index += 1) {
      const other = followers[index] ?? 0;
      const chain = this.course.chains[other];
      if (chain) this.ready[other] = max(chain.release, dryAt + (this.paintedAgain(other) > 0 ? chain.paintDry : 0));
    }
  }

  private paintedAgain(chain: number): number {
    const needs = this.needsOf[chain] ?? NONE;
    let units = 0;
    for (let index = 0; index < needs.length; index += 1) units += this.draws.extra[needs[index] ?? 0] ?? 0;
    return units;
  }
}

const NONE = new Int32Array();

/** One person's hands while the plan is played: where in her sessions she is, and what of her list is done. */
class PlayedHands {
  at = 0;
  close = 0;
  /** When the first of what was looked at will be dry. */
  wakesAt = NEVER;
  private session = -1;
  /** What is left of the list, as a chain of places: the first of them, and for each the one after it and the one before. */
  private head = 0;
  private readonly after: Int32Array;
  private readonly before: Int32Array;
  /** The place of each piece in the list. */
  private readonly placeOf: Int32Array;
  private readonly list: Int32Array;
  private readonly opens: Float64Array;
  private readonly closes: Float64Array;
  private readonly seen = new Int32Array(LOOK_AHEAD);
  private readonly resigned: Uint8Array;

  constructor(
    course: Course,
    who: 0 | 1,
    private readonly chainOf: Int32Array,
  ) {
    const sessions = course.sessions[who] ?? [];
    this.list = Int32Array.from(course.order[who] ?? []);
    this.after = new Int32Array(this.list.length);
    this.before = new Int32Array(this.list.length);
    this.placeOf = new Int32Array(course.pieces.length);
    this.list.forEach((piece, place) => (this.placeOf[piece] = place));
    this.opens = Float64Array.from(sessions, (session) => session.open);
    this.closes = Float64Array.from(sessions, (session) => session.close);
    this.resigned = Uint8Array.from(course.chains, (chain) => (chain.resigned ? 1 : 0));
  }

  get isDone(): boolean {
    return this.head >= this.list.length;
  }

  get isLost(): boolean {
    return this.session > this.opens.length + 400;
  }

  begin(lost: number, random: () => number): void {
    this.at = 0;
    this.close = 0;
    this.session = -1;
    this.head = 0;
    for (let place = 0; place < this.list.length; place += 1) {
      this.after[place] = place + 1;
      this.before[place] = place - 1;
    }
    if (this.list.length > 0) this.nextSession(lost, random);
  }

  nextSession(lost: number, random: () => number): void {
    do this.session += 1;
    while (this.session < this.opens.length && random() < lost);
    // Past the last session she goes on, an hour and a half each day.
    if (this.session >= this.opens.length) {
      this.at = max(this.at, this.close) + 1350;
      this.close = this.at + 90;
    } else {
      this.at = max(this.at, this.opens[this.session] ?? 0);
      this.close = this.closes[this.session] ?? 0;
    }
  }

  work(minutes: number, lost: number, random: () => number): void {
    let left = minutes;
    while (left > this.close - this.at) {
      left -= max(0, this.close - this.at);
      this.at = this.close;
      this.nextSession(lost, random);
    }
    this.at += left;
  }

  /** The first of the next pieces that is dry, one that is promised before one that is not; or -1. A chain's own pieces keep their order. */
  look(ready: Float64Array): number {
    const { list, after, chainOf, seen } = this;
    let [count, unpromised] = [0, -1];
    this.wakesAt = NEVER;
    for (let place = this.head; place < list.length && count < LOOK_AHEAD; place = after[place] ?? list.length) {
      const at = list[place] ?? 0;
      const chain = chainOf[at] ?? 0;
      let known = false;
      for (let index = 0; index < count; index += 1) if (seen[index] === chain) known = true;
      const when = ready[chain] ?? 0;
      if (!known && when <= this.at) {
        if (this.resigned[chain] !== 1) return at;
        if (unpromised < 0) unpromised = at;
      } else if (!known && when < this.wakesAt) this.wakesAt = when;
      seen[count] = chain;
      count += 1;
    }
    // What is not promised waits while something promised will be dry before the session ends.
    return this.wakesAt < this.close ? -1 : unpromised;
  }

  /** Strikes a piece off the list. */
  passDone(piece: number): void {
    const place = this.placeOf[piece] ?? 0;
    const [before, after] = [this.before[place] ?? -1, this.after[place] ?? this.list.length];
    if (before < 0) this.head = after;
    else this.after[before] = after;
    if (after < this.list.length) this.before[after] = before;
  }
}
