import type { LinearModel, LinearRow, LinearSolver } from "../search/linear.ts";
import type { Limits } from "../search/search.ts";
import { costBound, countBound } from "./bound.ts";
import { splitOfLayouts, type BuildSetting, type Plan } from "./build.ts";
import { countsOf, type Pattern } from "./model.ts";

/** What the master program aims at: the most pieces, each counting its value or 1; or the least cost with at least so many pieces. */
export type Aim = { readonly kind: "count"; readonly values?: readonly number[] } | { readonly kind: "cost"; readonly least: number };

/** Patterns found so far, one per sheet kind and counts. */
export class PatternPool {
  private readonly known = new Map<string, Pattern>();
  constructor(private readonly panels: number) {}

  /** @returns whether it was new */
  add(pattern: Pattern): boolean {
    if (pattern.spots.length === 0) return false;
    const key = `${String(pattern.sheet)}:${countsOf(pattern, this.panels).join(",")}`;
    if (this.known.has(key)) return false;
    this.known.set(key, pattern);
    return true;
  }

  get patterns(): readonly Pattern[] {
    return [...this.known.values()];
  }
}

/**
 * The master program of Gilmore and Gomory (Operations Research 9, 1961): columns are how often each pattern is done,
 * then how many of each panel are placed. Rows: each panel's supply, each limited sheet kind, and the count wanted.
 */
function master(setting: BuildSetting, patterns: readonly Pattern[], aim: Aim, whole: boolean, known: Plan | null = null): LinearModel {
  const panels = setting.demand.length;
  const supply: [number, number][][] = Array.from({ length: panels }, () => []);
  patterns.forEach((pattern, column) => {
    countsOf(pattern, panels).forEach((count, panel) => {
      if (count > 0) supply[panel]?.push([column, count]);
    });
  });
  const placedColumn = (panel: number): number => patterns.length + panel;
  // The plan known already is one column more, so that there is always an answer to be better than.
  const knownColumn = patterns.length + panels;
  if (known) setting.demand.forEach((count, panel) => supply[panel]?.push([knownColumn, count - (known.left[panel] ?? 0)]));
  const rows: LinearRow[] = supply.map((terms, panel) => ({ terms: [...terms, [placedColumn(panel), -1]], least: 0 }));
  setting.sheets.forEach((sheet, index) => {
    const terms = patterns.flatMap((pattern, column): [number, number][] => (pattern.sheet === index ? [[column, 1]] : []));
    const taken = known?.uses.reduce((sum, use) => sum + (use.pattern.sheet === index ? use.times : 0), 0) ?? 0;
    if (taken > 0) terms.push([knownColumn, taken]);
    if (sheet.count !== null && terms.length > 0) rows.push({ terms, most: sheet.count });
  });
  if (aim.kind === "cost") rows.push({ terms: setting.demand.map((_, panel) => [placedColumn(panel), 1]), least: aim.least });
  return {
    costs: [
      ...patterns.map((pattern) => (aim.kind === "cost" ? (setting.sheets[pattern.sheet]?.cost ?? 0) : 0)),
      ...setting.demand.map((_, panel) => (aim.kind === "cost" ? 0 : -(aim.values?.[panel] ?? 1))),
      ...(known ? [aim.kind === "cost" ? known.cost : 0] : []),
    ],
    upper: [...patterns.map(() => Infinity), ...setting.demand, ...(known ? [1] : [])],
    rows,
    whole,
  };
}

const MOST_ROUNDS = 80;
const MOST_COLUMNS_WHOLE = 1_500;

/**
 * Column generation: prices from the master program, the best pattern for each sheet kind at those prices, and with it
 * a true bound, until no pattern is worth its sheet.
 * @returns the best bound: on the cost from below, or on the count from above
 */
export function generateColumns(
  setting: BuildSetting,
  pool: PatternPool,
  aim: Aim,
  solve: LinearSolver,
  limits: Limits,
  priced?: (prices: readonly number[], worths: readonly number[], bound: number) => void,
): number {
  let bound = aim.kind === "cost" ? 0 : Infinity;
  const panels = setting.demand.length;
  for (let round = 0; round < MOST_ROUNDS && !limits.stop(); round += 1) {
    const answer = solve(master(setting, pool.patterns, aim, false), limits.left());
    if (!answer) return bound;
    const prices = answer.duals.slice(0, panels).map((dual) => Math.max(0, dual));
    const found = setting.sheets.map((_, sheet) => setting.splitter.best(sheet, prices));
    const worths = found.map((each) => each.bound);
    bound = aim.kind === "cost" ? Math.max(bound, costBound(setting, prices, worths, aim.least)) : Math.min(bound, countBound(setting, prices, worths, aim.values));
    priced?.(prices, worths, bound);
    const fresh = found.filter((each) => pool.add(each.pattern));
    if (fresh.length === 0) return bound;
  }
  return bound;
}

/** Nodes after which whole numbers of a pool are good enough: the same on every machine, as long as the seconds are not what ends it. */
const WHOLE_NODES = 400;

/** The best whole numbers of the patterns in the pool. */
export function wholePlan(setting: BuildSetting, pool: PatternPool, aim: Aim, solve: LinearSolver, seconds: number): Plan | null {
  return bestWhole(setting, pool.patterns.slice(0, MOST_COLUMNS_WHOLE), aim, null, solve, seconds, WHOLE_NODES)?.plan ?? null;
}

/**
 * The best whole numbers of some patterns, or the plan known already.
 * @returns `optimal` when the engine has shown that these patterns give nothing better; null when it found nothing
 */
export function bestWhole(
  setting: BuildSetting,
  patterns: readonly Pattern[],
  aim: Aim,
  known: Plan | null,
  solve: LinearSolver,
  seconds: number,
  nodes?: number,
): { readonly plan: Plan; readonly optimal: boolean } | null {
  const answer = solve(master(setting, patterns, aim, true, known), seconds, nodes);
  if (!answer) return null;
  if (known && (answer.values[patterns.length + setting.demand.length] ?? 0) > 0.5) return { plan: known, optimal: answer.optimal };
  const uses = patterns.map((pattern, column) => ({ pattern, times: Math.round(answer.values[column] ?? 0) })).filter((use) => use.times > 0);
  return { plan: splitOfLayouts(setting, uses), optimal: answer.optimal };
}
