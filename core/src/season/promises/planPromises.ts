import { seededRandom, type Limits } from "../../search/search.ts";
import { forecast, type NeedOdds, type Spreads } from "../odds/odds.ts";
import { SameFutures } from "../odds/sameFutures.ts";
import { decode } from "../schedule/decode.ts";
import type { PlanChoice, SeasonJob, SeasonWorkPlan } from "../schedule/model.ts";
import { carriedOver, joinable, planWork, STYLES, type SeasonAnswer } from "../schedule/planWork.ts";
import { firstOrders } from "./firstOrders.ts";
import { orderOfPromises } from "./keepPromises.ts";
import { STATES } from "./promiseState.ts";
import { smallModelOf } from "./smallModel.ts";

/** A plan with what is expected of it. */
export interface PromiseAnswer extends SeasonAnswer {
  /** The weight of promises expected to be kept, by the futures of the search. */
  readonly kept: number;
}

/** How far a search goes: all of it counted in steps, so that it ends alike on every machine. */
export interface PromiseEffort {
  readonly seed: number;
  /** Turns of the search for least days late, whose plan is one of the first. */
  readonly turns: number;
  /** Pieces of work played in futures. */
  readonly pieces: number;
  /** Only from the plan that stands, not from every rule: for trials of a change. */
  readonly isNear?: boolean;
}

/** What a server does for a season; what a device does that has no server; what is done for a change that is tried, and while it is held in the hand. */
export const FULL_EFFORT: PromiseEffort = { seed: 1, turns: 300, pieces: 1_500_000 };
export const SMALL_EFFORT: PromiseEffort = { seed: 1, turns: 60, pieces: 150_000 };
export const TRIAL_EFFORT: PromiseEffort = { seed: 1, turns: 40, pieces: 120_000, isNear: true };
export const HELD_EFFORT: PromiseEffort = { seed: 1, turns: 10, pieces: 40_000, isNear: true };

/** Futures looked at together; after each lot a plan that is surely worse is dropped (racing: Maron and Moore 1997). */
const LOT = 16;
/** Lots for a first look, a second, and a close one. */
const [FIRST_LOTS, SECOND_LOTS, LOTS] = [1, 2, 8] as const;
/** Of the orders to begin from, so many are tried in every way of working, and of all these so many are looked at closely. */
const [TRIED_ORDERS, FINALISTS] = [3, 3] as const;
/** A plan is dropped when it lies so many standard errors behind. */
const SURELY = 2;
/** A standing plan is left only for so much more weight of promises, or such a share of all: sessions do not move for a breath. */
const [WORTH_MOVING, WORTH_SHARE] = [0.4, 0.02] as const;
/** What is new is put in before the rest of a standing plan only for more than this. */
const CALM = 0.1;
/** A late evening is used only where it keeps more than this. */
const EVENING_WORTH = 0.03;
/** Choices that the search in little may look at, for each piece that is played in the season itself. */
const SMALL_SHARE = 12;
/** Futures in which the chance of each is looked at, to tell what has no hope. */
const HOPE_RUNS = 300;

const HOPE = STATES.find(({ state }) => state === "at risk")?.from ?? 0;

/**
 * Plans a season for the expected weight of promises kept, then for few late evenings. A choice of order is a list policy of stochastic
 * scheduling (Möhring, Radermacher and Weiss 1984); choices are compared in common futures (sample average approximation: Kleywegt, Shapiro
 * and Homem-de-Mello 2002) and raced. What fits in doubt is a stochastic knapsack (Dean, Goemans and Vondrák 2008): who has no hope is
 * resigned, stands last, and holds nobody up.
 * @param start the plan that stands: kept unless another is worth moving for
 */
export function planPromises(job: SeasonJob, spreads: Spreads, needs: readonly NeedOdds[], effort: PromiseEffort, start: PlanChoice | null = null): PromiseAnswer {
  const contest = new Contest(job, new SameFutures(job, spreads, needs, effort.seed), effort.pieces);
  if (job.needs.length === 0) return { ...planWork(job, stepsAlone(effort.seed, effort.turns), start), kept: 0 };
  const near = effort.isNear === true && start !== null ? contest.beginNear(start) : null;
  const byDays = near ? null : planWork(job, stepsAlone(effort.seed, effort.turns), start);
  if (byDays) contest.begin([byDays.plan.choice, ...firstOrdersOf(job, spreads, needs, effort)]);
  contest.improve(seededRandom(effort.seed));
  contest.resign(spreads, needs);
  contest.spareEvenings();
  const standing = near ?? (start && contest.near(start));
  const best = standing && contest.best.kept - standing.kept < Math.max(WORTH_MOVING, WORTH_SHARE * contest.weight) ? standing : contest.best;
  const { bound, proven, tried } = byDays ?? NOTHING_PROVEN;
  return { plan: best.plan, kept: best.kept, bound, proven: proven && best.plan.score.lateDays <= bound.lateDays, tried };
}

/** What is true of any plan, where nothing more was looked for. */
const NOTHING_PROVEN = { bound: { lateDays: 0, lateSessions: 0, changeovers: 0 }, proven: false, tried: 0 } as const;

/** Limits in turns alone. */
const stepsAlone = (seed: number, steps: number): Limits => ({ seed, steps, stop: () => false, left: () => Infinity });

/** Orders worth a look: by rules, and what the season in little finds best. */
function firstOrdersOf(job: SeasonJob, spreads: Spreads, needs: readonly NeedOdds[], effort: PromiseEffort): PlanChoice[] {
  const small = smallModelOf(job, spreads, needs);
  const sought = orderOfPromises(small, stepsAlone(effort.seed, Infinity), effort.pieces * SMALL_SHARE);
  // A need's place is that of its last step: when it is to be done with.
  const lasts = new Map([...sought].map((need, place) => [need, place]));
  const byLast = Int32Array.from([...lasts].sort((a, b) => a[1] - b[1]).map(([need]) => need));
  const orders = [byLast, ...firstOrders(small)].map((order) => [...new Set(order)].flatMap((index) => job.needs[index]?.id ?? []));
  return orders.map((order): PlanChoice => ({ order, joined: [], ...STYLES[1], free: [], resigned: [] }));
}

/** A choice in every way of working: with the palette that is out for longer or not at all, designs painted together or each need by itself. */
const waysOf = (job: SeasonJob, choice: PlanChoice): PlanChoice[] => {
  const all = joinable(job);
  return (all.length > 0 ? [[], all] : [[]]).flatMap((joined) => STYLES.map((style): PlanChoice => ({ ...choice, joined, ...style })));
};

interface Weighed {
  readonly plan: SeasonWorkPlan;
  readonly play: (future: number) => number;
  /** What was kept in each future so far. */
  readonly scores: number[];
  readonly kept: number;
}

/** Plans against each other in the same futures. */
class Contest {
  best!: Weighed;
  readonly weight: number;

  constructor(
    private readonly job: SeasonJob,
    private readonly futures: SameFutures,
    private readonly pieces: number,
  ) {
    this.weight = futures.weight;
  }

  /** A choice as a plan, with what it keeps in as many futures as the best was looked at in. */
  weighed(choice: PlanChoice): Weighed {
    return this.seen(this.laid(choice), LOTS);
  }

  /** The plan that stands, taken over: what is new comes after all of it where it is kept there too, else as early as it must. */
  standing(start: PlanChoice): Weighed {
    const early = carriedOver(this.job, start);
    const known = new Set(start.order);
    const old = early.order.filter((id) => known.has(id));
    const fresh = early.order.filter((id) => !known.has(id));
    const late = fresh.length > 0 ? [0.75, 0.5].map((share) => Math.ceil(old.length * share)) : [];
    const choices = [[...old, ...fresh], ...late.map((at) => [...old.slice(0, at), ...fresh, ...old.slice(at)]), early.order].map((order) => ({ ...early, order }));
    return choices.map((choice) => this.weighed(choice)).reduce((best, each) => (each.kept > best.kept + CALM ? each : best));
  }

  /** Looks at all in few futures, at the best of them in every way of working, and at the best of these closely. */
  begin(choices: readonly PlanChoice[]): void {
    const looked = choices.map((choice) => this.seen(this.laid(choice), FIRST_LOTS));
    const ways = bestFirst(looked)
      .slice(0, TRIED_ORDERS)
      .flatMap(({ plan }) => waysOf(this.job, plan.choice))
      .map((choice) => this.seen(this.laid(choice), SECOND_LOTS));
    const [best] = bestFirst(
      bestFirst([...ways, ...looked])
        .slice(0, FINALISTS)
        .map((each) => this.seen(each, LOTS)),
    );
    if (best) this.best = best;
  }

  /** Begins with the plan that stands. */
  beginNear(start: PlanChoice): Weighed {
    return (this.best = this.near(start));
  }

  /** The plan that stands, or the same with those who were resigned where their days put them: they may have hope now. */
  near(start: PlanChoice): Weighed {
    const same = this.standing(start);
    if (start.resigned.length === 0) return same;
    const resigned = new Set(start.resigned);
    const freed = this.standing({ ...start, order: start.order.filter((id) => !resigned.has(id)), resigned: [] });
    return freed.kept > same.kept ? freed : same;
  }

  /** Goes from choice to choice near by, as long as there is work left to spend. */
  improve(random: () => number): void {
    const canJoin = joinable(this.job);
    for (let turns = 0; this.futures.work < this.pieces && turns < this.pieces; turns += 1) {
      this.challenge(nearby(this.best.plan.choice, canJoin, random));
      if (this.job.needs.length < 2 && canJoin.length === 0) return;
    }
  }

  /** Who has no hope goes to the end and waits for free hands, if that keeps no less. */
  resign(spreads: Spreads, needs: readonly NeedOdds[]): void {
    for (let round = 0; round < 2; round += 1) {
      const { choice } = this.best.plan;
      const chances = forecast(this.job, this.best.plan, spreads, needs, { seed: 7, runs: HOPE_RUNS, stop: () => false }).needs;
      const hopeless = chances.filter(({ chance }) => chance < HOPE).map(({ id }) => id);
      if (hopeless.every((id) => choice.resigned.includes(id))) return;
      const lost = new Set(hopeless);
      const tried = this.weighed({ ...choice, order: [...choice.order.filter((id) => !lost.has(id)), ...choice.order.filter((id) => lost.has(id))], resigned: hopeless });
      if (tried.kept < this.best.kept) return;
      this.best = tried;
    }
  }

  /** Leaves late evenings free, the last first, where hardly anything is kept by them. */
  spareEvenings(): void {
    const used = [...new Set(this.best.plan.blocks.map(({ session }) => session))].filter((session) => this.job.sessions[session]?.late).sort((a, b) => b - a);
    for (const session of used) {
      const { choice } = this.best.plan;
      const tried = this.weighed({ ...choice, free: [...choice.free, session] });
      if (this.best.kept - tried.kept <= EVENING_WORTH * Math.max(1, this.weight / this.job.needs.length)) this.best = tried;
    }
  }

  private laid(choice: PlanChoice): Weighed {
    const plan = decode(this.job, choice);
    return { plan, play: this.futures.of(plan), scores: [], kept: 0 };
  }

  private seen(one: Weighed, lots: number): Weighed {
    const scores = [...one.scores];
    while (scores.length < lots * LOT) scores.push(one.play(scores.length));
    return { ...one, scores, kept: mean(scores) };
  }

  /** Plays a choice against the best, and gives it up once it is surely worse. */
  private challenge(choice: PlanChoice): void {
    let one = this.laid(choice);
    for (let lots = 1; lots <= LOTS; lots += 1) {
      one = this.seen(one, lots);
      const ahead = one.scores.map((score, future) => score - (this.best.scores[future] ?? 0));
      const average = mean(ahead);
      const error = Math.sqrt(ahead.reduce((sum, each) => sum + (each - average) ** 2, 0)) / ahead.length;
      if (average + SURELY * error < 0 || (lots === LOTS && average <= 0)) return;
    }
    this.best = one;
  }
}

const bestFirst = (all: readonly Weighed[]): Weighed[] => [...all].sort((a, b) => b.kept - a.kept);
const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / Math.max(1, values.length);

/** Another choice near by: a need taken to another place, two exchanged, one joined to its design or parted from it, another way of working. */
function nearby(choice: PlanChoice, canJoin: readonly string[], random: () => number): PlanChoice {
  const anyIn = (count: number): number => Math.floor(random() * count);
  const kind = random();
  const joining = canJoin[anyIn(canJoin.length)];
  if (kind < 0.15 && joining !== undefined)
    return { ...choice, joined: choice.joined.includes(joining) ? choice.joined.filter((id) => id !== joining) : [...choice.joined, joining] };
  if (kind < 0.2) return { ...choice, ...STYLES[anyIn(STYLES.length)] };
  const order = [...choice.order];
  const from = anyIn(order.length);
  const [id] = order.splice(from, 1);
  if (id === undefined) return choice;
  const other = anyIn(order.length + 1);
  if (kind < 0.35) {
    const at = Math.min(other, order.length - 1);
    const [swapped] = at >= 0 ? order.splice(at, 1, id) : [];
    order.splice(from, 0, ...(swapped === undefined ? [id] : [swapped]));
    return { ...choice, order };
  }
  // Mostly not far; now and then to the end, to be given up.
  const to = kind < 0.75 ? Math.max(0, Math.min(order.length, from + anyIn(13) - 6)) : kind < 0.82 ? order.length : other;
  order.splice(to, 0, id);
  return { ...choice, order };
}
