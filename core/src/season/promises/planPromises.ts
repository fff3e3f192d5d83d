import { seededRandom, type Limits } from "../../search/search.ts";
import { forecast, type NeedOdds, type Spreads } from "../odds/odds.ts";
import { SameFutures } from "../odds/sameFutures.ts";
import { decode, type HeldPlan, type Yielding } from "../schedule/decode.ts";
import type { PlanChoice, SeasonJob, SeasonWorkPlan } from "../schedule/model.ts";
import { carriedOver, joinable, planWork, STYLES, type SeasonAnswer } from "../schedule/planWork.ts";
import type { Stay } from "../schedule/stays.ts";
import { firstOrders } from "./firstOrders.ts";
import { orderOfPromises } from "./keepPromises.ts";
import { STATES } from "./promiseState.ts";
import { mostKept } from "./mostKept.ts";
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
export const FULL_EFFORT: PromiseEffort = { seed: 1, turns: 300, pieces: 4_000_000 };
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
/**
 * A standing plan is left only for so much more weight of promises, or such a share of all: sessions do not move for a breath. Where all of it would
 * move, for so many times as much.
 */
const [WORTH_MOVING, WORTH_SHARE, ALL_MOVED] = [0.4, 0.02, 3] as const;
/** What is new is put in before the rest of a standing plan only for more than this. */
const CALM = 0.1;
/** And for so much for all that moves more. */
const MOVED = 1.2;
/** A late evening is used only where it keeps more than this. */
const EVENING_WORTH = 0.03;
/** Choices that the search in little may look at, for each piece that is played in the season itself. */
const SMALL_SHARE = 12;
/** Futures in which the chance of each is looked at, to tell what has no hope. */
const HOPE_RUNS = 300;

/** So many late needs of a plan that stands are let go before it at the most. */
const MOST_REPAIRED = 8;
/** The calmest first. */
const YIELDING: readonly Yielding[] = ["displaced and new", "displaced", "nothing"];
const HOPE = STATES.find(({ state }) => state === "at risk")?.from ?? 0;

/**
 * Plans a season for the expected weight of promises kept, then for few late evenings. A choice of order is a list policy of stochastic
 * scheduling (Möhring, Radermacher and Weiss 1984); choices are compared in common futures (sample average approximation: Kleywegt, Shapiro
 * and Homem-de-Mello 2002) and raced. What fits in doubt is a stochastic knapsack (Dean, Goemans and Vondrák 2008): who has no hope is
 * resigned, stands last, and holds nobody up.
 * @param start the plan that stands: kept unless another is worth moving for
 */
export function planPromises(job: SeasonJob, spreads: Spreads, needs: readonly NeedOdds[], effort: PromiseEffort, start: StandingPlan | null = null): PromiseAnswer {
  const contest = new Contest(job, new SameFutures(job, spreads, needs, effort.seed), effort.pieces, pinsOf(start));
  if (job.needs.length === 0) return { ...planWork(job, stepsAlone(effort.seed, effort.turns), start?.choice), kept: 0 };
  const near = effort.isNear === true && start !== null ? contest.beginNear(start) : null;
  const byDays = near ? null : planWork(job, stepsAlone(effort.seed, effort.turns), start?.choice);
  if (byDays)
    contest.begin(
      [byDays.plan.choice, ...firstOrdersOf(job, spreads, needs, effort)],
      [...mostKept(job, spreads, weightsOf(needs), TRIED_STYLES), ...(start ? [carriedOver(job, start.choice)] : [])],
    );
  contest.improve(seededRandom(effort.seed));
  contest.resign(spreads, needs);
  contest.spareEvenings();
  // What is only tried is told by the best that was found; the plan that is made of it will be calm.
  const standing = near ? null : start && contest.near(start);
  const best = standing && !contest.isWorthMoving(standing) ? standing : contest.best;
  const { bound, proven, tried } = byDays ?? NOTHING_PROVEN;
  return { plan: best.plan, kept: best.kept, bound, proven: proven && best.plan.score.lateDays <= bound.lateDays, tried };
}

const weightsOf = (needs: readonly NeedOdds[]): ReadonlyMap<string, number> => new Map(needs.map(({ id, weight }) => [id, weight]));
const TRIED_STYLES = [STYLES[1], STYLES[3]] as const;

/** A plan that stands: what was turned for it, and where its work lies. */
export interface StandingPlan {
  readonly choice: PlanChoice;
  readonly blocks: readonly Stay[];
  /** Sessions whose work the maker keeps where it is, by their place. */
  readonly pinned?: readonly number[];
}

/** What stands in sessions that are pinned, and in them goes before all else. */
function pinsOf(start: StandingPlan | null): HeldPlan | null {
  const pinned = new Set(start?.pinned);
  const stays = start?.blocks.filter(({ session }) => pinned.has(session)) ?? [];
  return stays.length > 0 ? { stays, yields: "nothing", pinned } : null;
}
const NO_PINS: ReadonlySet<number> = new Set();

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
    private readonly pins: HeldPlan | null,
  ) {
    this.weight = futures.weight;
  }

  /** A choice as a plan, with what it keeps in as many futures as the best was looked at in. */
  weighed(choice: PlanChoice, stays: readonly Stay[] = [], yields?: Yielding): Weighed {
    return this.seen(this.laid(choice, stays, yields), LOTS);
  }

  /** The plan that stands, taken over: what is new comes after all of it where it is kept there too, else as early as it must. */
  standing({ choice, blocks }: StandingPlan): Weighed {
    const early = carriedOver(this.job, choice);
    const known = new Set(choice.order);
    const lost = new Set(early.resigned);
    const old = early.order.filter((id) => known.has(id) && !lost.has(id));
    const rest = early.order.filter((id) => known.has(id) && lost.has(id));
    const fresh = early.order.filter((id) => !known.has(id));
    const orders = [[...old, ...fresh, ...rest]];
    for (const share of fresh.length > 0 ? [0.75, 0.5] : []) {
      const at = Math.ceil(old.length * share);
      orders.push([...old.slice(0, at), ...fresh, ...old.slice(at), ...rest]);
    }
    if (fresh.length > 0) orders.push([...early.order]);
    const choices = orders.map((order): PlanChoice => ({ ...early, order }));
    const modes = blocks.length > 0 ? YIELDING : YIELDING.slice(-1);
    const calm = modes.flatMap((yields) => choices.map((each) => this.weighed(each, blocks, yields))).reduce((best, each) => (isWorth(each, best, blocks) ? each : best));
    return this.repaired(calm, blocks);
  }

  /** Lets needs that a change has made late go before what stands, one after another, where that keeps more. */
  private repaired(calm: Weighed, blocks: readonly Stay[]): Weighed {
    if (blocks.length === 0) return calm;
    let [best, stays] = [calm, blocks];
    const late = calm.plan.needs.filter(({ id, lateDays }) => lateDays > 0 && !calm.plan.choice.resigned.includes(id)).slice(0, MOST_REPAIRED);
    for (const { id } of late) {
      const freed = stays.filter(({ needs, session }) => !needs.includes(id) || this.pins?.pinned.has(session));
      const tried = this.weighed(calm.plan.choice, freed, "displaced");
      if (isWorth(tried, best, blocks)) [best, stays] = [tried, freed];
    }
    return best;
  }

  /**
   * Looks at all in few futures, at the best of them in every way of working, and at the best of these closely.
   * @param choices orders to begin from, in any way of working
   * @param whole choices that have their way of working
   */
  begin(choices: readonly PlanChoice[], whole: readonly PlanChoice[]): void {
    const looked = choices.map((choice) => this.seen(this.laid(choice), FIRST_LOTS));
    const ways = bestFirst(looked)
      .slice(0, TRIED_ORDERS)
      .flatMap(({ plan }) => waysOf(this.job, plan.choice))
      .map((choice) => this.seen(this.laid(choice), SECOND_LOTS));
    const [best] = bestFirst(
      bestFirst([...ways, ...looked, ...whole.map((choice) => this.seen(this.laid(choice), SECOND_LOTS))])
        .slice(0, FINALISTS)
        .map((each) => this.seen(each, LOTS)),
    );
    if (best) this.best = best;
  }

  /** Begins with the plan that stands. */
  beginNear(start: StandingPlan): Weighed {
    // What is only tried need not be calm.
    return (this.best = this.near({ ...start, blocks: [] }));
  }

  /** Whether the best keeps so much more than a plan that stands that its sessions may move. */
  isWorthMoving(standing: Weighed): boolean {
    const worth = Math.max(WORTH_MOVING, WORTH_SHARE * this.weight);
    return this.best.kept - standing.kept >= worth * (1 + (ALL_MOVED - 1) * movedShare(standing.plan.blocks, this.best.plan));
  }

  /** The plan that stands, or the same with those who were resigned where their days put them: they may have hope now. */
  near(start: StandingPlan): Weighed {
    const same = this.standing(start);
    const { choice } = start;
    if (choice.resigned.length === 0) return same;
    const resigned = new Set(choice.resigned);
    const freed = this.standing({ ...start, choice: { ...choice, order: choice.order.filter((id) => !resigned.has(id)), resigned: [] } });
    return freed.kept > same.kept + CALM ? freed : same;
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

  private laid(choice: PlanChoice, stays: readonly Stay[] = [], yields?: Yielding): Weighed {
    const plan = decode(this.job, choice, stays.length > 0 ? { stays, yields: yields ?? "nothing", pinned: this.pins?.pinned ?? NO_PINS } : this.pins);
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

/** How much of what stood lies in another session, or nowhere. */
function movedShare(stood: readonly Stay[], { blocks }: SeasonWorkPlan): number {
  const place = ({ needs, step, session }: Stay): string => `${needs.join("+")}/${step}/${String(session)}`;
  const now = new Set(blocks.map(place));
  return stood.filter((block) => !now.has(place(block))).length / Math.max(1, stood.length);
}

/** Whether one plan keeps enough more than another for what it moves more of a plan that stands. */
const isWorth = (one: Weighed, other: Weighed, stood: readonly Stay[]): boolean =>
  one.kept - other.kept > CALM + MOVED * Math.max(0, movedShare(stood, one.plan) - movedShare(stood, other.plan));

const bestFirst = (all: readonly Weighed[]): Weighed[] => [...all].sort((a, b) => b.kept - a.kept);
const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / Math.max(1, values.length);

/** Another choice near by: a need taken to another place, two exchanged, one joined to its design or parted from it, one given up or taken up again, another way of working. */
function nearby(choice: PlanChoice, canJoin: readonly string[], random: () => number): PlanChoice {
  const anyIn = (count: number): number => Math.floor(random() * count);
  const kind = random();
  const joining = canJoin[anyIn(canJoin.length)];
  if (kind < 0.15 && joining !== undefined)
    return { ...choice, joined: choice.joined.includes(joining) ? choice.joined.filter((id) => id !== joining) : [...choice.joined, joining] };
  if (kind < 0.2) return { ...choice, ...STYLES[anyIn(STYLES.length)] };
  const resigned = choice.resigned[anyIn(choice.resigned.length)];
  if (resigned !== undefined && kind < 0.45) return takenUp(choice, resigned, kind < 0.32, anyIn);
  const lost = new Set(choice.resigned);
  return {
    ...choice,
    order: [
      ...moved(
        choice.order.filter((id) => !lost.has(id)),
        kind,
        anyIn,
      ),
      ...choice.order.filter((id) => lost.has(id)),
    ],
  };
}

/** One that was given up has a place among the rest again, in exchange for another or for none. */
function takenUp(choice: PlanChoice, id: string, inExchange: boolean, anyIn: (count: number) => number): PlanChoice {
  const lost = new Set(choice.resigned);
  const kept = choice.order.filter((each) => !lost.has(each));
  const at = anyIn(kept.length + 1);
  const [other] = inExchange && kept.length > 0 ? kept.splice(Math.min(at, kept.length - 1), 1, id) : [];
  if (other === undefined) kept.splice(at, 0, id);
  const resigned = [...choice.resigned.filter((each) => each !== id), ...(other === undefined ? [] : [other])];
  return { ...choice, order: [...kept, ...resigned], resigned };
}

function moved(order: readonly string[], kind: number, anyIn: (count: number) => number): readonly string[] {
  const next = [...order];
  const from = anyIn(next.length);
  const [id] = next.splice(from, 1);
  if (id === undefined) return order;
  const other = anyIn(next.length + 1);
  if (kind < 0.55) {
    const at = Math.min(other, next.length - 1);
    const [swapped] = at >= 0 ? next.splice(at, 1, id) : [];
    next.splice(from, 0, ...(swapped === undefined ? [id] : [swapped]));
    return next;
  }
  // Mostly not far; now and then to the end.
  const to = kind < 0.85 ? Math.max(0, Math.min(next.length, from + anyIn(13) - 6)) : kind < 0.89 ? next.length : other;
  next.splice(to, 0, id);
  return next;
}
