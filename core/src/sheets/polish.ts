import type { Limits } from "../search/search.ts";
import { largestOffcut, layoutOf } from "./partings.ts";
import { countsOf, grown, type Pattern, type SplitJob, type Splitter, turns } from "./model.ts";
import { fillByRule } from "./cut/fill.ts";

/** Halvings of the searched strip; 2^-9 of a sheet is finer than a hand cuts. */
const HALVINGS = 9;
const VARIANTS_TRIED = 48;

/**
 * The same pieces laid so that one offcut is as large as can be found, then with the fewest cuts. Only cut patterns
 * are free to be laid anew.
 */
export function withLargeOffcut(job: SplitJob, splitter: Splitter, pattern: Pattern, limits: Limits): Pattern {
  const sheet = job.sheets[pattern.sheet];
  if (job.method !== "cut" || !sheet || pattern.spots.length > 120) return pattern;
  const size = grown(job, sheet);
  const ways = job.panels.map((panel) => turns(job, panel));
  const counts = countsOf(pattern, job.panels.length);
  const wanted = pattern.spots.length;
  let best = pattern;
  let rank = rankOf(job, pattern);
  const offer = (candidate: Pattern): void => {
    if (candidate.spots.length !== wanted) return;
    const candidateRank = rankOf(job, candidate);
    if (candidateRank.offcut > rank.offcut || (candidateRank.offcut === rank.offcut && candidateRank.cuts < rank.cuts)) [best, rank] = [candidate, candidateRank];
  };
  const packed = (width: number, height: number): Pattern | null => {
    for (let variant = 0; variant < VARIANTS_TRIED && !limits.stop(); variant += 1) {
      const spots = fillByRule(width, height, ways, counts, variant * 3);
      if (spots.length === wanted) return { sheet: pattern.sheet, spots };
    }
    return null;
  };
  for (let variant = 0; variant < Math.min(VARIANTS_TRIED, splitter.variants) && !limits.stop(); variant += 1) offer(splitter.fill(pattern.sheet, counts, variant * 3));
  for (const axis of ["width", "height"] as const) {
    let [low, high] = [0, size[axis]];
    for (let step = 0; step < HALVINGS && !limits.stop(); step += 1) {
      const middle = Math.ceil((low + high) / 2);
      const found = axis === "width" ? packed(middle, size.height) : packed(size.width, middle);
      if (found) {
        offer(found);
        high = middle;
      } else low = middle;
    }
  }
  return best;
}

function rankOf(job: SplitJob, pattern: Pattern): { offcut: number; cuts: number } {
  const sheet = job.sheets[pattern.sheet];
  if (!sheet) return { offcut: 0, cuts: Infinity };
  const layout = layoutOf(job, sheet, pattern, 1);
  return { offcut: largestOffcut(layout), cuts: layout.cuts.length };
}
