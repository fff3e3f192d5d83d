import { money } from "../measure/money.ts";
import { fail, phrase, succeed, type Result } from "../outcome/outcome.ts";

/** What is offered at a fair, how it sold at fairs before, and how many cards can be brought. Money in minor units. */
export interface FairJob {
  readonly designs: readonly FairDesign[];
  /** Cards in all; null for no limit. */
  readonly most: number | null;
  /** Shape and rate of the Gamma distribution that is believed of every design's demand before anything was seen. */
  readonly prior: readonly [shape: number, rate: number];
}
export interface FairDesign {
  readonly id: string;
  readonly price: number;
  readonly cost: number;
  /** What a card is worth that is left. */
  readonly salvage: number;
  /** Where all were sold, the demand was at least that. */
  readonly sold: readonly { readonly brought: number; readonly sold: number }[];
}

/** `sold` is expected, `sellOut` the chance that at least as many are wanted as are brought. */
export interface Bring {
  readonly bring: number;
  readonly sold: number;
  readonly sellOut: number;
  readonly profit: number;
}

/** Without a limit, more cards than this are no advice. */
const MOST_CARDS = 1_000_000;

/**
 * How many of each design to bring for the greatest expected profit: the newsvendor's question for several goods that share one
 * limit (Hadley and Whitin 1963). Each further card of a design that sells for more than it is worth left over is worth less than
 * the one before, so cards are taken by what they add; where it is worth more left over, each is worth more than the one before,
 * and all such cards are of one design.
 * @fault endless: without a limit, a design is worth as much left over as it costs
 */
export function bringToFair({ designs, most, prior }: FairJob): Result<readonly Bring[]> {
  const endless = designs.findIndex(({ price, salvage, cost }) => salvage >= cost && Math.max(price, salvage) > cost);
  if (most === null && endless >= 0) {
    const { id, salvage } = designs[endless] ?? { id: "", salvage: 0 };
    return fail({
      code: "endless",
      path: ["most"],
      given: phrase`no limit, with ${{ text: id }} worth ${{ money: money(salvage) }} when it is left, no less than it costs`,
      allowed: phrase`a number of cards, since any number of it would pay`,
    });
  }
  const room = most ?? MOST_CARDS;
  const demands = designs.map((design) => new Demand(design.sold, prior));
  const addedBy = (design: number, card: number): number => {
    const { price, cost, salvage } = designs[design] ?? { price: 0, cost: 0, salvage: 0 };
    return (price - salvage) * (demands[design]?.atLeast(card) ?? 0) + salvage - cost;
  };
  const falling = designs.flatMap(({ price, salvage }, design) => (price >= salvage ? [design] : []));
  const rising = designs.flatMap(({ price, salvage, cost }, design) => (price < salvage && salvage > cost ? [design] : []));
  const { order, sums } = byWorth(falling, addedBy, room);
  let best = { profit: sums[order.length] ?? 0, all: -1, count: 0 };
  for (const design of rising) {
    let profit = 0;
    for (let count = 1; count <= room; count += 1) {
      profit += addedBy(design, count);
      const together = profit + (sums[Math.min(order.length, room - count)] ?? 0);
      if (together > best.profit + ALIKE) best = { profit: together, all: design, count };
    }
  }
  const bring = designs.map(() => 0);
  for (const design of order.slice(0, room - best.count)) bring[design] = (bring[design] ?? 0) + 1;
  if (best.all >= 0) bring[best.all] = best.count;
  return succeed(designs.map((design, index) => broughtOf(design, bring[index] ?? 0, demands[index])));
}

/** Less than this of a minor unit is no profit. */
const ALIKE = 1e-9;

/** Cards of designs whose every further card is worth less, by what they add, as long as they add something; `sums` of the first so many. */
function byWorth(
  designs: readonly number[],
  addedBy: (design: number, card: number) => number,
  room: number,
): { readonly order: readonly number[]; readonly sums: readonly number[] } {
  const next = designs.map((design) => ({ design, card: 1, adds: addedBy(design, 1) }));
  const order: number[] = [];
  const sums = [0];
  while (order.length < room) {
    const [first] = next;
    if (!first) break;
    const best = next.reduce((most, each) => (each.adds > most.adds ? each : most), first);
    if (best.adds <= ALIKE) break;
    order.push(best.design);
    sums.push((sums[sums.length - 1] ?? 0) + best.adds);
    best.card += 1;
    best.adds = addedBy(best.design, best.card);
  }
  return { order, sums };
}

function broughtOf({ price, cost, salvage }: FairDesign, bring: number, demand: Demand | undefined): Bring {
  let sold = 0;
  for (let card = 1; card <= bring; card += 1) sold += demand?.atLeast(card) ?? 0;
  return { bring, sold, sellOut: demand?.atLeast(bring) ?? 1, profit: price * sold + salvage * (bring - sold) - cost * bring };
}

/** The posterior falls below this share of its peak where it is cut off, and steps are this small beside its width. */
const TAIL_LOG = 46;
const STEPS_IN_WIDTH = 12;

/**
 * Demand at the next fair: Poisson with a rate that is Gamma before the fairs seen. Fairs that sold out say only that demand was
 * at least that, so the posterior is no Gamma any more; it is summed over the logarithm of the rate by the trapezoid rule, which
 * converges geometrically for such integrands (Trefethen and Weideman, SIAM Review 56, 2014).
 */
class Demand {
  private readonly rates: number[] = [];
  private readonly weights: number[] = [];
  /** For each rate, the logarithm of the chance of exactly as many as were last asked about, and the chance of fewer. */
  private readonly exactly: number[] = [];
  private readonly fewer: number[] = [];
  private readonly known: number[] = [1];

  constructor(seen: FairDesign["sold"], [shape, rate]: readonly [number, number]) {
    const fairs = seen.filter(({ brought }) => brought > 0);
    const open = fairs.filter(({ brought, sold }) => sold < brought);
    const soldOut = fairs.filter(({ brought, sold }) => sold === brought).map(({ sold }) => sold);
    const power = shape + open.reduce((sum, { sold }) => sum + sold, 0);
    const fall = rate + open.length;
    // With the rate's logarithm as variable, the Jacobian raises the power by one.
    const logDensity = (log: number): number => power * log - fall * Math.exp(log) + soldOut.reduce((sum, sold) => sum + logAtLeast(sold, Math.exp(log)), 0);
    const all = power + soldOut.reduce((sum, sold) => sum + sold, 0);
    const step = 1 / (STEPS_IN_WIDTH * Math.sqrt(all + 1));
    const start = peakOf(logDensity, Math.log(all / (fall + soldOut.length)), step);
    const top = logDensity(start);
    for (const way of [1, -1]) {
      for (let index = way > 0 ? 0 : 1; ; index += 1) {
        const log = start + way * index * step;
        const density = logDensity(log) - top;
        if (density < -TAIL_LOG) break;
        this.rates.push(Math.exp(log));
        this.weights.push(Math.exp(density));
      }
    }
    const sum = this.weights.reduce((total, weight) => total + weight, 0);
    this.weights.forEach((weight, index) => (this.weights[index] = weight / sum));
    this.rates.forEach((each) => {
      this.exactly.push(-each);
      this.fewer.push(0);
    });
  }

  /** The chance that at least so many are wanted. */
  atLeast(count: number): number {
    for (let next = this.known.length; next <= count; next += 1) {
      let chance = 0;
      for (let index = 0; index < this.rates.length; index += 1) {
        const rate = this.rates[index] ?? 0;
        const fewer = (this.fewer[index] ?? 0) + Math.exp(this.exactly[index] ?? 0);
        this.fewer[index] = fewer;
        this.exactly[index] = (this.exactly[index] ?? 0) + Math.log(rate / next);
        chance += (this.weights[index] ?? 0) * Math.max(0, 1 - fewer);
      }
      this.known.push(chance);
    }
    return this.known[count] ?? 0;
  }
}

/** Climbs to where a function with one peak is highest, in steps that grow and halve. */
function peakOf(of: (at: number) => number, from: number, least: number): number {
  let [at, step] = [from, 1];
  let height = of(at);
  while (step > least) {
    const [up, down] = [of(at + step), of(at - step)];
    if (up > height && up >= down) [at, height] = [at + step, up];
    else if (down > height) [at, height] = [at - step, down];
    else step /= 2;
  }
  return at;
}

/** The logarithm of the chance that a Poisson demand is at least so many: a series of terms above zero where the rate is small, the rest of a finite sum where it is large. */
function logAtLeast(count: number, rate: number): number {
  let logTerm = -rate;
  if (rate < count + 1) {
    for (let index = 1; index <= count; index += 1) logTerm += Math.log(rate / index);
    let [sum, term] = [1, 1];
    for (let index = 1; term > 1e-17 * sum; index += 1) {
      term *= rate / (count + index);
      sum += term;
    }
    return logTerm + Math.log(sum);
  }
  let fewer = 0;
  for (let index = 0; index < count; index += 1) {
    fewer += Math.exp(logTerm);
    logTerm += Math.log(rate / (index + 1));
  }
  return Math.log1p(-Math.min(fewer, 1 - 1e-16));
}
