import type { Course, PlayedChain } from "./course.ts";

/** How many of the next blocks the hands look through when the planned one is not dry yet. */
const LOOK_AHEAD = 6;

/** Plays the plan once; `finished` gets the minute at which each need is done. */
export function playOnce(
  course: Course,
  minutes: Float64Array,
  drying: Float64Array,
  extra: Float64Array,
  lost: number,
  supplies: number,
  finished: Float64Array,
  random: () => number,
): void {
  const ready = new Float64Array(course.chains.length);
  course.chains.forEach((chain, index) => {
    ready[index] = chain.after >= 0 ? Infinity : chain.release > 0 ? chain.release + supplies : 0;
  });
  const started = new Uint8Array(course.chains.length);
  const done = new Uint8Array(course.pieces.length);
  finished.fill(0);
  const hands = [0, 1].map((who) => new PlayedHands(course.order[who] ?? [], course.sessions[who] ?? [], lost, random));
  for (;;) {
    const [maker, helper] = hands;
    const one = !maker || maker.isDone ? helper : !helper || helper.isDone || maker.at <= helper.at ? maker : helper;
    if (!one || one.isDone) return;
    const found = one.look(course, ready, done);
    if (found < 0) {
      // What waits for something the plan itself never came to is beyond the sessions anyway.
      if (one.session > one.sessions.length + 400) return;
      const other = one === maker ? helper : maker;
      const wake = Math.max(one.at + 1, Math.min(one.wakesAt, other && !other.isDone ? other.at : Infinity));
      if (wake < one.close) one.at = wake;
      else one.nextSession();
      continue;
    }
    const piece = course.pieces[found];
    const chain = course.chains[piece?.chain ?? 0];
    if (!piece || !chain) return;
    done[found] = 1;
    one.passDone(done);
    let left = minutes[found] ?? 0;
    if (chain.last && !started[piece.chain]) {
      started[piece.chain] = 1;
      left += paintedAgain(chain, extra) * chain.paintMinutes;
    }
    one.work(left);
    const factor = drying[found] ?? 1;
    ready[piece.chain] = one.at + piece.lag * factor;
    if (!piece.ends) continue;
    const dryAt = one.at + piece.dry * factor;
    for (const need of chain.needs) finished[need] = Math.max(finished[need] ?? 0, dryAt);
    if (!piece.closes) continue;
    for (const index of chain.followers) {
      const other = course.chains[index];
      if (other) ready[index] = Math.max(other.release, dryAt + (paintedAgain(other, extra) > 0 ? other.paintDry : 0));
    }
  }
}

const paintedAgain = (chain: PlayedChain, extra: Float64Array): number => {
  let units = 0;
  for (const need of chain.needs) units += extra[need] ?? 0;
  return units;
};

/** One person's hands while the plan is played: where in her sessions she is, and what of her list is done. */
class PlayedHands {
  at = 0;
  close = 0;
  session = -1;
  /** When the first of what was looked at will be dry. */
  wakesAt = Infinity;
  private head = 0;
  private readonly seen = new Int32Array(LOOK_AHEAD);

  constructor(
    readonly list: readonly number[],
    readonly sessions: Course["sessions"][number],
    private readonly lost: number,
    private readonly random: () => number,
  ) {
    if (list.length > 0) this.nextSession();
  }

  get isDone(): boolean {
    return this.head >= this.list.length;
  }

  nextSession(): void {
    do this.session += 1;
    while (this.session < this.sessions.length && this.random() < this.lost);
    const session = this.sessions[this.session];
    // Past the last session she goes on, an hour and a half each day.
    if (!session) this.at = Math.max(this.at, this.close) + 1350;
    else this.at = Math.max(this.at, session.open);
    this.close = session ? session.close : this.at + 90;
  }

  work(minutes: number): void {
    let left = minutes;
    while (left > this.close - this.at) {
      left -= Math.max(0, this.close - this.at);
      this.at = this.close;
      this.nextSession();
    }
    this.at += left;
  }

  /** The first of the next pieces that is dry, or -1. A chain's own pieces keep their order. */
  look(course: Course, ready: Float64Array, done: Uint8Array): number {
    let count = 0;
    this.wakesAt = Infinity;
    for (let place = this.head; place < this.list.length && count < LOOK_AHEAD; place += 1) {
      const at = this.list[place] ?? 0;
      if (done[at]) continue;
      const chain = course.pieces[at]?.chain ?? 0;
      let known = false;
      for (let index = 0; index < count; index += 1) if (this.seen[index] === chain) known = true;
      const when = ready[chain] ?? 0;
      if (!known && when <= this.at) return at;
      if (!known && when < this.wakesAt) this.wakesAt = when;
      this.seen[count] = chain;
      count += 1;
    }
    return -1;
  }

  passDone(done: Uint8Array): void {
    while (this.head < this.list.length && done[this.list[this.head] ?? 0]) this.head += 1;
  }
}
