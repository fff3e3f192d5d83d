import type { Spot } from "../model.ts";
import { lowest, narrowest, type Bundle, type Bundles } from "./bundles.ts";
import { spotsOf } from "./frontier.ts";

/** Regions looked at before the best so far is taken. */
const MOST_REGIONS = 20_000;

interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Lays a bundle on a sheet so that one offcut is as large as can be. Every offcut of a guillotine pattern is what is left when
 * pieces are taken off at one side after another, across and along in turn; what is taken off lies in its own smallest strip. All
 * such ways are gone through, branches that cannot beat the best left out.
 * @param size the sheet in the grown measure
 * @param gap lost between pieces, not beside the offcut
 * @returns its area, and the ways that give it, a few at most; none when the bundle does not fit
 */
export function largestOffcutWays(
  bundles: Bundles,
  bundle: Bundle,
  size: { readonly width: number; readonly height: number },
  gap: number,
): { readonly area: number; readonly ways: readonly (readonly Spot[])[] } {
  const parts = bundles.list.filter((part) => part.counts.every((count, panel) => count <= (bundle.counts[panel] ?? 0))).sort((a, b) => b.area - a.area);
  let best = -1;
  let ways: Spot[][] = [];
  let regions = 0;
  const seen = new Set<string>();
  const visit = (region: Region, counts: readonly number[], area: number, after: "x" | "y" | null, taken: readonly Spot[]): void => {
    regions += 1;
    if (regions > MOST_REGIONS) return;
    if (area === 0) {
      // Only the sheet's own rim still has the gap that the grown measure adds.
      const left = (region.width - (region.x > 0 ? 0 : gap)) * (region.height - (region.y > 0 ? 0 : gap));
      if (left > best) [best, ways] = [left, []];
      if (left === best && ways.length < MOST_WAYS) ways.push([...taken]);
      return;
    }
    const key = `${String(region.width)}/${String(region.height)}/${counts.join()}/${after ?? ""}`;
    if (seen.has(key)) return;
    seen.add(key);
    for (const part of parts) {
      if (part.area > area || !part.counts.every((count, panel) => count <= (counts[panel] ?? 0))) continue;
      const rest = counts.map((count, panel) => count - (part.counts[panel] ?? 0));
      const left = area - part.area;
      for (const axis of ["x", "y"] as const) {
        if (axis === after) continue;
        const laid = axis === "x" ? narrowest(part, region.height) : lowest(part, region.width);
        if (!laid || laid.width > region.width || laid.height > region.height) continue;
        const next: Region =
          axis === "x" ? { ...region, x: region.x + laid.width, width: region.width - laid.width } : { ...region, y: region.y + laid.height, height: region.height - laid.height };
        if (next.width * next.height - left <= best) continue;
        visit(next, rest, left, axis, [...taken, ...spotsOf(laid, region.x, region.y)]);
      }
    }
  };
  visit({ x: 0, y: 0, ...size }, bundle.counts, bundle.area, null, []);
  return { area: Math.max(0, best), ways };
}

const MOST_WAYS = 12;
