/** So many wrong codes from one address within the span; then it waits. */
const MOST = 10;
const SPAN_MS = 10 * 60_000;
/** Of so many addresses it is remembered; past it the oldest are let go. */
const MOST_ADDRESSES = 10_000;

/** Counts what was tried in vain, by address. Whoever sits where the shop runs is never among them, so no maker is locked out of her shop. */
export class Tries {
  private readonly misses = new Map<string, { count: number; readonly since: number }>();

  /** @returns for how many seconds the address waits; 0 where it may try */
  wait(address: string, now: number): number {
    const known = this.misses.get(address);
    if (!known || now - known.since > SPAN_MS || known.count < MOST) return 0;
    return Math.ceil((known.since + SPAN_MS - now) / 1000);
  }

  /** The one that was counted was none in vain. */
  forgive(address: string): void {
    const known = this.misses.get(address);
    if (known) known.count -= 1;
  }

  miss(address: string, now: number): void {
    const known = this.misses.get(address);
    if (known && now - known.since <= SPAN_MS) {
      known.count += 1;
      return;
    }
    this.misses.delete(address);
    this.misses.set(address, { count: 1, since: now });
    const [oldest] = this.misses.keys();
    if (this.misses.size > MOST_ADDRESSES && oldest !== undefined) this.misses.delete(oldest);
  }
}
