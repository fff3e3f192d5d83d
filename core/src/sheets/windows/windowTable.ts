import type { Spot } from "../model.ts";

/** A piece at one place, and what it is worth there. */
export interface Candidate extends Spot {
  readonly worth: number;
}

/** A rectangle by the places of its sides on the two rasters. */
interface Corners {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const NEVER = -Infinity;

/**
 * The most that edge-to-edge cuts get out of a region where a piece's worth depends on where it lies: a dynamic program over all
 * rectangles of a raster (after Gilmore and Gomory 1966, whose worths do not depend on the place). Every rectangle holds the best of
 * nothing, one piece that fits it snugly, or the best of two parts.
 */
export class WindowTable {
  readonly #xs: readonly number[];
  readonly #ys: readonly number[];
  readonly #best: Float64Array;
  readonly #rows: number;
  /** The piece that lies snugly in a rectangle, by the rectangle's place in the table. */
  readonly #snug = new Map<number, Candidate>();
  readonly #pinned = new Map<number, Candidate>();

  /** @param xs places of cuts, ascending  @param ys the same downwards */
  constructor(xs: readonly number[], ys: readonly number[]) {
    this.#xs = xs;
    this.#ys = ys;
    this.#rows = (ys.length * (ys.length - 1)) / 2;
    this.#best = new Float64Array(((xs.length * (xs.length - 1)) / 2) * this.#rows);
  }

  /** Pairs of places in the order of the far one, so that all parts of a rectangle come before it. */
  #index({ left, right, top, bottom }: Corners): number {
    return pair(left, right) * this.#rows + pair(top, bottom);
  }

  /**
   * Fills the table anew.
   * @param candidates each is put into the smallest rectangles of the raster that hold it
   * @param pins pieces that must come out whole; their edges must be places of the raster
   */
  fill(candidates: readonly Candidate[], pins: readonly Candidate[]): number {
    const best = this.#best;
    best.fill(0);
    this.#snug.clear();
    this.#pinned.clear();
    const least = { width: Infinity, height: Infinity };
    for (const candidate of [...candidates, ...pins]) {
      least.width = Math.min(least.width, candidate.width);
      least.height = Math.min(least.height, candidate.height);
    }
    for (const candidate of candidates) {
      const at = this.#index(this.#around(candidate));
      if (candidate.worth > (this.#snug.get(at)?.worth ?? 0)) this.#snug.set(at, candidate);
    }
    for (const [at, { worth }] of this.#snug) best[at] = worth;
    if (pins.length > 0) this.#forbid(pins);
    this.#combine(middlesOf(this.#xs, least.width), middlesOf(this.#ys, least.height));
    return this.#worthOf(this.#whole);
  }

  #worthOf(corners: Corners): number {
    return this.#best[this.#index(corners)] ?? 0;
  }

  get #whole(): Corners {
    return { left: 0, right: this.#xs.length - 1, top: 0, bottom: this.#ys.length - 1 };
  }

  /** The smallest rectangle of the raster around a piece. */
  #around(spot: Spot): Corners {
    return {
      left: lastNotAfter(this.#xs, spot.x),
      right: firstNotBefore(this.#xs, spot.x + spot.width),
      top: lastNotAfter(this.#ys, spot.y),
      bottom: firstNotBefore(this.#ys, spot.y + spot.height),
    };
  }

  /** Rectangles that cut through a pin never are; those that hold one must be parted until it is alone. */
  #forbid(pins: readonly Candidate[]): void {
    const around = pins.map((pin) => this.#around(pin));
    each(this.#xs.length, (left, right) =>
      each(this.#ys.length, (top, bottom) => {
        if (!around.some((pin) => pin.left < right && pin.right > left && pin.top < bottom && pin.bottom > top)) return;
        const at = this.#index({ left, right, top, bottom });
        this.#best[at] = NEVER;
        this.#snug.delete(at);
      }),
    );
    pins.forEach((pin, index) => {
      const corners = around[index];
      if (!corners) return;
      const at = this.#index(corners);
      this.#best[at] = pin.worth;
      this.#pinned.set(at, pin);
    });
  }

  /** @param across middles worth trying between any two places  @param down the same downwards */
  #combine(across: Middles, down: Middles): void {
    const [rows, best] = [this.#rows, this.#best];
    for (let right = 1; right < this.#xs.length; right += 1) {
      for (let left = right - 1; left >= 0; left -= 1) {
        const here = pair(left, right) * rows;
        for (const middle of across[pair(left, right)] ?? []) {
          const [one, other] = [pair(left, middle) * rows, pair(middle, right) * rows];
          for (let row = 0; row < rows; row += 1) {
            const sum = (best[one + row] ?? 0) + (best[other + row] ?? 0);
            if (sum > (best[here + row] ?? 0)) best[here + row] = sum;
          }
        }
        for (let bottom = 1; bottom < this.#ys.length; bottom += 1) {
          for (let top = bottom - 1; top >= 0; top -= 1) {
            const at = here + pair(top, bottom);
            let most = best[at] ?? 0;
            for (const middle of down[pair(top, bottom)] ?? []) {
              const sum = (best[here + pair(top, middle)] ?? 0) + (best[here + pair(middle, bottom)] ?? 0);
              if (sum > most) most = sum;
            }
            best[at] = most;
          }
        }
      }
    }
  }

  /** The pieces of the best answer, with the rectangle of the raster in which each may be slid; null when the pins cannot be freed. */
  pieces(): { readonly candidate: Candidate; readonly room: Spot }[] | null {
    if (this.#worthOf(this.#whole) === NEVER) return null;
    const found: { candidate: Candidate; room: Spot }[] = [];
    const work: Corners[] = [this.#whole];
    for (let next = work.pop(); next; next = work.pop()) {
      const at = this.#index(next);
      const best = this.#best[at] ?? 0;
      const pin = this.#pinned.get(at);
      const snug = this.#snug.get(at);
      const alone = pin ?? (snug && snug.worth >= best - 1e-12 ? snug : null);
      if (alone) {
        const [x, y] = [this.#xs[next.left] ?? 0, this.#ys[next.top] ?? 0];
        found.push({ candidate: alone, room: { panel: alone.panel, x, y, width: (this.#xs[next.right] ?? 0) - x, height: (this.#ys[next.bottom] ?? 0) - y } });
        continue;
      }
      // Nothing is wanted of it.
      if (best === 0 && !this.#holdsPin(next)) continue;
      work.push(...this.#parts(next, best));
    }
    return found;
  }

  #holdsPin(corners: Corners): boolean {
    return [...this.#pinned.values()].some((pin) => {
      const around = this.#around(pin);
      return around.left >= corners.left && around.right <= corners.right && around.top >= corners.top && around.bottom <= corners.bottom;
    });
  }

  /** The two parts whose worths make up that of the whole. */
  #parts({ left, right, top, bottom }: Corners, best: number): Corners[] {
    for (let middle = left + 1; middle < right; middle += 1) {
      const parts = [
        { left, right: middle, top, bottom },
        { left: middle, right, top, bottom },
      ];
      if (this.#sum(parts) >= best - 1e-12) return parts;
    }
    for (let middle = top + 1; middle < bottom; middle += 1) {
      const parts = [
        { left, right, top, bottom: middle },
        { left, right, top: middle, bottom },
      ];
      if (this.#sum(parts) >= best - 1e-12) return parts;
    }
    throw new Error("a worth in the table comes from nowhere");
  }

  #sum(parts: readonly Corners[]): number {
    return parts.reduce((sum, part) => sum + this.#worthOf(part), 0);
  }
}

/** The place of a pair of places: all pairs with an earlier far end come first. */
const pair = (near: number, far: number): number => (far * (far - 1)) / 2 + near;

/** Per pair of places, the places between them where a cut may pay. */
type Middles = readonly Uint8Array[];

/** A cut pays where both parts can hold a piece, or where it takes off one step of the raster. */
function middlesOf(places: readonly number[], least: number): Middles {
  const middles: Uint8Array[] = [];
  each(places.length, (near, far) => {
    const [from, to] = [(places[near] ?? 0) + least, (places[far] ?? 0) - least];
    const between = Array.from({ length: far - near - 1 }, (_, index) => near + 1 + index);
    middles[pair(near, far)] = Uint8Array.from(
      between.filter((middle) => middle === near + 1 || middle === far - 1 || ((places[middle] ?? 0) >= from && (places[middle] ?? 0) <= to)),
    );
  });
  return middles;
}

function each(places: number, visit: (near: number, far: number) => void): void {
  for (let far = 1; far < places; far += 1) for (let near = 0; near < far; near += 1) visit(near, far);
}

const lastNotAfter = (places: readonly number[], at: number): number => {
  const after = places.findIndex((place) => place > at);
  return after < 0 ? places.length - 1 : Math.max(0, after - 1);
};
const firstNotBefore = (places: readonly number[], at: number): number => {
  const found = places.findIndex((place) => place >= at);
  return found < 0 ? places.length - 1 : found;
};
