import { money } from "../measure/money.ts";
import { fail, phrase, succeed, type Result } from "../outcome/outcome.ts";
import { Demand, type SoldAtFair } from "./demand.ts";

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
  readonly sold: readonly SoldAtFair[];
  /** What is wanted at the fair to come beside a usual one; 1 when left out. */
  readonly draws?: number;
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
  const demands = designs.map((design) => new Demand(design.sold, prior, design.draws));
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
