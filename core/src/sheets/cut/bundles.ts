import { seededRandom } from "../../search/search.ts";
import { beaten, keep, type BundleSize, type Frontier, type Rectangle } from "./frontier.ts";

/**
 * Every bundle of panels that comes out of some sheet by edge-to-edge cuts, with the smallest rectangles that hold it.
 *
 * A bundle is a count per panel. For each, the widths and heights of which neither can be made smaller are kept (its
 * frontier): two bundles side by side need the sum of their widths and the larger of their heights, one above the other
 * the sum of their heights. This is Wang's building of guillotine patterns (Operations Research 31, 1983) carried out
 * for all bundles at once, dominated rectangles left out; the search goes by number of pieces and stops by itself. Unlike
 * the table of `table.ts` it knows how many of each panel are wanted, so what it says of a sheet is exact.
 */
export class Bundles {
  private readonly byKey = new Map<number, Bundle>();
  /** All bundles, fewest pieces first; the empty one is left out. */
  readonly list: Bundle[] = [];
  /** A number per panel: counts times these add up to the key of a bundle. */
  private readonly radix: number[] = [];
  /** With very many panels keys are sums of random numbers; two bundles may have the same one, of which the first is kept. */
  private readonly isHashed: boolean;
  private isMixedUp = false;
  private work = 0;
  /** Whether every bundle is in the list. */
  isAll = false;

  private constructor(
    private readonly ways: readonly (readonly BundleSize[])[],
    private readonly most: readonly number[],
    private readonly sheets: readonly BundleSize[],
    private readonly slack: number,
    private readonly share: number,
  ) {
    let place = 1;
    this.isHashed = most.reduce((all, count) => all * (count + 1), 1) > MOST_KEYS;
    const random = seededRandom(most.length);
    for (const count of most) {
      this.radix.push(this.isHashed ? Math.floor(random() * HASHES) : place);
      place *= count + 1;
    }
  }

  /**
   * @param ways the ways each panel may lie
   * @param demand how many of each are wanted
   * @param sheets the rectangles they may come from, all in one measure
   * @param slack rectangles that waste more than this inside them are of no use
   * @param share of the work that is allowed at most
   * @returns null when there are too many to go through
   */
  static of(ways: readonly (readonly BundleSize[])[], demand: readonly number[], sheets: readonly BundleSize[], slack: number, stop: () => boolean, share = 1): Bundles | null {
    const some = Bundles.some(ways, demand, sheets, slack, stop, share);
    return some?.isAll ? some : null;
  }

  /** The same as far as it comes: where `isAll` is false, nothing may be claimed of what is not in the list. */
  static some(ways: readonly (readonly BundleSize[])[], demand: readonly number[], sheets: readonly BundleSize[], slack: number, stop: () => boolean, share = 1): Bundles | null {
    const roomiest = Math.max(...sheets.map((sheet) => sheet.width * sheet.height));
    const most = ways.map((sizes, panel) => Math.min(demand[panel] ?? 0, ...sizes.slice(0, 1).map((size) => Math.floor(roomiest / (size.width * size.height)))));
    if (ways.length > MOST_PANELS) return null;
    const bundles = new Bundles(ways, most, sheets, slack, share);
    if (bundles.isHashed && slack === Infinity) return null;
    const isBuilt = bundles.build(roomiest, stop);
    bundles.isAll = isBuilt && !bundles.isMixedUp;
    return bundles;
  }

  private build(roomiest: number, stop: () => boolean): boolean {
    const panels = this.ways.map((_, panel) => panel);
    const alone: Bundle[] = [];
    for (const panel of panels) {
      if ((this.most[panel] ?? 0) === 0) continue;
      const frontier: Frontier = [];
      for (const size of this.ways[panel] ?? [])
        if (this.fits(size.width, size.height) && !beaten(frontier, size.width, size.height, 0)) keep(frontier, { ...size, waste: 0, panel, parts: null });
      const counts = panels.map((each) => (each === panel ? 1 : 0));
      if (frontier.length > 0) alone.push(this.add(counts, frontier));
    }
    return this.slack === Infinity ? this.growByOne(alone, roomiest, stop) : this.growByPairs(alone, roomiest, stop);
  }

  /** Where waste does not matter, a bundle without one of its panels fits wherever it fits: each is found by adding one. */
  private growByOne(alone: readonly Bundle[], roomiest: number, stop: () => boolean): boolean {
    const panels = this.ways.map((_, panel) => panel);
    const areas = this.ways.map((sizes) => (sizes[0]?.width ?? 0) * (sizes[0]?.height ?? 0));
    let level = alone;
    while (level.length > 0) {
      const next: Bundle[] = [];
      for (const from of level) {
        // Each bundle is made once: by adding to its own last panel, or to one after it.
        for (let panel = from.last; panel < panels.length; panel += 1) {
          if ((from.counts[panel] ?? 0) >= (this.most[panel] ?? 0) || from.area + (areas[panel] ?? 0) > roomiest) continue;
          const counts = from.counts.map((count, each) => count + (each === panel ? 1 : 0));
          if (!this.partsFit(counts)) continue;
          const frontier = this.frontierOf(counts);
          if (this.isTooMuch() || stop()) return false;
          if (frontier.length > 0) next.push(this.add(counts, frontier));
        }
      }
      level = next;
    }
    return true;
  }

  /**
   * Where little may be wasted, a bundle may be full and the same without one of its panels not: the four quarters of a sheet
   * waste nothing and three of them do. What holds of the two parts that its first cut leaves is only that each wastes no more
   * than the whole, so every pair of known bundles is joined, fewest pieces first.
   */
  private growByPairs(alone: readonly Bundle[], roomiest: number, stop: () => boolean): boolean {
    const levels: Level[] = [levelOf([]), levelOf([...alone].sort(byArea))];
    const narrow = Math.min(...this.ways.flatMap((sizes) => sizes.map(({ width, height }) => Math.min(width, height))));
    // Side by side, so much may the heights of two differ at most.
    const reach = this.slack / narrow;
    const isClose = reach * CLOSE < Math.max(...this.sheets.map(({ width, height }) => Math.min(width, height)));
    for (let pieces = 2, fullest = 1; pieces <= 2 * fullest; pieces += 1) {
      const found: Found = new Map();
      for (let few = 1; 2 * few <= pieces; few += 1) {
        const [small, large] = [levels[few] ?? levelOf([]), levels[pieces - few] ?? levelOf([])];
        for (let i = 0; i < small.bundles.length; i += 1) {
          const one = small.bundles[i] as Bundle;
          const from = 2 * few === pieces ? i : 0;
          if (isClose) this.joinClose(found, one, large, from, roomiest, reach);
          else this.joinAll(found, one, large, from, roomiest);
          if (this.isTooMuch(found.size) || stop()) return false;
        }
      }
      levels.push(levelOf([...found.values()].map(({ counts, frontier }) => this.add(counts, frontier)).sort(byArea)));
      if (found.size > 0) fullest = pieces;
    }
    return true;
  }

  private joinAll(found: Found, one: Bundle, { bundles }: Level, from: number, roomiest: number): void {
    for (let j = from; j < bundles.length; j += 1) {
      const other = bundles[j] as Bundle;
      const area = one.area + other.area;
      if (area > roomiest) return;
      this.work += 1 / 4;
      if (!this.isWanted(one, other)) continue;
      const entry = this.entryFor(found, one, other);
      if (!entry) continue;
      this.join(entry.frontier, one, other, true, area + this.slack);
      this.join(entry.frontier, one, other, false, area + this.slack);
      if (entry.frontier.length === 0) found.delete(this.together(one.key, other.key));
    }
  }

  /** The same where so little may be wasted that only rectangles of nearly one height, or one width, come together. */
  private joinClose(found: Found, one: Bundle, level: Level, from: number, roomiest: number, reach: number): void {
    for (const first of one.frontier) {
      for (const beside of [true, false]) {
        const [near, cross] = beside ? [level.byHeight, first.height] : [level.byWidth, first.width];
        for (let at = firstNear(near, cross - reach, beside); at < near.length; at += 1) {
          const { rectangle: second, bundle: other, index } = near[at] as Lying;
          const crossOther = beside ? second.height : second.width;
          if (crossOther > cross + reach) break;
          this.work += 1 / 4;
          const area = one.area + other.area;
          if (index < from || area > roomiest) continue;
          const width = beside ? first.width + second.width : Math.max(first.width, second.width);
          const height = beside ? Math.max(first.height, second.height) : first.height + second.height;
          if (width * height > area + this.slack || !this.fits(width, height) || !this.isWanted(one, other)) continue;
          this.work += 1;
          const frontier = this.entryFor(found, one, other)?.frontier;
          const waste = first.waste + second.waste + (cross === crossOther ? 0 : 1);
          if (frontier && !beaten(frontier, width, height, waste)) keep(frontier, { width, height, waste, panel: -1, parts: { first, second, beside } });
        }
      }
    }
  }

  /** Whether two bundles together hold no more than is wanted. */
  private isWanted(one: Bundle, other: Bundle): boolean {
    for (let panel = 0; panel < this.most.length; panel += 1) if ((one.counts[panel] ?? 0) + (other.counts[panel] ?? 0) > (this.most[panel] ?? 0)) return false;
    return true;
  }

  /** What is known of two bundles together; null where another bundle has their key. */
  private entryFor(found: Found, one: Bundle, other: Bundle): FoundBundle | null {
    const key = this.together(one.key, other.key);
    const known = found.get(key);
    if (known && !this.isHashed) return known;
    const counts = one.counts.map((count, panel) => count + (other.counts[panel] ?? 0));
    if (known ? known.counts.every((count, panel) => count === counts[panel]) : !this.byKey.has(key)) {
      const entry = known ?? { counts, frontier: [] };
      if (!known) found.set(key, entry);
      return entry;
    }
    this.isMixedUp = true;
    return null;
  }

  /** Whether more has been gone through than may be. */
  private isTooMuch(more = 0): boolean {
    return this.work > MOST_WORK * this.share || this.list.length + more > MOST_BUNDLES;
  }

  private add(counts: readonly number[], frontier: Frontier): Bundle {
    let last = 0;
    let area = 0;
    counts.forEach((count, panel) => {
      if (count > 0) last = panel;
      area += count * (this.ways[panel]?.[0]?.width ?? 0) * (this.ways[panel]?.[0]?.height ?? 0);
    });
    const key = this.keyOf(counts);
    const bundle: Bundle = { key, counts, frontier, last, area, pieces: counts.reduce((sum, count) => sum + count, 0) };
    if (this.byKey.has(key)) this.isMixedUp = true;
    else this.byKey.set(key, bundle);
    this.list.push(bundle);
    return bundle;
  }

  private keyOf(counts: readonly number[]): number {
    let key = 0;
    for (let panel = 0; panel < counts.length; panel += 1) key = this.together(key, ((counts[panel] ?? 0) * (this.radix[panel] ?? 0)) % HASHES);
    return key;
  }

  /** The key of two bundles together. */
  private together(key: number, other: number): number {
    return this.isHashed ? (key + other) % HASHES : key + other;
  }

  /** The bundle of exactly these counts, if it comes out of any sheet. */
  find(counts: readonly number[]): Bundle | null {
    const found = this.byKey.get(this.keyOf(counts));
    // More of a panel than fits on any sheet, or a random key, may lead to another bundle.
    return found?.counts.every((count, panel) => count === counts[panel]) ? found : null;
  }

  /** The largest bundles of a sheet, each as it lies there with the fewest offcuts: to none could a wanted panel be added. */
  largestIn(sheet: BundleSize): Rectangle[] {
    const laid = new Map<number, Rectangle>();
    for (const bundle of this.list) {
      const rectangle = leastWaste(bundle, sheet);
      if (rectangle) laid.set(bundle.key, rectangle);
    }
    return [...laid].filter(([key]) => !this.radix.some((place, panel) => (this.most[panel] ?? 0) > 0 && this.grows(key, panel, place, laid))).map(([, rectangle]) => rectangle);
  }

  private grows(key: number, panel: number, place: number, laid: ReadonlyMap<number, Rectangle>): boolean {
    const count = Math.floor(key / place) % ((this.most[panel] ?? 0) + 1);
    return count < (this.most[panel] ?? 0) && laid.has(key + place);
  }

  private partsFit(counts: readonly number[]): boolean {
    const key = this.keyOf(counts);
    return counts.every((count, panel) => count === 0 || this.byKey.has(key - (this.radix[panel] ?? 0)));
  }

  private fits(width: number, height: number): boolean {
    for (const sheet of this.sheets) if (width <= sheet.width && height <= sheet.height) return true;
    return false;
  }

  /** All ways of making a bundle of two smaller ones, reduced to the smallest rectangles. */
  private frontierOf(counts: readonly number[]): Frontier {
    const found: Frontier = [];
    const whole = this.keyOf(counts);
    const part = counts.map(() => 0);
    let key = 0;
    for (;;) {
      // The next part, like counting up with a digit per panel.
      let digit = 0;
      while (digit < part.length && (part[digit] ?? 0) === (counts[digit] ?? 0)) {
        key -= (part[digit] ?? 0) * (this.radix[digit] ?? 0);
        part[digit] = 0;
        digit += 1;
      }
      if (digit === part.length) return found;
      part[digit] = (part[digit] ?? 0) + 1;
      key += this.radix[digit] ?? 0;
      if (key * 2 > whole) continue;
      const [one, other] = [this.byKey.get(key), this.byKey.get(whole - key)];
      if (one && other) {
        this.join(found, one, other, true, Infinity);
        this.join(found, one, other, false, Infinity);
      }
      if (this.work > MOST_WORK * this.share) return found;
    }
  }

  /** Two bundles beside each other, or (`beside` false) one above the other, for every height (width) that either knows. */
  private join(found: Frontier, one: Bundle, other: Bundle, beside: boolean, roomiest: number): void {
    const [a, b] = [one.frontier, other.frontier];
    // Frontiers ascend in height and descend in width; the cross measure is walked upwards on both.
    const step = beside ? 1 : -1;
    let i = beside ? 0 : a.length - 1;
    let j = beside ? 0 : b.length - 1;
    for (let first = a[i], second = b[j]; first && second; first = a[i], second = b[j]) {
      this.work += 1;
      const [crossA, crossB] = beside ? [first.height, second.height] : [first.width, second.width];
      const cross = crossA > crossB ? crossA : crossB;
      const length = beside ? first.width + second.width : first.height + second.height;
      const width = beside ? length : cross;
      const height = beside ? cross : length;
      const waste = first.waste + second.waste + (crossA === crossB ? 0 : 1);
      if (width * height <= roomiest && this.fits(width, height) && !beaten(found, width, height, waste))
        keep(found, { width, height, waste, panel: -1, parts: { first, second, beside } });
      // The larger next cross measure that is still the smallest change.
      const [afterA, afterB] = [a[i + step], b[j + step]];
      if (!afterA && !afterB) return;
      const nextA = afterA ? (beside ? afterA.height : afterA.width) : Infinity;
      const nextB = afterB ? (beside ? afterB.height : afterB.width) : Infinity;
      if (nextA <= nextB) i += step;
      if (nextB <= nextA) j += step;
    }
  }
}

/** With more kinds of panel than this, no sheet's bundles are few. */
const MOST_PANELS = 80;
/** More keys than a number holds exactly. */
const MOST_KEYS = 2 ** 50;
/** Random keys are below this: with a count of some thousands, still a number that is held exactly. */
const HASHES = 2 ** 40;
/** Where differences of heights that may be are this much smaller than a sheet, only near ones are looked at. */
const CLOSE = 8;
/** Rectangles looked at, and bundles kept: about half a second and a hundred megabytes. */
const MOST_WORK = 12_000_000;
const MOST_BUNDLES = 12_000;

export interface Bundle {
  /** One whole number for its counts; the sum of two keys is the key of both together. */
  readonly key: number;
  readonly counts: readonly number[];
  readonly frontier: readonly Rectangle[];
  readonly last: number;
  readonly area: number;
  readonly pieces: number;
}

interface FoundBundle {
  readonly counts: readonly number[];
  readonly frontier: Frontier;
}
/** Bundles that are being found, by key. */
type Found = Map<number, FoundBundle>;

/** A rectangle with the bundle that lies in it, and the bundle's place in its level. */
interface Lying {
  readonly rectangle: Rectangle;
  readonly bundle: Bundle;
  readonly index: number;
}

/** The bundles of one number of pieces, least area first, and their rectangles by height and by width. */
interface Level {
  readonly bundles: readonly Bundle[];
  readonly byHeight: readonly Lying[];
  readonly byWidth: readonly Lying[];
}

function levelOf(bundles: readonly Bundle[]): Level {
  const all = bundles.flatMap((bundle, index) => bundle.frontier.map((rectangle): Lying => ({ rectangle, bundle, index })));
  return {
    bundles,
    byHeight: [...all].sort((a, b) => a.rectangle.height - b.rectangle.height),
    byWidth: all.sort((a, b) => a.rectangle.width - b.rectangle.width),
  };
}

/** Of rectangles in the order of their heights, or widths, the first that is at least so high, or so wide. */
export function firstNear(near: readonly { readonly rectangle: Rectangle }[], least: number, byHeight: boolean): number {
  let [low, high] = [0, near.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const { rectangle } = near[middle] as (typeof near)[number];
    if ((byHeight ? rectangle.height : rectangle.width) < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

const byArea = (one: Bundle, other: Bundle): number => one.area - other.area;

/** How a bundle lies in a sheet with the fewest offcuts, or null when it does not. */
export function leastWaste(bundle: Bundle, sheet: BundleSize): Rectangle | null {
  let found: Rectangle | null = null;
  let fewest = Infinity;
  for (const rectangle of bundle.frontier) {
    if (rectangle.width > sheet.width || rectangle.height > sheet.height) continue;
    const waste = rectangle.waste + Number(rectangle.width < sheet.width) + Number(rectangle.height < sheet.height);
    if (waste < fewest) [fewest, found] = [waste, rectangle];
  }
  return found;
}

/** The narrowest rectangle of a bundle that is no higher than this. */
export function narrowest(bundle: Bundle, height: number): Rectangle | null {
  let found: Rectangle | null = null;
  for (const rectangle of bundle.frontier) {
    if (rectangle.height > height) break;
    found = rectangle;
  }
  return found;
}

/** The lowest rectangle of a bundle that is no wider than this. */
export const lowest = (bundle: Bundle, width: number): Rectangle | null => bundle.frontier.find((rectangle) => rectangle.width <= width) ?? null;
