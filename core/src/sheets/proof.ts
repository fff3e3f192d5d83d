import { lastNotAbove } from "../search/search.ts";
import { grown, turns, type SplitJob } from "./model.ts";
import type { Plan } from "./build.ts";

/**
 * Why nothing costs less.
 *
 * - `area`: sheets that cost less have less area than the pieces.
 * - `dual feasible`: at prices per piece by dual feasible functions, sheets that cost less hold too little.
 * - `Lagrange`: the same at the prices of column generation.
 * - `exhaustion`: so many patterns are all that could be part of anything cheaper, and whole numbers of them give nothing.
 */
export type SplitClaim =
  { readonly by: "area" } | { readonly by: "dual feasible" | "Lagrange"; readonly prices: readonly number[] } | { readonly by: "exhaustion"; readonly patterns: number };

/** What is told of a claim. `checked` holds where code that shares nothing with the search has come to the same. */
export interface Proof {
  readonly by: SplitClaim["by"];
  /** Patterns that were gone through; null where it is no exhaustion. */
  readonly patterns: number | null;
  readonly checked: boolean;
}

/** What looking at a claim again gave: it holds, it does not, or it is too much to say. */
export type Checked = "holds" | "fails" | "open";

/** Steps that looking again may take, over all sheets: about a tenth of a second at most. */
const MOST_STEPS = 1_500_000;

/**
 * Looks at a claim again, by other ways than those it was found by: what a sheet can be worth at prices is worked out from the
 * whole sheet downwards, by rectangles that really come about, instead of upwards over a raster; and the cheapest sheets that are
 * worth enough by branch and bound instead of a table over costs. Exhaustion is held against plain enumeration by the tests, not
 * here, and stays open.
 * @param plan that is claimed to cost the least
 */
export function checkClaim(job: SplitJob, plan: Plan, claim: SplitClaim): Checked {
  const wanted = job.panels.map((panel, index) => panel.count - (plan.left[index] ?? 0));
  // That no more can be placed is a claim of another kind.
  if (plan.left.some((count) => count > 0) || claim.by === "exhaustion") return "open";
  const areas = job.panels.map((panel) => (panel.width + job.gap) * (panel.height + job.gap));
  const prices = claim.by === "area" ? areas : claim.prices;
  const steps = { left: MOST_STEPS };
  const worths: number[] = [];
  for (const sheet of job.sheets) {
    const size = grown(job, sheet);
    const worth = claim.by === "area" ? size.width * size.height : mostWorth(job, size, prices, steps);
    if (worth === null) return "open";
    worths.push(worth);
  }
  const worth = wanted.reduce((sum, count, panel) => sum + count * (prices[panel] ?? 0), 0);
  const cheaper = isCheaper(job, worths, worth * (1 - 1e-9), plan.cost, steps);
  return cheaper === null ? "open" : cheaper ? "fails" : "holds";
}

/** The most that edge-to-edge cuts get out of a rectangle, any number of each panel. @returns null when it takes too many steps */
function mostWorth(job: SplitJob, size: { readonly width: number; readonly height: number }, prices: readonly number[], steps: { left: number }): number | null {
  const pieces = job.panels.flatMap((panel, index) => turns(job, panel).map((way) => ({ ...way, price: prices[index] ?? 0 })));
  const sums = { width: sumsUpTo(size.width, new Set(pieces.map((piece) => piece.width))), height: sumsUpTo(size.height, new Set(pieces.map((piece) => piece.height))) };
  const known = new Map<number, number>();
  const look = (width: number, height: number): number => {
    // What is longer than a sum of pieces is worth no more than that sum.
    const [w, h] = [sums.width[lastNotAbove(sums.width, width)] ?? 0, sums.height[lastNotAbove(sums.height, height)] ?? 0];
    if (w === 0 || h === 0) return 0;
    const key = w * 4_194_304 + h;
    const before = known.get(key);
    if (before !== undefined) return before;
    let most = 0;
    for (const piece of pieces) if (piece.width <= w && piece.height <= h && piece.price > most) most = piece.price;
    steps.left -= pieces.length;
    if (steps.left < 0) return most;
    for (let at = 1; 2 * (sums.width[at] ?? Infinity) <= w && steps.left > 0; at += 1) {
      steps.left -= 1;
      const cut = sums.width[at] ?? 0;
      most = Math.max(most, look(cut, h) + look(w - cut, h));
    }
    for (let at = 1; 2 * (sums.height[at] ?? Infinity) <= h && steps.left > 0; at += 1) {
      steps.left -= 1;
      const cut = sums.height[at] ?? 0;
      most = Math.max(most, look(w, cut) + look(w, h - cut));
    }
    known.set(key, most);
    return most;
  };
  const most = look(size.width, size.height);
  return steps.left > 0 ? most : null;
}

/** All sums of any lengths up to a length, ascending from 0. */
function sumsUpTo(most: number, lengths: ReadonlySet<number>): number[] {
  const reached = new Set<number>([0]);
  const open = [0];
  for (let from = open.pop(); from !== undefined && reached.size < 20_000; from = open.pop())
    for (const length of lengths) {
      const sum = from + length;
      if (sum > most || reached.has(sum)) continue;
      reached.add(sum);
      open.push(sum);
    }
  return [...reached].sort((a, b) => a - b);
}

/** Whether sheets that cost less than this are worth enough. @returns null when it takes too many steps */
function isCheaper(job: SplitJob, worths: readonly number[], wanted: number, below: number, steps: { left: number }): boolean | null {
  const kinds = job.sheets
    .map((sheet, index) => ({ cost: sheet.cost, count: sheet.count ?? Infinity, worth: worths[index] ?? 0 }))
    .filter(({ worth }) => worth > 0)
    .sort((a, b) => b.worth / (b.cost || 1e-9) - a.worth / (a.cost || 1e-9));
  // Nothing costs less than nothing.
  if (below <= 0) return false;
  const look = (index: number, left: number, money: number): boolean => {
    if (left <= 0) return true;
    const kind = kinds[index];
    steps.left -= 1;
    // The kinds that follow are worth no more for their cost than this one.
    if (!kind || steps.left < 0 || (kind.cost > 0 && (money / kind.cost) * kind.worth < left)) return false;
    const most = Math.min(kind.count, Math.ceil(left / kind.worth), kind.cost === 0 ? Infinity : Math.floor(money / kind.cost));
    for (let taken = most; taken >= 0; taken -= 1) if (look(index + 1, left - taken * kind.worth, money - taken * kind.cost)) return true;
    return false;
  };
  const found = look(0, wanted, below - 1);
  return steps.left > 0 ? found : found || null;
}
