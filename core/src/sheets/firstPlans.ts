import { seededRandom, type Limits } from "../search/search.ts";
import { betterPlan, buildPlan, type BuildSetting, type Plan } from "./build.ts";
import type { PatternPool } from "./columns.ts";
import type { SplitJob } from "./model.ts";

/** With more kinds than this, time is better spent on filling sheets anew than on prices. */
export const MOST_KINDS = 250;

/** The best pattern for each panel alone, and for all by area, on every sheet. */
export function seedPool(setting: BuildSetting, pool: PatternPool, limits: Limits): void {
  setting.sheets.forEach((_, sheet) => {
    if (setting.demand.length > 40) return;
    setting.demand.forEach((_count, only) => {
      if (limits.stop()) return;
      const ones = setting.demand.map((_each, panel) => (panel === only ? 1 : 0));
      pool.add(setting.splitter.alone?.(sheet, only) ?? setting.splitter.best(sheet, ones).pattern);
    });
  });
}

/** Pieces laid during building, over all variants together: a bound that is the same on every machine. */
const BUILD_WORK = 20_000;

/** The best of the plans by rules of thumb; every pattern met goes to the pool. */
export function builtPlans(job: SplitJob, setting: BuildSetting, pool: PatternPool, limits: Limits): Plan {
  const area = job.panels.map((panel) => panel.width * panel.height);
  const ones = job.panels.map(() => 1);
  let plan: Plan | null = null;
  let work = 0;
  for (let variant = 0; variant < setting.splitter.variants && (plan === null || (work < BUILD_WORK && !limits.stop())); variant += 1) {
    for (const worth of variant % 12 === 0 ? [area, ones] : [area]) {
      const built = buildPlan(setting, worth, variant, job.panels.length > MOST_KINDS ? [] : pool.patterns.slice(0, 200));
      if (betterPlan(built, plan)) plan = built;
      built.uses.forEach((use) => pool.add(use.pattern));
      work += 50 + built.uses.reduce((sum, use) => sum + use.pattern.spots.length + job.panels.length, 0);
    }
  }
  if (!plan) throw new Error("a splitter has no variants");
  return plan;
}

const SHUFFLES = 150;

/** Plans for shuffled worths: small panels sometimes count for more than their area, which mixes sheets differently. */
export function shuffledPlans(job: SplitJob, setting: BuildSetting, pool: PatternPool, limits: Limits): Plan | null {
  const random = seededRandom(limits.seed);
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
