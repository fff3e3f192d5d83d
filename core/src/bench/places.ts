/**
 * The drying places of a bench as the moments at which they are free, soonest first. What dries takes the place that is
 * free soonest; each taking can be undone, the last first.
 *
 * The moments lie in a window that moves along an array: what was taken out stays before it, for the undoing, and what
 * is put in belongs near its end, where most of what begins to dry now is dry last.
 */
export class DryingPlaces {
  private readonly free: Float64Array;
  /** Until when each taking took its place; a moment of 0 took none. */
  private readonly until: Float64Array;
  private head = 0;

  /**
   * @param places 0 where there are as many as anyone could want
   * @param takings the most that are ever taken
   */
  constructor(
    private readonly places: number,
    takings: number,
  ) {
    this.free = new Float64Array(places > 0 ? places + takings : 0);
    this.until = new Float64Array(places > 0 ? takings : 0);
  }

  /** The soonest moment at which a place is free. */
  get freeAt(): number {
    return this.places > 0 ? (this.free[this.head] ?? 0) : 0;
  }

  /** @param until when the place is free again; 0 takes none */
  take(taking: number, until: number): void {
    if (this.places === 0) return;
    this.until[taking] = until;
    if (until === 0) return;
    const { free, head } = this;
    let at = head + this.places;
    while (at - 1 > head && (free[at - 1] ?? 0) > until) {
      free[at] = free[at - 1] ?? 0;
      at -= 1;
    }
    free[at] = until;
    this.head = head + 1;
  }

  giveBack(taking: number): void {
    const until = this.places > 0 ? (this.until[taking] ?? 0) : 0;
    if (until === 0) return;
    const { free } = this;
    this.head -= 1;
    let at = this.head + this.places;
    let carried = free[at] ?? 0;
    while (carried !== until) {
      at -= 1;
      const next = free[at] ?? 0;
      free[at] = carried;
      carried = next;
    }
  }
}
