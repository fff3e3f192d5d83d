const { imul } = Math;
/** Parts every search shares. No craft word belongs here. */

/** A stream of numbers in [0, 1) that is the same on every machine. Mulberry32 (T. Ettinger, 2017, public domain). */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/**
 * How long a search may go on. `stop` answers true when time is up or the maker has cancelled; the steps a search is
 * given bound it first, so that the same input and seed answer the same on every machine that is fast enough.
 */
export interface Limits {
  readonly seed: number;
  readonly steps: number;
  readonly stop: () => boolean;
  /** Seconds left, for an engine that keeps its own time. */
  readonly left: () => number;
}

/** Limits from a clock that is passed in, for `seconds` from now. */
export function limitsFor(seconds: number, now: () => number, seed = 1, steps = 20_000): Limits {
  const end = now() + seconds * 1000;
  return { seed, steps, stop: () => now() >= end, left: () => Math.max(0, (end - now()) / 1000) };
}

/** Greatest common divisor of whole numbers; 0 with 0 is 0. */
export function gcd(a: number, b: number): number {
  let [x, y] = [Math.abs(a), Math.abs(b)];
  while (y !== 0) [x, y] = [y, x % y];
  return x;
}

/** The index of the last value not above `limit` in an ascending list, or -1. */
export function lastNotAbove(sorted: ArrayLike<number>, limit: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] ?? Infinity) <= limit) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}
