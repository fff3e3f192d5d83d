import { gcd } from "../search/search.ts";
import type { Sheet, Splitter } from "./model.ts";

/** What a bound needs of a job: the splitter's true values, the sheets, and how many of each panel are wanted. */
export interface BoundSetting {
  readonly splitter: Splitter;
  readonly sheets: readonly Sheet[];
  readonly demand: readonly number[];
}

/**
 * Lagrangian bound on the cost of placing at least `least` pieces, for any prices per piece of each panel (Farley,
 * Operations Research 38, 1990, widened to several sheet kinds and limited counts). True whatever the prices are:
 * a sheet kind whose best pattern is worth more than it costs is charged the difference once per sheet there is, or,
 * where as many as wanted are there, all prices are lowered until none is.
 * @param worths the most any pattern of each sheet kind is worth at these prices
 */
export function costBound(setting: BoundSetting, prices: readonly number[], worths: readonly number[], least: number): number {
  const scale = Math.min(1, ...setting.sheets.map((sheet, index) => (sheet.count === null && (worths[index] ?? 0) > 0 ? sheet.cost / (worths[index] ?? 1) : 1)));
  const paid = prices.map((price) => Math.max(0, price) * scale);
  let charged = 0;
  setting.sheets.forEach((sheet, index) => {
    if (sheet.count !== null) charged += sheet.count * Math.max(0, (worths[index] ?? 0) * scale - sheet.cost);
  });
  // With a price `each` for the count itself, dear panels may be left out first; the best `each` is one of the prices.
  let most = 0;
  for (const each of new Set(paid)) {
    const left = setting.demand.reduce((sum, count, panel) => sum + count * Math.max(0, each - (paid[panel] ?? 0)), 0);
    most = Math.max(most, each * least - left - charged);
  }
  return most;
}

/**
 * The most that pieces could be worth together, for any prices of them: a piece counts its value less its price, plus the worth
 * of every sheet there is at those prices. Infinity when an unlimited sheet is worth anything.
 * @param values what a piece of each panel counts; 1 each for the number of pieces
 */
export function countBound(setting: BoundSetting, prices: readonly number[], worths: readonly number[], values?: readonly number[]): number {
  let most = setting.demand.reduce((sum, count, panel) => sum + count * Math.max(0, (values?.[panel] ?? 1) - Math.max(0, prices[panel] ?? 0)), 0);
  setting.sheets.forEach((sheet, index) => {
    const worth = worths[index] ?? 0;
    if (worth > 1e-12) most += sheet.count === null ? Infinity : sheet.count * worth;
  });
  return most;
}

/** The longest table of sums that is made. */
const MOST_SUMS = 2_000_000;

/** The least cost that is a sum of whole sheets and not below the bound, when the cost found is one. */
export function roundedUp(bound: number, sheets: readonly Sheet[], found: number): number {
  const least = Math.ceil(bound - 1e-6);
  if (least >= found) return found;
  const unit = sheets.reduce((common, sheet) => gcd(common, sheet.cost), 0);
  if (unit === 0) return Math.max(0, least);
  const steps = found / unit;
  if (steps > MOST_SUMS || sheets.length > 30) return Math.min(found, Math.ceil(least / unit) * unit);
  const reachable = new Uint8Array(steps + 1);
  reachable[0] = 1;
  for (const sheet of sheets) {
    const step = sheet.cost / unit;
    if (step === 0) continue;
    for (let sum = step; sum <= steps; sum += 1) if (reachable[sum - step]) reachable[sum] = 1;
  }
  let sum = Math.ceil(least / unit);
  while (sum < steps && !reachable[sum]) sum += 1;
  return sum * unit;
}
