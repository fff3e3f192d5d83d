import type { Spot } from "../model.ts";

export interface BundleSize {
  readonly width: number;
  readonly height: number;
}

/** A bundle laid in a rectangle: one panel, or two bundles side by side or one above the other. `waste` counts the offcuts inside. */
export interface Rectangle extends BundleSize {
  readonly waste: number;
  readonly panel: number;
  readonly parts: { readonly first: Rectangle; readonly second: Rectangle; readonly beside: boolean } | null;
}

/** Rectangles of which none is inside another, lowest (and widest) first. */
export type Frontier = Rectangle[];

/** Where a height would stand: all before are no higher, and the last of them is the narrowest. */
function placeOf(frontier: Frontier, height: number): number {
  let low = 0;
  let high = frontier.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((frontier[middle] as Rectangle).height <= height) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Whether a rectangle that is no larger is known; of two alike the one with fewer offcuts wins. */
export function beaten(frontier: Frontier, width: number, height: number, waste: number): boolean {
  const before = frontier[placeOf(frontier, height) - 1];
  return before !== undefined && before.width <= width && (before.width < width || before.height < height || before.waste <= waste);
}

/** Adds a rectangle that is not beaten, and drops those it beats. */
export function keep(frontier: Frontier, rectangle: Rectangle): void {
  const place = placeOf(frontier, rectangle.height);
  const from = frontier[place - 1]?.height === rectangle.height ? place - 1 : place;
  let to = place;
  for (let next = frontier[to]; next && next.width >= rectangle.width; next = frontier[to]) to += 1;
  frontier.splice(from, to - from, rectangle);
}

/** Where the pieces of a laid bundle stand. */
export function spotsOf(rectangle: Rectangle, x = 0, y = 0): Spot[] {
  const { parts } = rectangle;
  if (!parts) return [{ panel: rectangle.panel, x, y, width: rectangle.width, height: rectangle.height }];
  const [dx, dy] = parts.beside ? [parts.first.width, 0] : [0, parts.first.height];
  return [...spotsOf(parts.first, x, y), ...spotsOf(parts.second, x + dx, y + dy)];
}
