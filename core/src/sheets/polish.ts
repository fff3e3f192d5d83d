import type { Limits } from "../search/search.ts";
import { largestOffcut, layoutOf, quickRank } from "./partings.ts";
import { countsOf, grown, type Pattern, type Sheet, type SplitJob, type Splitter, turns } from "./model.ts";
import { Bundles } from "./cut/bundles.ts";
import { fillByRule } from "./cut/fill.ts";
import { largestOffcutWays } from "./cut/largest.ts";

/** Halvings of the searched strip; 2^-9 of a sheet is finer than a hand cuts. */
const HALVINGS = 9;
const VARIANTS_TRIED = 48;
/** Laying one sheet's pieces anew may take this share of what deciding the whole job may. */
const EXACT_SHARE = 0.02;

/**
 * The same pieces laid so that one offcut is as large as can be, then with the fewest cuts: exactly where few enough bundles
 * are in them, else by rules of thumb. Only cut patterns are free to be laid anew.
 */
export function withLargeOffcut(job: SplitJob, splitter: Splitter, pattern: Pattern, limits: Limits): Pattern {
  const sheet = job.sheets[pattern.sheet];
  if (job.method !== "cut" || !sheet || pattern.spots.length > 120) return pattern;
  const size = grown(job, sheet);
  // A full sheet leaves nothing over, however its pieces lie.
  if (pattern.spots.reduce((left, spot) => left - spot.width * spot.height, size.width * size.height) === 0) return pattern;
  const ways = job.panels.map((panel) => turns(job, panel));
  const counts = countsOf(pattern, job.panels.length);
  const wanted = pattern.spots.length;
  let best = pattern;
  let rank = rankOf(job, sheet, pattern);
  const offer = (candidate: Pattern, ranked: typeof rankOf): void => {
    if (candidate.spots.length !== wanted) return;
    const candidateRank = ranked(job, sheet, candidate);
    if (candidateRank.offcut > rank.offcut || (candidateRank.offcut === rank.offcut && candidateRank.cuts < rank.cuts)) [best, rank] = [candidate, candidateRank];
  };
  const bundles = Bundles.of(ways, counts, [size], Infinity, limits.stop, EXACT_SHARE);
  const whole = bundles?.find(counts);
  if (bundles && whole) {
    for (const spots of largestOffcutWays(bundles, whole, size, job.gap).ways) offer({ sheet: pattern.sheet, spots }, rankOf);
    return best;
  }
  rank = quickRank(job, sheet, pattern);
  const packed = (width: number, height: number): Pattern | null => {
    for (let variant = 0; variant < VARIANTS_TRIED && !limits.stop(); variant += 1) {
      const spots = fillByRule(width, height, ways, counts, variant * 3);
      if (spots.length === wanted) return { sheet: pattern.sheet, spots };
    }
    return null;
  };
  for (let variant = 0; variant < Math.min(VARIANTS_TRIED, splitter.variants) && !limits.stop(); variant += 1) offer(splitter.fill(pattern.sheet, counts, variant * 3), quickRank);
  for (const axis of ["width", "height"] as const) {
    let [low, high] = [0, size[axis]];
    for (let step = 0; step < HALVINGS && !limits.stop(); step += 1) {
      const middle = Math.ceil((low + high) / 2);
      const found = axis === "width" ? packed(middle, size.height) : packed(size.width, middle);
      if (found) {
        offer(found, quickRank);
        high = middle;
      } else low = middle;
    }
  }
  return best;
}

function rankOf(job: SplitJob, sheet: Sheet, pattern: Pattern): { readonly offcut: number; readonly cuts: number } {
  const layout = layoutOf(job, sheet, pattern, 1);
  return { offcut: largestOffcut(layout), cuts: layout.cuts.length };
}
