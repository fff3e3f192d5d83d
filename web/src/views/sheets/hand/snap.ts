import { lengthOfUnits, type Rect } from "@yule/core";

/**
 * Draws a piece that comes near to another's side, or to the rim, onto it.
 * @param gap lost between neighbouring pieces  @param within the sheet without its rim  @param near how far the pull reaches
 */
export function snapped(piece: Rect, others: readonly Rect[], within: Rect, gap: number, near: number): Rect {
  const x = pulled(
    piece.x,
    piece.width,
    within.x,
    within.width,
    near,
    sides(others, gap, (each) => [each.x, each.width]),
  );
  const y = pulled(
    piece.y,
    piece.height,
    within.y,
    within.height,
    near,
    sides(others, gap, (each) => [each.y, each.height]),
  );
  return { ...piece, x: lengthOfUnits(Math.round(x)), y: lengthOfUnits(Math.round(y)) };
}

interface Sides {
  /** Where a piece may begin, and where it may end. */
  readonly starts: readonly number[];
  readonly ends: readonly number[];
}

const sides = (others: readonly Rect[], gap: number, of: (each: Rect) => readonly [number, number]): Sides => ({
  starts: others.flatMap((each) => {
    const [from, long] = of(each);
    return [from, from + long + gap];
  }),
  ends: others.flatMap((each) => {
    const [from, long] = of(each);
    return [from + long, from - gap];
  }),
});

function pulled(at: number, long: number, from: number, whole: number, near: number, { starts, ends }: Sides): number {
  const last = from + whole - long;
  const kept = Math.max(from, Math.min(last, at));
  const places = [from, last, ...starts, ...ends.map((end) => end - long)].filter((place) => place >= from && place <= last);
  const nearest = places.reduce((best, place) => (Math.abs(place - kept) < Math.abs(best - kept) ? place : best), Infinity);
  return Math.abs(nearest - kept) <= near ? nearest : kept;
}
