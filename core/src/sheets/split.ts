import { money } from "../measure/money.ts";
import { unreachable } from "../outcome/outcome.ts";
import type { LinearSolver } from "../search/linear.ts";
import { seededRandom, type Limits } from "../search/search.ts";
import { roundedUp, costBound, countBound } from "./bound.ts";
import { betterPlan, buildPlan, type BuildSetting, type Plan } from "./build.ts";
import { generateColumns, PatternPool, wholePlan } from "./columns.ts";
import { cutSplitter } from "./cut/cut.ts";
import { foldSplitter } from "./fold/fold.ts";
import { countsOf, grown, turns, type Split, type SplitJob, type Splitter } from "./model.ts";
import { layoutOf } from "./partings.ts";
import { withLargeOffcut } from "./polish.ts";
import { tapeSplitter } from "./tape/tape.ts";

/**
 * Splits sheets into panels: as many pieces as possible, then least cost, then the largest single offcut, then fewest
 * cuts. Anytime: always answers with a valid split and a true bound.
 * @param solve the linear engine for column generation and whole numbers
 */
export function split(job: SplitJob, limits: Limits, solve: LinearSolver): Split {
  const usable = usableJob(job);
  if (usable.panels.length === 0) return answerOf(job, usable, null, 0, true);
  const splitter = splitterFor(usable);
  const setting: BuildSetting = { splitter, sheets: usable.sheets, demand: usable.panels.map((panel) => panel.count) };
  const total = setting.demand.reduce((sum, count) => sum + count, 0);
  const pool = new PatternPool(usable.panels.length);
  seedPool(setting, pool, limits);
  let plan = builtPlans(usable, setting, pool, limits);

  let most = total;
  if (plan.placed < total) {
    const ones = setting.demand.map(() => 1);
    const worths = usable.sheets.map((_, sheet) => splitter.best(sheet, ones).bound);
    const aim = { kind: "count" } as const;
    most = Math.floor(Math.min(total, countBound(setting, ones, worths), generateColumns(setting, pool, aim, solve, limits)) + 1e-6);
    if (plan.placed < most && !limits.stop()) plan = better(plan, wholePlan(setting, pool, aim, solve, Math.min(1, limits.left())));
  }
  const area = usable.panels.map((panel) => (panel.width + job.gap) * (panel.height + job.gap));
  const roomy = usable.sheets.map((sheet) => grown(usable, sheet).width * grown(usable, sheet).height);
  const perArea = Math.min(...usable.sheets.map((sheet, index) => sheet.cost / Math.max(1, roomy[index] ?? 1)));
  const bestBound = (found: Plan): number =>
    costBound(
      setting,
      area.map((each) => each * perArea),
      roomy.map((each) => each * perArea),
      found.placed,
    );
  let bound = bestBound(plan);
  const isProven = (): boolean => roundedUp(bound, usable.sheets, plan.cost) === plan.cost && plan.placed >= most;
  for (let round = 0; round < 3 && !isProven() && !limits.stop(); round += 1) {
    const aim = { kind: "cost", least: plan.placed } as const;
    const before = plan;
    bound = Math.max(bound, generateColumns(setting, pool, aim, solve, limits));
    if (isProven() || limits.stop()) break;
    plan = better(plan, wholePlan(setting, pool, aim, solve, Math.min(0.6, limits.left())));
    if (isProven()) break;
    plan = better(plan, shuffledPlans(usable, setting, pool, limits, round));
    // The bound was for fewer pieces; it still holds, since placing more never costs less.
    if (plan === before && round > 0) break;
  }
  const uses = plan.uses.map((use) => ({ ...use, pattern: limits.stop() ? use.pattern : withLargeOffcut(usable, splitter, use.pattern, limits) }));
  return answerOf(job, usable, { ...plan, uses }, roundedUp(bound, usable.sheets, plan.cost), isProven());
}

const better = (plan: Plan, other: Plan | null): Plan => (other && betterPlan(other, plan) ? other : plan);

/** Which splitter a method uses. */
export function splitterFor(job: SplitJob): Splitter {
  switch (job.method) {
    case "cut":
      return cutSplitter(job);
    case "fold":
      return foldSplitter(job);
    case "tape":
      return tapeSplitter(job);
    default:
      return unreachable(job.method);
  }
}

/** The job without sheets that are not there or hold nothing, and without panels that fit on none of the others. */
function usableJob(job: SplitJob): SplitJob {
  const fits = (sheet: SplitJob["sheets"][number], panel: SplitJob["panels"][number]): boolean => {
    const size = grown(job, sheet);
    return turns(job, panel).some((turn) => turn.width <= size.width && turn.height <= size.height);
  };
  const there = job.sheets.filter((sheet) => sheet.count !== 0);
  const panels = job.panels.filter((panel) => there.some((sheet) => fits(sheet, panel)));
  return { ...job, panels, sheets: there.filter((sheet) => panels.some((panel) => fits(sheet, panel))) };
}

/** The best pattern for each panel alone, and for all by area, on every sheet. */
function seedPool(setting: BuildSetting, pool: PatternPool, limits: Limits): void {
  setting.sheets.forEach((_, sheet) => {
    if (setting.demand.length > 40) return;
    setting.demand.forEach((_count, only) => {
      if (!limits.stop())
        pool.add(
          setting.splitter.best(
            sheet,
            setting.demand.map((_each, panel) => (panel === only ? 1 : 0)),
          ).pattern,
        );
    });
  });
}

/** Pieces laid during building, over all variants together: a bound that is the same on every machine. */
const BUILD_WORK = 60_000;

function builtPlans(job: SplitJob, setting: BuildSetting, pool: PatternPool, limits: Limits): Plan {
  const area = job.panels.map((panel) => panel.width * panel.height);
  const ones = job.panels.map(() => 1);
  let plan: Plan | null = null;
  let work = 0;
  for (let variant = 0; variant < setting.splitter.variants && (plan === null || (work < BUILD_WORK && !limits.stop())); variant += 1) {
    for (const worth of variant % 12 === 0 ? [area, ones] : [area]) {
      const built = buildPlan(setting, worth, variant, pool.patterns.slice(0, 200));
      if (betterPlan(built, plan)) plan = built;
      built.uses.forEach((use) => pool.add(use.pattern));
      work += 50 + built.uses.reduce((sum, use) => sum + use.pattern.spots.length, 0);
    }
  }
  if (!plan) throw new Error("a splitter has no variants");
  return plan;
}

const SHUFFLES = 150;

/** Plans for shuffled worths: small panels sometimes count for more than their area, which mixes sheets differently. */
function shuffledPlans(job: SplitJob, setting: BuildSetting, pool: PatternPool, limits: Limits, round: number): Plan | null {
  const random = seededRandom(limits.seed + round * 7919);
  let plan: Plan | null = null;
  let work = 0;
  for (let turn = 0; turn < SHUFFLES && work < BUILD_WORK && !limits.stop(); turn += 1) {
    const worth = job.panels.map((panel) => panel.width * panel.height * (0.6 + 0.8 * random()));
    const known = pool.patterns.filter(() => random() < 0.3).slice(0, 100);
    const built = buildPlan(setting, worth, Math.floor(random() * setting.splitter.variants), known);
    if (betterPlan(built, plan)) plan = built;
    built.uses.forEach((use) => pool.add(use.pattern));
    work += 50 + built.uses.reduce((sum, use) => sum + use.pattern.spots.length, 0);
  }
  return plan;
}

function answerOf(job: SplitJob, usable: SplitJob, plan: Plan | null, lowerBound: number, proven: boolean): Split {
  const placed = new Map<string, number>();
  for (const use of plan?.uses ?? []) {
    countsOf(use.pattern, usable.panels.length).forEach((count, panel) => {
      const id = usable.panels[panel]?.id ?? "";
      placed.set(id, (placed.get(id) ?? 0) + count * use.times);
    });
  }
  const layouts = (plan?.uses ?? []).flatMap((use) => {
    const sheet = usable.sheets[use.pattern.sheet];
    return sheet ? [layoutOf(usable, sheet, use.pattern, use.times)] : [];
  });
  return {
    layouts,
    unplaced: job.panels.map((panel) => ({ panel: panel.id, count: panel.count - (placed.get(panel.id) ?? 0) })).filter((each) => each.count > 0),
    sheetsUsed: layouts.reduce((sum, layout) => sum + layout.times, 0),
    cost: money(plan?.cost ?? 0),
    lowerBound: money(lowerBound),
    proven,
  };
}
