/** Coins and notes of a currency that a till uses, in minor units, the largest first. Source: the issuing banks' own lists of what is in circulation, 2025. */
const CASH: Readonly<Record<string, readonly number[]>> = {
  EUR: [5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5],
  GBP: [5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5, 2, 1],
  USD: [5000, 2000, 1000, 500, 100, 25, 10, 5, 1],
  CAD: [5000, 2000, 1000, 500, 200, 100, 25, 10, 5],
  AUD: [5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5],
  NZD: [5000, 2000, 1000, 500, 200, 100, 50, 20, 10],
  CHF: [5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5],
  SEK: [50000, 20000, 10000, 5000, 2000, 1000, 500, 200, 100],
  NOK: [50000, 20000, 10000, 5000, 2000, 1000, 500, 100],
  DKK: [50000, 20000, 10000, 5000, 2000, 1000, 500, 200, 100, 50],
  JPY: [10000, 5000, 1000, 500, 100, 50, 10, 5, 1],
};

/** What is paid with in a currency, the largest first; steps of one, two and five where it is not known here. */
export const cashOf = (currency: string): readonly number[] => CASH[currency] ?? [5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5, 2, 1];

/** How many of a coin or note. */
export interface Coins {
  readonly value: number;
  readonly count: number;
}

/**
 * An amount in the fewest coins and notes, the largest first; null where it cannot be made. Greedy change is not the fewest for every
 * set of coins (Chang and Gill, JACM 17, 1970), so it is counted up: the fewest for each amount from those below it.
 * @param amount minor units
 */
export function fewestCoins(amount: number, values: readonly number[]): readonly Coins[] | null {
  // In steps of what divides them all: a till needs no cents where the smallest coin is five.
  const step = values.reduce(divisor, amount === 0 ? (values[0] ?? 1) : amount);
  const size = amount / step;
  const fewest = new Float64Array(size + 1).fill(Infinity);
  const last = new Int32Array(size + 1).fill(-1);
  fewest[0] = 0;
  const steps = values.map((value) => value / step);
  for (let sum = 1; sum <= size; sum += 1)
    steps.forEach((value, index) => {
      const before = value <= sum ? (fewest[sum - value] ?? Infinity) + 1 : Infinity;
      if (before < (fewest[sum] ?? Infinity)) {
        fewest[sum] = before;
        last[sum] = index;
      }
    });
  if (!Number.isFinite(fewest[size] ?? Infinity)) return null;
  const counts = values.map(() => 0);
  for (let sum = size; sum > 0; sum -= steps[last[sum] ?? 0] ?? sum) counts[last[sum] ?? 0] = (counts[last[sum] ?? 0] ?? 0) + 1;
  return values.flatMap((value, index) => ((counts[index] ?? 0) > 0 ? [{ value, count: counts[index] ?? 0 }] : []));
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/** What buyers hand over for an amount: itself, and the next round sums that notes make. */
export function usualTenders(amount: number, values: readonly number[]): readonly number[] {
  const notes = [...values].sort((a, b) => a - b).filter((value) => value * 4 >= amount && value <= amount * 20);
  const over = notes.map((note) => Math.ceil(amount / note) * note);
  return [...new Set([amount, ...over])].sort((a, b) => a - b).slice(0, TENDERS);
}
const TENDERS = 5;

/** What is sold at a price, how many of it. */
export interface SoldAt {
  readonly price: number;
  readonly sold: number;
}
/** A note that is more than so many times the price is rare, and may be refused. */
const ROUND_SUM = 4;
/** Change is kept ready for so many of those who buy first, before what they pay comes back as change. */
const FIRST_BUYERS = 12;

/**
 * What to have in the tin at the start: change for the first buyers, whatever they hand over. For each price as often as it is likely
 * to be sold among them, the change for the round sums that are handed over is made in the fewest coins, and each coin is wanted as
 * often as the worst of those asks for it, at most once a buyer.
 */
export function floatFor(goods: readonly SoldAt[], values: readonly number[]): readonly Coins[] {
  const all = goods.reduce((sum, { sold }) => sum + sold, 0);
  if (all === 0) return [];
  const wanted = new Map<number, number>();
  for (const { price, sold } of goods) {
    const buyers = (Math.min(FIRST_BUYERS, all) * sold) / all;
    const worst = new Map<number, number>();
    const tenders = usualTenders(price, values).filter((tender) => tender > price && tender <= price * ROUND_SUM);
    for (const tender of tenders) for (const { value, count } of fewestCoins(tender - price, values) ?? []) worst.set(value, (worst.get(value) ?? 0) + count / tenders.length);
    for (const [value, count] of worst) wanted.set(value, (wanted.get(value) ?? 0) + count * buyers);
  }
  return values.flatMap((value) => (wanted.has(value) ? [{ value, count: Math.ceil(wanted.get(value) ?? 0) }] : []));
}

export const worthOf = (coins: readonly Coins[]): number => coins.reduce((sum, { value, count }) => sum + value * count, 0);
