import { money } from "../measure/money.ts";
import { unreachable } from "../outcome/outcome.ts";
import type { LinearSolver } from "../search/linear.ts";
import { seededRandom, type Limits } from "../search/search.ts";
import { countBound, roundedUp } from "./bound.ts";
import { betterPlan, buildPlan, planOf, type BuildSetting, type Plan, type Use } from "./build.ts";
import { bestWhole, generateColumns, PatternPool, wholePlan } from "./columns.ts";
import { coverBound, mostArea } from "./cover.ts";
import { cutSplitter } from "./cut/cut.ts";
import { dualFeasiblePrices } from "./dualFeasible.ts";
import { withFewerLayouts } from "./fewerLayouts.ts";
import { foldSplitter } from "./fold/fold.ts";
import { ruinAndRecreate } from "./improve.ts";
import { kindsOf, labelled, type Kinds } from "./kinds.ts";
import { countsOf, grown, turns, type Pattern, type Sheet, type Split, type SplitJob, type Splitter } from "./model.ts";
import { layoutOf, quickRank } from "./partings.ts";
import { withOneLargeOffcut } from "./leftover.ts";
import { withLargeOffcut } from "./polish.ts";
import { tapeSplitter } from "./tape/tape.ts";

/**
 * Splits sheets into panels: as many pieces as possible, then least cost, then the largest single offcut, then fewest
 * cuts. Anytime: always answers with a valid split and a true bound.
 *
 * Rules of thumb build first plans; column generation gives prices, a bound and better patterns (Gilmore and Gomory);
 * knapsack covers and dual feasible functions raise the bound to whole sheets; sheets are taken out and filled anew; and
 * where few enough bundles of panels matter, all of them are gone through, which decides the job.
 * @param solve the linear engine for column generation and whole numbers
 */
export function split(job: SplitJob, limits: Limits, solve: LinearSolver, progress?: (at: Progress) => void): Split {
  const kinds = kindsOf(usableJob(job));
  if (kinds.job.panels.length === 0) return answerOf(job, kinds, null, 0, true);
  const search = new Search(kinds.job, limits, solve, progress);
  search.build();
  search.count();
  search.cost();
  search.gatherOffcut();
  search.simplify();
  return answerOf(job, kinds, search.plan, search.wholeBound(), search.isProven());
}

/** What a search knows so far, told while it goes on. */
export interface Progress {
  readonly placed: number;
  readonly cost: number;
  readonly bound: number;
}

/** One search over a job whose panels are all different and all fit somewhere. */
class Search {
  readonly splitter: Splitter;
  plan: Plan = { uses: [], left: [], placed: 0, cost: 0 };
  private readonly setting: BuildSetting;
  private readonly pool: PatternPool;
  private readonly total: number;
  /** No answer places more than this. */
  private most: number;
  private bound = 0;
  private readonly random: () => number;
  /** Grown areas, of panels and of sheets. */
  private readonly area: readonly number[];
  private readonly roomy: readonly number[];

  constructor(
    private readonly job: SplitJob,
    private readonly limits: Limits,
    private readonly solve: LinearSolver,
    private readonly progress?: (at: Progress) => void,
  ) {
    this.splitter = splitterFor(job);
    this.setting = { splitter: this.splitter, sheets: job.sheets, demand: job.panels.map((panel) => panel.count) };
    this.total = this.setting.demand.reduce((sum, count) => sum + count, 0);
    this.most = this.total;
    this.pool = new PatternPool(job.panels.length);
    this.random = seededRandom(limits.seed);
    this.area = job.panels.map((panel) => (panel.width + job.gap) * (panel.height + job.gap));
    this.roomy = job.sheets.map((sheet) => grown(job, sheet).width * grown(job, sheet).height);
  }

  /** First plans by rules of thumb. */
  build(): void {
    seedPool(this.setting, this.pool, this.limits);
    this.plan = builtPlans(this.job, this.setting, this.pool, this.limits);
  }

  /** As many pieces as possible, where not all are placed yet. */
  count(): void {
    if (this.plan.placed === this.total) return;
    const { setting, pool, solve, limits } = this;
    const aim = { kind: "count" } as const;
    const ones = setting.demand.map(() => 1);
    const worths = setting.sheets.map((_, sheet) => this.splitter.best(sheet, ones).bound);
    this.most = Math.floor(Math.min(this.total, countBound(setting, ones, worths), generateColumns(setting, pool, aim, solve, limits)) + 1e-6);
    if (this.plan.placed < this.most && !limits.stop()) this.offer(wholePlan(setting, pool, aim, solve, Math.min(0.6, limits.left())));
    if (this.plan.placed === this.most || limits.stop()) return;
    const every = this.splitter.every?.(setting.demand, Infinity, limits.stop);
    if (!every || every.length > MOST_EXACT) return;
    const decided = bestWhole(setting, every, aim, this.plan, solve, limits.left());
    this.offer(decided?.plan ?? null);
    if (decided?.optimal) this.most = this.plan.placed;
  }

  /** The least cost of as many pieces. */
  cost(): void {
    const { setting, pool, solve, limits } = this;
    this.raise(this.area, this.roomy);
    const aim = { kind: "cost", least: this.plan.placed } as const;
    if (!this.isProven()) for (const prices of dualFeasiblePrices(this.job, setting)) this.raise(prices, this.pricesOfSheets());
    if (!this.isProven()) this.improve(FIRST_ROUNDS);
    for (let round = 0; !this.isProven() && !limits.stop(); round += 1) {
      const before = this.plan;
      if (round < 2 && setting.demand.length <= MOST_KINDS) {
        const generated = generateColumns(setting, pool, aim, solve, limits, (prices, worths) => this.raise(prices, worths));
        this.bound = Math.max(this.bound, generated);
        if (this.isProven() || limits.stop()) return;
        this.offer(wholePlan(setting, pool, aim, solve, Math.min(WHOLE_SECONDS, limits.left() / 3)));
        if (this.isProven()) return;
      }
      if (round === 0 && setting.demand.length <= MOST_KINDS) {
        this.offer(shuffledPlans(this.job, setting, pool, limits, round));
        if (!this.isProven() && !limits.stop()) this.decide();
      } else {
        if (!this.splitter.shuffled) return;
        this.improve(LATER_ROUNDS);
        if (!this.isProven() && !limits.stop()) this.offer(wholePlan(setting, pool, aim, solve, Math.min(WHOLE_SECONDS, limits.left() / 2)));
        if (round >= ROUNDS && this.plan === before) return;
      }
    }
  }

  /** Fewer different layouts for the same cost. */
  simplify(): void {
    const { job, setting, plan, limits } = this;
    if (limits.stop() || plan.uses.length < 3) return;
    // The sheet with the largest offcut stays as it is; the others are free to be laid otherwise.
    const offcutOf = ({ pattern }: Use): number => quickRank(job, sheetOf(job, pattern), pattern).offcut;
    const kept = plan.uses.reduce((most, use) => (offcutOf(use) > offcutOf(most) ? use : most));
    const others = plan.uses.map((use) => (use === kept ? { ...use, times: use.times - 1 } : use)).filter((use) => use.times > 0);
    const alone = countsOf(kept.pattern, setting.demand.length);
    const rest: BuildSetting = {
      ...setting,
      demand: setting.demand.map((count, panel) => count - (plan.left[panel] ?? 0) - (alone[panel] ?? 0)),
      sheets: setting.sheets.map((sheet, index) => (index === kept.pattern.sheet && sheet.count !== null ? { ...sheet, count: sheet.count - 1 } : sheet)),
    };
    const before = planOf(rest, others);
    const after = withFewerLayouts(rest, before, this.pool.patterns, this.solve, Math.min(SIMPLIFY_SECONDS, limits.left() / 2));
    if (after === before) return;
    this.plan = { ...plan, uses: [{ pattern: kept.pattern, times: 1 }, ...after.uses] };
    this.polish();
  }

  /** One sheet with as much left over as can be, for the same cost. */
  gatherOffcut(): void {
    this.polish();
    const gathered = withOneLargeOffcut(this.job, this.setting, this.plan, this.solve, this.limits);
    if (gathered === this.plan) return;
    this.plan = gathered;
    this.polish();
  }

  private polish(): void {
    const { job, splitter, limits } = this;
    this.plan = { ...this.plan, uses: this.plan.uses.map((use) => (limits.stop() ? use : { ...use, pattern: withLargeOffcut(job, splitter, use.pattern, limits) })) };
  }

  private improve(rounds: number): void {
    const share = Math.max(20, Math.floor(rounds / this.job.sheets.length));
    this.offer(ruinAndRecreate(this.setting, this.plan, this.area, this.job.panels.length > MOST_KINDS ? null : this.pool, this.random, share, () => this.limits.stop()));
  }

  /** Goes through everything that could be cheaper, where that is little enough. */
  private decide(): void {
    const { setting, plan, solve, limits } = this;
    const all = plan.placed === this.total;
    const wanted = setting.demand.reduce((sum, count, panel) => sum + count * (this.area[panel] ?? 0), 0);
    const slack = all ? mostArea(setting, this.roomy, plan.cost) - wanted : Infinity;
    if (slack < 0) {
      this.bound = plan.cost;
      return;
    }
    const every = this.splitter.every?.(setting.demand, slack, limits.stop);
    if (!every || every.length > MOST_EXACT || limits.stop()) return;
    const decided = bestWhole(setting, every, { kind: "cost", least: plan.placed }, plan, solve, limits.left());
    this.offer(decided?.plan ?? null);
    if (decided?.optimal) this.bound = this.plan.cost;
  }

  private offer(plan: Plan | null): void {
    if (!plan || !betterPlan(plan, this.plan)) return;
    this.plan = plan;
    this.progress?.({ placed: plan.placed, cost: plan.cost, bound: this.bound });
  }

  /** Raises the bound by prices of which no pattern on a sheet is worth more than `worths` says. */
  private raise(prices: readonly number[], worths: readonly number[]): void {
    const paid = prices.map((price) => Math.max(0, price));
    this.bound = Math.max(this.bound, coverBound(this.setting, paid, worths, this.plan.placed, this.plan.cost));
  }

  private pricesOfSheets(): number[] {
    return this.job.sheets.map((sheet) => sheet.cost);
  }

  wholeBound(): number {
    return roundedUp(this.bound, this.job.sheets, this.plan.cost);
  }

  isProven(): boolean {
    return this.plan.placed >= this.most && this.wholeBound() === this.plan.cost;
  }
}

/** More patterns than this are no quick matter for whole numbers. */
const MOST_EXACT = 4_000;
const WHOLE_SECONDS = 0.35;
const SIMPLIFY_SECONDS = 0.3;
/** Rounds after which a search that finds nothing more gives up, whatever time is left. */
const ROUNDS = 8;
/** With more kinds than this, time is better spent on filling sheets anew than on prices. */
const MOST_KINDS = 250;
const FIRST_ROUNDS = 400;
const LATER_ROUNDS = 1_500;

function sheetOf(job: SplitJob, pattern: Pattern): Sheet {
  const sheet = job.sheets[pattern.sheet];
  if (!sheet) throw new Error(`no sheet ${String(pattern.sheet)}`);
  return sheet;
}

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
export function usableJob(job: SplitJob): SplitJob {
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
const BUILD_WORK = 20_000;

function builtPlans(job: SplitJob, setting: BuildSetting, pool: PatternPool, limits: Limits): Plan {
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

/** The answer as it lies on real sheets, each piece with the panel it is for. */
export function answerOf(job: SplitJob, kinds: Kinds, plan: Plan | null, lowerBound: number, proven: boolean): Split {
  const uses = labelled(kinds, plan?.uses ?? []);
  const placed = new Map<string, number>();
  for (const use of uses) for (const label of use.labels) placed.set(label, (placed.get(label) ?? 0) + use.times);
  const layouts = uses.flatMap((use) => {
    const sheet = kinds.job.sheets[use.pattern.sheet];
    return sheet ? [layoutOf(kinds.job, sheet, use.pattern, use.times, use.labels)] : [];
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
