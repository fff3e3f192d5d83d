import { gcd } from "../search/search.ts";
import type { BoundSetting } from "./bound.ts";

/** The longest table of costs that is made; beyond it nothing is claimed. */
const MOST_STEPS = 400_000;

/**
 * The least cost of whole sheets whose worths add up to what is wanted: a knapsack cover over costs. True for any prices
 * of which no pattern on a sheet is worth more than that sheet's worth; it beats the linear bound where few sheets are
 * used, since no part of a sheet can be bought, and where the cheap ones are few.
 * @param prices per piece of each panel, none below zero
 * @param worths the most any pattern of each sheet kind is worth at these prices
 * @param least pieces that must be placed
 * @param found a cost that is possible; nothing above it is returned
 */
export function coverBound(setting: BoundSetting, prices: readonly number[], worths: readonly number[], least: number, found: number): number {
  const wanted = leastWorth(setting.demand, prices, least) * (1 - 1e-9) - 1e-9;
  const unit = setting.sheets.reduce((common, sheet) => gcd(common, sheet.cost), 0);
  const free = setting.sheets.reduce((sum, sheet, index) => sum + (sheet.cost === 0 ? (worths[index] ?? 0) * (sheet.count ?? Infinity) : 0), 0);
  if (unit === 0 || !(free < wanted)) return 0;
  const steps = found / unit;
  if (steps > MOST_STEPS) return 0;
  const most = new Float64Array(steps + 1).fill(-Infinity);
  most[0] = free;
  setting.sheets.forEach((sheet, index) => {
    const [step, worth] = [sheet.cost / unit, worths[index] ?? 0];
    if (step === 0 || worth <= 0) return;
    if (sheet.count === null) {
      for (let cost = step; cost <= steps; cost += 1) most[cost] = Math.max(most[cost] ?? 0, (most[cost - step] ?? 0) + worth);
      return;
    }
    // A limited kind in bundles of 1, 2, 4, ... sheets, each taken once.
    for (let left = Math.min(sheet.count, Math.floor(steps / step)), bundle = 1; left > 0; left -= bundle, bundle *= 2) {
      const taken = Math.min(bundle, left);
      for (let cost = steps; cost >= taken * step; cost -= 1) most[cost] = Math.max(most[cost] ?? 0, (most[cost - taken * step] ?? 0) + taken * worth);
    }
  });
  const enough = most.findIndex((worth) => worth >= wanted);
  return enough < 0 ? found : enough * unit;
}

/** The worth of the `least` cheapest of all wanted pieces: no choice of as many is worth less. */
function leastWorth(demand: readonly number[], prices: readonly number[], least: number): number {
  if (least >= demand.reduce((sum, count) => sum + count, 0)) return demand.reduce((sum, count, panel) => sum + count * (prices[panel] ?? 0), 0);
  const order = demand.map((_, panel) => panel).sort((a, b) => (prices[a] ?? 0) - (prices[b] ?? 0));
  let [left, worth] = [least, 0];
  for (const panel of order) {
    const taken = Math.min(left, demand[panel] ?? 0);
    worth += taken * Math.max(0, prices[panel] ?? 0);
    left -= taken;
  }
  return worth;
}

/** The most area that sheets below this cost have together, in any measure of area per sheet kind. */
export function mostArea(setting: BoundSetting, areas: readonly number[], below: number): number {
  const unit = setting.sheets.reduce((common, sheet) => gcd(common, sheet.cost), 0);
  const free = setting.sheets.reduce((sum, sheet, index) => sum + (sheet.cost === 0 ? (areas[index] ?? 0) * (sheet.count ?? Infinity) : 0), 0);
  if (unit === 0 || below <= 0) return free;
  const steps = Math.ceil(below / unit) - 1;
  if (steps > MOST_STEPS) return Infinity;
  const most = new Float64Array(steps + 1).fill(free);
  setting.sheets.forEach((sheet, index) => {
    const step = sheet.cost / unit;
    if (step === 0) return;
    for (let left = Math.min(sheet.count ?? Infinity, Math.floor(steps / step)), bundle = 1; left > 0; left -= bundle, bundle *= 2) {
      const taken = Math.min(bundle, left);
      for (let cost = steps; cost >= taken * step; cost -= 1) most[cost] = Math.max(most[cost] ?? 0, (most[cost - taken * step] ?? 0) + taken * (areas[index] ?? 0));
    }
  });
  return most[steps] ?? free;
}
