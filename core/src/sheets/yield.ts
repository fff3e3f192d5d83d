import type { LinearSolver } from "../search/linear.ts";
import type { Limits } from "../search/search.ts";
import { buildPlan, splitOfLayouts, type BuildSetting, type Plan } from "./build.ts";
import { bestWhole, generateColumns, PatternPool } from "./columns.ts";
import { kindsOf } from "./kinds.ts";
import { countsOf, type Split, type SplitJob } from "./model.ts";
import { answerOf, usableJob } from "./split.ts";
import { splitterFor } from "./splitters.ts";
import { withLargeOffcut } from "./polish.ts";

/** What a pile gives: the split, what its pieces are worth together, and a true bound on that. */
export interface Yield {
  readonly split: Split;
  readonly worth: number;
  readonly bound: number;
}

/** Rules of thumb tried for a first answer. */
const VARIANTS = 24;
const WHOLE_SECONDS = 0.5;

/**
 * The reverse question: given sheets and offcuts and no more of them, which of the wanted pieces are worth most together? Column
 * generation with the pieces' values instead of costs; all bundles are gone through where there are few enough.
 * @param values what one piece of each panel of the job is worth, by its id; panels of one size count the most of theirs
 */
export function bestYield(job: SplitJob, values: ReadonlyMap<string, number>, limits: Limits, solve: LinearSolver): Yield {
  const kinds = kindsOf(usableJob(job));
  if (kinds.job.panels.length === 0) return { split: answerOf(job, kinds, null, 0, true), worth: 0, bound: 0 };
  const splitter = splitterFor(kinds.job);
  const setting: BuildSetting = { splitter, sheets: kinds.job.sheets, demand: kinds.job.panels.map((panel) => panel.count) };
  const worths = kinds.members.map((alike) => Math.max(...alike.map((panel) => values.get(panel.id) ?? 0)));
  const worthOf = (plan: Plan): number =>
    plan.uses.reduce((sum, use) => sum + use.times * countsOf(use.pattern, worths.length).reduce((all, count, panel) => all + count * (worths[panel] ?? 0), 0), 0);
  const pool = new PatternPool(worths.length);
  let best: Plan = { uses: [], left: setting.demand, placed: 0, cost: 0 };
  const offer = (plan: Plan | null): void => {
    if (plan && worthOf(plan) > worthOf(best) + 1e-9) best = plan;
  };
  for (let variant = 0; variant < Math.min(VARIANTS, splitter.variants) && !limits.stop(); variant += 1) {
    const built = buildPlan(setting, worths, variant, pool.patterns.slice(0, 60));
    built.uses.forEach((use) => pool.add(use.pattern));
    offer(built);
  }
  const aim = { kind: "count", values: worths } as const;
  let bound = generateColumns(setting, pool, aim, solve, limits);
  offer(bestWhole(setting, pool.patterns, aim, null, solve, Math.min(WHOLE_SECONDS, limits.left()))?.plan ?? null);
  if (worthOf(best) < bound - 1e-6 && !limits.stop()) {
    const every = splitter.every?.(setting.demand, Infinity, limits.stop);
    const decided = every && bestWhole(setting, every, aim, splitOfLayouts(setting, best.uses), solve, Math.min(2 * WHOLE_SECONDS, limits.left()));
    offer(decided?.plan ?? null);
    if (decided?.optimal) bound = worthOf(best);
  }
  const uses = best.uses.map((use) => (limits.stop() ? use : { ...use, pattern: withLargeOffcut(kinds.job, splitter, use.pattern, limits) }));
  const worth = worthOf(best);
  return { split: answerOf(job, kinds, { ...best, uses }, 0, worth >= bound - 1e-6), worth, bound: Math.max(worth, bound) };
}
