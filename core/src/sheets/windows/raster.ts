/** Places beyond this make the table too large: it grows with the fourth power. */
export const MOST_PLACES = 56;
/** Sums of pieces get at most this share of the places; the rest is spread evenly, so that a window can be slid. */
const SHARE_OF_SUMS = 0.6;

/** `also` are taken before any others, while there is room; even steps lie on whole multiples of `step`, as a fence can be set. */
export interface RasterWishes {
  readonly most?: number;
  readonly step?: number;
  readonly also?: readonly number[] | undefined;
}

/**
 * Places for cuts along one side: those that must be there, sums of pieces from either end (Herz 1972, whose "canonical" places lose
 * nothing when only sizes count), and even steps between, because a window that looks better elsewhere may leave a gap.
 * @param pieces lengths along this side
 * @param must places that cannot be left out, such as the edges of what is pinned
 */
export function rasterOf(length: number, pieces: readonly number[], must: readonly number[], { most = MOST_PLACES, step = 1, also = [] }: RasterWishes = {}): number[] {
  const places = new Set([0, length, ...must.filter((place) => place > 0 && place < length)]);
  for (const place of also) if (place > 0 && place < length && places.size < most) places.add(place);
  const sums = sumsOf(length, pieces, Math.floor(most * SHARE_OF_SUMS));
  for (const sum of sums) {
    if (places.size + 1 >= most * SHARE_OF_SUMS) break;
    places.add(sum);
    places.add(length - sum);
  }
  // The widest stretch without a place is halved again and again.
  const sorted = [...places].sort((a, b) => a - b);
  while (sorted.length < most) {
    let widest = 0;
    for (let index = 1; index < sorted.length; index += 1) {
      if ((sorted[index] ?? 0) - (sorted[index - 1] ?? 0) > (sorted[widest + 1] ?? 0) - (sorted[widest] ?? 0)) widest = index - 1;
    }
    const [from, to] = [sorted[widest] ?? 0, sorted[widest + 1] ?? 0];
    const middle = step * Math.round((from + to) / 2 / step);
    if (middle <= from || middle >= to) break;
    sorted.splice(widest + 1, 0, middle);
  }
  return sorted;
}

/** Sums of whole numbers of the pieces that fit, those of the fewest pieces first. */
function sumsOf(length: number, pieces: readonly number[], most: number): number[] {
  const kinds = [...new Set(pieces)].filter((piece) => piece > 0 && piece <= length);
  const found = new Set<number>();
  let last = [0];
  while (last.length > 0 && found.size < most) {
    const next = new Set<number>();
    for (const sum of last) for (const piece of kinds) if (sum + piece <= length && !found.has(sum + piece)) next.add(sum + piece);
    for (const sum of next) found.add(sum);
    last = [...next];
  }
  return [...found];
}
