import type { LinearRow, LinearSolver } from "../search/linear.ts";
import type { Limits } from "../search/search.ts";
import { splitOfLayouts, type BuildSetting, type Plan } from "./build.ts";
import { mostArea } from "./cover.ts";
import { Bundles, leastWaste } from "./cut/bundles.ts";
import { spotsOf } from "./cut/frontier.ts";
import { largestOffcutWays } from "./cut/largest.ts";
import { largestOffcut, layoutOf } from "./partings.ts";
import { countsOf, grown, turns, type Pattern, type SplitJob } from "./model.ts";

const SHARE = 0.04;
const MOST_COLUMNS = 1_500;
const SECONDS = 0.25;
const ROUNDS = 5;

/** A bundle alone on a sheet, with what is left beside it: a guess from above until it is worked out. */
interface Single {
  readonly pattern: Pattern;
  readonly counts: readonly number[];
  offcut: number;
  known: boolean;
}

/**
 * The same pieces for the same cost, spread over the sheets so that one sheet keeps as large an offcut as can be: one bundle is
 * chosen to lie alone on its sheet, and the others must take all the rest. What each would leave is taken from above at first and
 * worked out only for the one that is chosen, until the one chosen is known.
 * @returns the plan as it was where there is nothing to gain, or too much to go through
 */
export function withOneLargeOffcut(job: SplitJob, setting: BuildSetting, plan: Plan, solve: LinearSolver, limits: Limits): Plan {
  const sheetsUsed = plan.uses.reduce((sum, use) => sum + use.times, 0);
  if (job.method !== "cut" || sheetsUsed < 2 || limits.stop()) return plan;
  const least = Math.max(
    0,
    ...plan.uses.map(({ pattern }) => {
      const sheet = job.sheets[pattern.sheet];
      return sheet ? largestOffcut(layoutOf(job, sheet, pattern, 1)) : 0;
    }),
  );
  const demand = setting.demand.map((count, panel) => count - (plan.left[panel] ?? 0));
  const ways = job.panels.map((panel) => turns(job, panel));
  const areas = job.panels.map((panel) => (panel.width + job.gap) * (panel.height + job.gap));
  const sizes = job.sheets.map((sheet) => grown(job, sheet));
  const wanted = demand.reduce((sum, count, panel) => sum + count * (areas[panel] ?? 0), 0);
  const slack =
    mostArea(
      setting,
      sizes.map((size) => size.width * size.height),
      plan.cost + 1,
    ) - wanted;
  const bundles = Bundles.of(ways, demand, sizes, slack, limits.stop, SHARE);
  if (!bundles) return plan;
  const filled: Pattern[] = sizes.flatMap((size, sheet) => bundles.largestIn(size).map((rectangle) => ({ sheet, spots: spotsOf(rectangle) })));
  const singles: Single[] = sizes.flatMap((size, sheet) =>
    bundles.list.flatMap((bundle) => {
      const left = size.width * size.height - bundle.area;
      const laid = left > least && left <= slack ? leastWaste(bundle, size) : null;
      return laid ? [{ pattern: { sheet, spots: spotsOf(laid) }, counts: bundle.counts, offcut: left, known: false }] : [];
    }),
  );
  if (singles.length === 0 || filled.length + singles.length > MOST_COLUMNS) return plan;
  const measured = (single: Single): number => {
    const size = sizes[single.pattern.sheet];
    const own = size && Bundles.of(ways, single.counts, [size], Infinity, limits.stop, SHARE);
    const whole = own?.find(single.counts);
    return size && own && whole ? largestOffcutWays(own, whole, size, job.gap).area : 0;
  };
  for (let round = 0; round <= ROUNDS && !limits.stop(); round += 1) {
    // In the last round only what is known can be chosen.
    if (round === ROUNDS) for (const single of singles) if (!single.known) single.offcut = 0;
    if (singles.every((single) => single.offcut <= least)) return plan;
    const chosen = spread(setting, demand, plan.cost, filled, singles, solve, Math.min(SECONDS, limits.left()));
    if (!chosen || chosen.single.offcut <= least) return plan;
    if (!chosen.single.known && round < ROUNDS) {
      chosen.single.offcut = measured(chosen.single);
      chosen.single.known = true;
      continue;
    }
    const found = splitOfLayouts({ ...setting, demand }, [{ pattern: chosen.single.pattern, times: 1 }, ...chosen.uses]);
    return found.placed === plan.placed && found.cost <= plan.cost ? { ...found, left: plan.left } : plan;
  }
  return plan;
}

/** One single and as many filled sheets as take the rest, within the cost, so that the single leaves most. */
function spread(
  setting: BuildSetting,
  demand: readonly number[],
  cost: number,
  filled: readonly Pattern[],
  singles: readonly Single[],
  solve: LinearSolver,
  seconds: number,
): { readonly single: Single; readonly uses: readonly { readonly pattern: Pattern; readonly times: number }[] } | null {
  const columns = [
    ...filled.map((pattern) => ({ sheet: pattern.sheet, counts: countsOf(pattern, demand.length), offcut: 0 })),
    ...singles.map(({ pattern, counts, offcut }) => ({ sheet: pattern.sheet, counts, offcut })),
  ];
  const terms = (of: (column: (typeof columns)[number], index: number) => number): [number, number][] =>
    columns.flatMap((column, index): [number, number][] => (of(column, index) === 0 ? [] : [[index, of(column, index)]]));
  const largest = Math.max(1, ...singles.map((single) => single.offcut));
  const rows: LinearRow[] = [
    ...demand.flatMap((count, panel) => (count > 0 ? [{ terms: terms((column) => column.counts[panel] ?? 0), least: count }] : [])),
    ...setting.sheets.flatMap((sheet, index) => (sheet.count === null ? [] : [{ terms: terms((column) => Number(column.sheet === index)), most: sheet.count }])),
    { terms: terms((column) => setting.sheets[column.sheet]?.cost ?? 0), most: cost },
    { terms: terms((_, index) => Number(index >= filled.length)), least: 1, most: 1 },
  ].filter((row) => row.terms.length > 0);
  const answer = solve(
    { costs: columns.map((column) => -column.offcut / largest), upper: columns.map((_, index) => (index < filled.length ? Infinity : 1)), rows, whole: true },
    seconds,
  );
  const single = answer && singles.find((_, index) => (answer.values[filled.length + index] ?? 0) > 0.5);
  if (!answer || !single) return null;
  return { single, uses: filled.map((pattern, index) => ({ pattern, times: Math.round(answer.values[index] ?? 0) })).filter((use) => use.times > 0) };
}
