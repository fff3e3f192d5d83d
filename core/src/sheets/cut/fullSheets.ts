import type { Spot } from "../model.ts";
import { firstNear, type Bundle, type Bundles } from "./bundles.ts";
import { spotsOf, type BundleSize, type Rectangle } from "./frontier.ts";

/** What may be gone through in one search that begins anew with another order. */
const STATES_EACH = 3_000;
/** So often it begins anew at most: a bound that is the same on every machine. */
const MOST_BEGINNINGS = 200;
/** Of each state so many bundles are tried at most, those of the largest area first, more or less. */
const MOST_TRIED = 60;

/** A bundle taken off the room that is left of a sheet: what stays is beside it, or below it. */
interface Taken {
  readonly bundle: Bundle;
  readonly rectangle: Rectangle;
  readonly beside: boolean;
  readonly sheet: number;
}

/** The room that is left of a sheet, and the sheets after it. */
interface Room {
  readonly width: number;
  readonly height: number;
  /** Place in the row of sheets. */
  readonly sheet: number;
}

/**
 * Lays all panels on sheets that they fill wholly or nearly, from the top down: a bundle that is as high as the room, or as
 * wide, is taken off it, then off the rest, until the rest is a bundle itself. What was shown to lead nowhere is remembered,
 * and the search begins anew in another order before it has lost itself (limited discrepancies and restarts: Harvey and
 * Ginsberg 1995; Gomes, Selman and Kautz 1998). Perfect packing by rectangles: Lesh, Marks, McMahon and Mitzenmacher,
 * Information Processing Letters 90 (2004); edge to edge: Dolatabadi, Lodi and Monaci, Computers & Operations Research 39
 * (2012). It finds; that it finds nothing says nothing.
 */
export class FullSheets {
  private readonly byHeight: readonly Lying[];
  private readonly byWidth: readonly Lying[];
  private readonly narrow: number;
  private readonly lost = new Set<string>();
  private states = 0;

  /**
   * @param bundles as many as are known
   * @param areas of one piece of each panel
   * @param sheets in the order in which they are filled
   */
  constructor(
    private readonly bundles: Bundles,
    private readonly areas: readonly number[],
    private readonly sheets: readonly BundleSize[],
    private readonly random: () => number,
  ) {
    const all = bundles.list.flatMap((bundle) => bundle.frontier.map((rectangle): Lying => ({ bundle, rectangle })));
    this.byHeight = [...all].sort((a, b) => a.rectangle.height - b.rectangle.height);
    this.byWidth = all.sort((a, b) => a.rectangle.width - b.rectangle.width);
    this.narrow = all.reduce((least, { rectangle }) => Math.min(least, rectangle.width, rectangle.height), Infinity);
  }

  /** @returns where all stand, per sheet in their order; null when nothing was found until `stop` */
  fill(demand: readonly number[], stop: () => boolean): Spot[][] | null {
    const [first] = this.sheets;
    if (!first) return null;
    const pieces = demand.reduce((sum, count) => sum + count, 0);
    for (let beginning = 0; beginning < MOST_BEGINNINGS; beginning += 1) {
      this.states = 0;
      const path: Taken[] = [];
      if (this.look({ ...first, sheet: 0 }, demand, pieces, path, stop)) return this.sheets.map((_, sheet) => spotsAlong(path.filter((taken) => taken.sheet === sheet)));
      // Everything that was to be tried has been.
      if (stop() || this.states <= STATES_EACH) return null;
    }
    return null;
  }

  /** Walks on from a room; `path` holds what was taken, and all of it where this is true. */
  private look(room: Room, left: readonly number[], pieces: number, path: Taken[], stop: () => boolean): boolean {
    if (pieces === 0) return true;
    const slack = this.slackOf(room, left);
    if (slack < 0) return false;
    const state = `${String(room.width)} ${String(room.height)} ${String(room.sheet)} ${left.join()}`;
    if (this.lost.has(state)) return false;
    this.states += 1;
    if (this.states > STATES_EACH || stop()) return false;
    const whole = this.bundles.find(left);
    const last = whole?.frontier.find((rectangle) => rectangle.width <= room.width && rectangle.height <= room.height);
    if (whole && last) {
      path.push({ bundle: whole, rectangle: last, beside: true, sheet: room.sheet });
      return true;
    }
    const choices = this.choices(room, left, pieces, slack);
    for (const taken of choices.slice(0, MOST_TRIED)) {
      const { counts, pieces: less } = taken.bundle;
      path.push(taken);
      const rest = left.map((count, panel) => count - (counts[panel] ?? 0));
      if (this.look(this.restOf(room, taken), rest, pieces - less, path, stop)) return true;
      path.pop();
      if (this.states > STATES_EACH) return false;
    }
    const next = this.sheets[room.sheet + 1];
    if (next && room.width * room.height <= slack && this.look({ ...next, sheet: room.sheet + 1 }, left, pieces, path, stop)) return true;
    if (this.states <= STATES_EACH && choices.length <= MOST_TRIED && !stop()) this.lost.add(state);
    return false;
  }

  private slackOf(room: Room, left: readonly number[]): number {
    let slack = room.width * room.height;
    for (let sheet = room.sheet + 1; sheet < this.sheets.length; sheet += 1) slack += (this.sheets[sheet]?.width ?? 0) * (this.sheets[sheet]?.height ?? 0);
    for (let panel = 0; panel < left.length; panel += 1) slack -= (left[panel] ?? 0) * (this.areas[panel] ?? 0);
    return slack;
  }

  private restOf(room: Room, { rectangle, beside }: Taken): Room {
    const rest = beside ? { ...room, width: room.width - rectangle.width } : { ...room, height: room.height - rectangle.height };
    const next = this.sheets[room.sheet + 1];
    return rest.width * rest.height === 0 && next ? { ...next, sheet: room.sheet + 1 } : rest;
  }

  /** What may be taken off a room without wasting more than there is to waste. */
  private choices(room: Room, left: readonly number[], pieces: number, slack: number): Taken[] {
    const found: (Taken & { readonly rank: number })[] = [];
    const reach = slack / this.narrow;
    const isLast = room.sheet === this.sheets.length - 1;
    for (const beside of [true, false]) {
      const [lying, cross, along] = beside ? [this.byHeight, room.height, room.width] : [this.byWidth, room.width, room.height];
      for (let at = firstNear(lying, cross - reach, beside); at < lying.length; at += 1) {
        const { bundle, rectangle } = lying[at] as Lying;
        const [across, length] = beside ? [rectangle.height, rectangle.width] : [rectangle.width, rectangle.height];
        if (across > cross) break;
        // The part with fewer pieces is taken off the other; on the last sheet no more than half of all.
        if (length > along || (isLast && 2 * bundle.pieces > pieces) || cross * length - bundle.area > slack) continue;
        if (bundle.counts.some((count, panel) => count > (left[panel] ?? 0))) continue;
        found.push({ bundle, rectangle, beside, sheet: room.sheet, rank: bundle.area * (0.6 + 0.8 * this.random()) });
      }
    }
    return found.sort((a, b) => b.rank - a.rank);
  }
}

/** Where the pieces stand of what was taken off a sheet, one after the other. */
function spotsAlong(path: readonly Taken[]): Spot[] {
  let [x, y] = [0, 0];
  return path.flatMap(({ rectangle, beside }) => {
    const spots = spotsOf(rectangle, x, y);
    if (beside) x += rectangle.width;
    else y += rectangle.height;
    return spots;
  });
}

/** A rectangle with the bundle that lies in it. */
interface Lying {
  readonly rectangle: Rectangle;
  readonly bundle: Bundle;
}
