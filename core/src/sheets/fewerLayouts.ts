import type { LinearRow, LinearSolver } from "../search/linear.ts";
import { splitOfLayouts, type BuildSetting, type Plan } from "./build.ts";
import { countsOf, type Pattern } from "./model.ts";

/** With more patterns to choose from the engine takes longer than the gain is worth. */
const MOST_PATTERNS = 160;

/**
 * The same pieces for the same cost from fewer different layouts: each pattern that is used at all counts one, as the maker counts
 * them, since a layout done five times is set up once.
 * @returns the plan as it was when nothing with fewer is found in time
 */
export function withFewerLayouts(setting: BuildSetting, plan: Plan, pool: readonly Pattern[], solve: LinearSolver, seconds: number): Plan {
  const before = distinct(plan);
  if (before < 3 || seconds <= 0) return plan;
  const demand = setting.demand.map((count, panel) => count - (plan.left[panel] ?? 0));
  const own = plan.uses.map((use) => use.pattern);
  const patterns = [...new Map([...own, ...fullest(pool)].map((pattern) => [keyOf(pattern, demand.length), pattern])).values()].slice(0, MOST_PATTERNS);
  const counts = patterns.map((pattern) => countsOf(pattern, demand.length));
  const most = counts.map((each, index) => {
    const limit = setting.sheets[patterns[index]?.sheet ?? 0]?.count ?? Infinity;
    return Math.min(limit, ...each.map((count, panel) => (count > 0 ? Math.ceil((demand[panel] ?? 0) / count) : Infinity)));
  });
  const chosen = (index: number): number => patterns.length + index;
  const rows: LinearRow[] = [
    ...demand.flatMap((count, panel) =>
      count > 0 ? [{ terms: counts.flatMap((each, index): [number, number][] => ((each[panel] ?? 0) > 0 ? [[index, each[panel] ?? 0]] : [])), least: count }] : [],
    ),
    ...setting.sheets.flatMap((sheet, kind) => {
      const terms = patterns.flatMap((pattern, index): [number, number][] => (pattern.sheet === kind ? [[index, 1]] : []));
      return sheet.count === null || terms.length === 0 ? [] : [{ terms, most: sheet.count }];
    }),
    { terms: patterns.map((pattern, index) => [index, setting.sheets[pattern.sheet]?.cost ?? 0] as const), most: plan.cost },
    ...patterns.map((_, index) => ({ terms: [[index, 1] as const, [chosen(index), -(most[index] ?? 0)] as const], most: 0 })),
  ];
  const answer = solve({ costs: [...patterns.map(() => 0), ...patterns.map(() => 1)], upper: [...most, ...patterns.map(() => 1)], rows, whole: true }, seconds);
  if (!answer) return plan;
  const uses = patterns.map((pattern, index) => ({ pattern, times: Math.round(answer.values[index] ?? 0) })).filter((use) => use.times > 0);
  const found = splitOfLayouts({ ...setting, demand }, uses);
  return found.placed === plan.placed && found.cost <= plan.cost && distinct(found) < before ? { ...found, left: plan.left } : plan;
}

const distinct = (plan: Plan): number => plan.uses.length;
const keyOf = (pattern: Pattern, panels: number): string => `${String(pattern.sheet)}:${countsOf(pattern, panels).join()}`;

/** Patterns that use most of their sheet are the ones that repeat. */
function fullest(pool: readonly Pattern[]): Pattern[] {
  const used = (pattern: Pattern): number => pattern.spots.reduce((sum, spot) => sum + spot.width * spot.height, 0);
  return [...pool].sort((a, b) => used(b) - used(a));
}
