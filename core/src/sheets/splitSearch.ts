import type { LinearSolver } from "../search/linear.ts";
import { seededRandom, type Limits } from "../search/search.ts";
import { countBound, roundedUp } from "./bound.ts";
import { betterPlan, splitOfLayouts, type BuildSetting, type Plan, type Use } from "./build.ts";
import { bestWhole, generateColumns, PatternPool, wholePlan } from "./columns.ts";
import { coverBound, mostArea } from "./cover.ts";
import { dualFeasiblePrices } from "./dualFeasible.ts";
import { withFewerLayouts } from "./fewerLayouts.ts";
import { builtPlans, MOST_KINDS, seedPool, shuffledPlans } from "./firstPlans.ts";
import { ruinAndRecreate } from "./improve.ts";
import { withOneLargeOffcut } from "./leftover.ts";
import { countsOf, grown, sheetAt, type Pattern, type SplitJob, type Splitter } from "./model.ts";
import { quickRank } from "./partings.ts";
import { withLargeOffcut } from "./polish.ts";
import { cheaperSheets } from "./cheaperSheets.ts";
import type { SplitClaim } from "./proof.ts";
import { splitterFor } from "./splitters.ts";

/** What a search knows so far, told while it goes on. */
export interface Progress {
  readonly placed: number;
  readonly cost: number;
  readonly bound: number;
}

/** One search over a job whose panels are all different and all fit somewhere. */
export class SplitSearch {
  readonly splitter: Splitter;
  plan: Plan = { uses: [], left: [], placed: 0, cost: 0 };
  private readonly setting: BuildSetting;
  private readonly pool: PatternPool;
  private readonly total: number;
  /** No answer places more than this. */
  private most: number;
  private bound = 0;
  /** What the bound rests on. */
  claim: SplitClaim = { by: "area" };
  /** The least slack whose bundles were too many to go through. */
  private tooMuch = Infinity;
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
    if (this.plan.placed < this.most && !limits.stop()) this.offer(wholePlan(setting, pool, aim, solve, Math.min(WHOLE_SECONDS, limits.left())));
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
    this.raise(this.area, this.roomy, { by: "area" });
    const aim = { kind: "cost", least: this.plan.placed } as const;
    if (!this.isProven()) {
      const costs = this.job.sheets.map((sheet) => sheet.cost);
      for (const prices of dualFeasiblePrices(this.job, setting)) this.raise(prices, costs, { by: "dual feasible", prices });
    }
    // Where the panels nearly fill the sheets, few bundles waste so little, and all of them are soon gone through.
    if (!this.isProven() && !limits.stop()) this.decide(true);
    if (!this.isProven()) this.improve(FIRST_ROUNDS);
    for (let round = 0; !this.isProven() && !limits.stop(); round += 1) {
      const before = this.plan;
      if (round < 2 && setting.demand.length <= MOST_KINDS) {
        generateColumns(setting, pool, aim, solve, limits, (prices, worths, linear) => {
          this.raise(prices, worths, { by: "Lagrange", prices });
          if (linear > this.bound) [this.bound, this.claim] = [linear, { by: "Lagrange", prices }];
        });
        if (this.isProven() || limits.stop()) return;
        this.offer(wholePlan(setting, pool, aim, solve, Math.min(WHOLE_SECONDS, limits.left() / 3)));
        if (this.isProven()) return;
      }
      if (round === 0 && setting.demand.length <= MOST_KINDS) {
        this.offer(shuffledPlans(this.job, setting, pool, limits));
        if (!this.isProven() && !limits.stop()) this.decide(false);
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
    const offcutOf = ({ pattern }: Use): number => quickRank(job, sheetAt(job, pattern.sheet), pattern).offcut;
    const kept = plan.uses.reduce((most, use) => (offcutOf(use) > offcutOf(most) ? use : most));
    const others = plan.uses.map((use) => (use === kept ? { ...use, times: use.times - 1 } : use)).filter((use) => use.times > 0);
    const alone = countsOf(kept.pattern, setting.demand.length);
    const rest: BuildSetting = {
      ...setting,
      demand: setting.demand.map((count, panel) => count - (plan.left[panel] ?? 0) - (alone[panel] ?? 0)),
      sheets: setting.sheets.map((sheet, index) => (index === kept.pattern.sheet && sheet.count !== null ? { ...sheet, count: sheet.count - 1 } : sheet)),
    };
    const before = splitOfLayouts(rest, others);
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

  /**
   * Goes through everything that could be cheaper, where that is little enough.
   * @param first before anything else was tried: with a part of the work, unless the panels nearly fill the sheets
   */
  private decide(first: boolean): void {
    const { setting, plan, limits } = this;
    const wanted = setting.demand.reduce((sum, count, panel) => sum + count * (this.area[panel] ?? 0), 0);
    const slack = plan.placed === this.total ? mostArea(setting, this.roomy, plan.cost) - wanted : Infinity;
    if (slack < 0) {
      [this.bound, this.claim] = [plan.cost, { by: "area" }];
      return;
    }
    const isNearlyFull = slack < wanted * NEARLY_FULL;
    if (slack < this.tooMuch || this.tooMuch === Infinity) {
      const share = first && !isNearlyFull ? QUICK_SHARE : 1;
      const every = this.splitter.every?.(setting.demand, slack, limits.stop, share);
      if (every && every.length <= MOST_EXACT && !limits.stop()) return this.chooseOf(every, share);
      if (share === 1) this.tooMuch = slack;
    }
    if (isNearlyFull && !limits.stop()) this.fillWholly(wanted);
  }

  /** Whole numbers of all the patterns there are. */
  private chooseOf(every: readonly Pattern[], share: number): void {
    const { setting, plan, solve, limits } = this;
    const decided = bestWhole(setting, every, { kind: "cost", least: plan.placed }, plan, solve, share * limits.left());
    this.offer(decided?.plan ?? null);
    if (decided?.optimal && this.plan.cost > this.bound) [this.bound, this.claim] = [this.plan.cost, { by: "exhaustion", patterns: every.length }];
  }

  /** Sheets that the panels fill wholly or nearly, the cheapest first. */
  private fillWholly(wanted: number): void {
    const { setting, plan, limits, splitter } = this;
    const end = limits.left() * (1 - FULL_TIME);
    const stop = (): boolean => limits.stop() || limits.left() < end;
    for (const sheets of cheaperSheets(setting, this.roomy, wanted, this.wholeBound(), plan.cost)) {
      const patterns = splitter.full?.(setting.demand, sheets.kinds, sheets.area - wanted, this.random, stop);
      if (patterns)
        return this.offer(
          splitOfLayouts(
            setting,
            patterns.map((pattern) => ({ pattern, times: 1 })),
          ),
        );
      if (stop()) return;
    }
  }

  private offer(plan: Plan | null): void {
    if (!plan || !betterPlan(plan, this.plan)) return;
    this.plan = plan;
    this.progress?.({ placed: plan.placed, cost: plan.cost, bound: this.bound });
  }

  /** Raises the bound by prices of which no pattern on a sheet is worth more than `worths` says. */
  private raise(prices: readonly number[], worths: readonly number[], claim: SplitClaim): void {
    const paid = prices.map((price) => Math.max(0, price));
    const bound = coverBound(this.setting, paid, worths, this.plan.placed, this.plan.cost);
    if (bound > this.bound) [this.bound, this.claim] = [bound, claim];
  }

  wholeBound(): number {
    return roundedUp(this.bound, this.job.sheets, this.plan.cost);
  }

  isProven(): boolean {
    return this.plan.placed >= this.most && this.wholeBound() === this.plan.cost;
  }
}

/** Less area left over than this share of what is wanted: sheets that are nearly full. */
const NEARLY_FULL = 0.05;
/** Of the time that is left, for filling sheets wholly. */
const FULL_TIME = 0.5;
/** Of the work that deciding a job may take, the part that is tried before anything else. */
const QUICK_SHARE = 0.15;
/** More patterns than this are no quick matter for whole numbers. */
const MOST_EXACT = 4_000;
const WHOLE_SECONDS = 0.8;
const SIMPLIFY_SECONDS = 0.3;
/** Rounds after which a search that finds nothing more gives up, whatever time is left. */
const ROUNDS = 8;
const FIRST_ROUNDS = 400;
const LATER_ROUNDS = 1_500;
