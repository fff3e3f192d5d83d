import { Demand, type SoldAtFair } from "./demand.ts";

/** A design for a fair to come, with what lies there of it and what could still be painted. Money in minor units. */
export interface FairGoods {
  readonly id: string;
  readonly price: number;
  /** What painting one more costs in materials. */
  readonly cost: number;
  /** What a card is worth that comes home. */
  readonly salvage: number;
  readonly have: number;
  /** Cards of it that are under way and will be there. */
  readonly coming: number;
  /** At most so many more can be painted. */
  readonly more: number;
  /** Minutes of hands for each. */
  readonly minutes: number;
  readonly sold: readonly SoldAtFair[];
}

/** What to take and paint of one design: chances are of the fair with all of it there. */
export interface FairAdvice {
  readonly id: string;
  readonly bring: number;
  readonly paint: number;
  readonly sold: number;
  readonly sellOut: number;
  /** What the next card of it painted would bring beyond its cost, and that for an hour of hands; null where no more can be painted. */
  readonly next: { readonly gain: number; readonly anHour: number } | null;
}

/** What the table holds and the hands can do. */
export interface FairRoom {
  /** Cards on and under the table in all; null for no limit. */
  readonly most: number | null;
  /** Minutes of hands that nothing else needs before the fair. */
  readonly minutes: number;
  /** What an hour of hands must bring at least. */
  readonly hour: number;
  readonly draws: number;
  readonly prior: readonly [number, number];
}

/**
 * How many of each to take and to paint: what is there goes along as long as it may sell; cards are painted by what each further one
 * adds for a minute of hands, until the minutes or what an hour must bring are met (Dantzig 1957: of what can be divided finely, the
 * best worth for its weight first; here it is short of the best by less than one card).
 */
export function fairAdvice(goods: readonly FairGoods[], { most, minutes, hour, draws, prior }: FairRoom): FairAdvice[] {
  const plan = goods.map((each) => ({ each, demand: new Demand(each.sold, prior, draws), bring: 0, paint: 0 }));
  const chance = (row: (typeof plan)[number]): number => row.demand.atLeast(row.bring + 1);
  let room = most ?? Infinity;
  while (room > 0) {
    const open = plan.filter((row) => row.bring < row.each.have + row.each.coming && gainThere(row.each, chance(row)) > 0);
    const best = highest(open, (row) => gainThere(row.each, chance(row)));
    if (!best) break;
    best.bring += 1;
    room -= 1;
  }
  let left = minutes;
  while (room > 0) {
    const open = plan.filter(
      (row) =>
        row.paint < row.each.more &&
        row.each.minutes <= left &&
        row.bring >= row.each.have + row.each.coming &&
        anHourOf(row.each, chance(row)) >= hour &&
        gainPainted(row.each, chance(row)) > 0,
    );
    const best = highest(open, (row) => anHourOf(row.each, chance(row)));
    if (!best) break;
    best.bring += 1;
    best.paint += 1;
    left -= best.each.minutes;
    room -= 1;
  }
  return plan.map((row) => ({
    id: row.each.id,
    bring: row.bring,
    paint: row.paint,
    sold: Array.from({ length: row.bring }, (_, card) => row.demand.atLeast(card + 1)).reduce((sum, each) => sum + each, 0),
    sellOut: row.demand.atLeast(row.bring),
    next: row.each.more > row.paint ? { gain: gainPainted(row.each, chance(row)), anHour: anHourOf(row.each, chance(row)) } : null,
  }));
}

/** What a card that is there adds by lying on the table: it comes home if nobody takes it. */
const gainThere = ({ price, salvage }: FairGoods, chance: number): number => (price - salvage) * chance;
/** What painting one more adds. */
const gainPainted = ({ price, salvage, cost }: FairGoods, chance: number): number => (price - salvage) * chance + salvage - cost;
const anHourOf = (each: FairGoods, chance: number): number => (60 * gainPainted(each, chance)) / Math.max(1, each.minutes);

function highest<Row>(rows: readonly Row[], of: (row: Row) => number): Row | undefined {
  let [best, top]: [Row | undefined, number] = [undefined, -Infinity];
  for (const row of rows) {
    const height = of(row);
    if (height > top) [best, top] = [row, height];
  }
  return best;
}
