/** What is left of a lot, and what it cost of the whole, in minor units. Days are ISO texts, so that they sort. */
export interface LotLeft {
  readonly id: string;
  readonly left: number;
  readonly valueLeft: number;
  readonly receivedOn: string;
  readonly openedOn: string | null;
}

/** So much out of one lot, at its price. */
export interface TakenPart {
  readonly lot: string;
  readonly quantity: number;
  readonly cost: number;
}

/** Lots in the order they are used up: what is open first, then what came first. */
export const byTurn = <Lot extends LotLeft>(lots: readonly Lot[]): Lot[] =>
  [...lots].sort((a, b) => Number(b.openedOn !== null) - Number(a.openedOn !== null) || order(a.openedOn ?? a.receivedOn, b.openedOn ?? b.receivedOn) || order(a.id, b.id));
const order = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/**
 * Takes first what came first. The value follows the quantity, and what is taken last takes all that is left of it, so that a lot's parts cost what
 * the lot did, to the minor unit.
 * @returns the parts, and what no lot had
 */
export function takeInTurn(lots: readonly LotLeft[], quantity: number): { readonly parts: readonly TakenPart[]; readonly missing: number } {
  const parts: TakenPart[] = [];
  let missing = quantity;
  for (const lot of byTurn(lots)) {
    const taken = Math.min(missing, lot.left);
    if (taken <= 0) continue;
    parts.push({ lot: lot.id, quantity: taken, cost: valueOfPart(lot, taken) });
    missing -= taken;
  }
  return { parts, missing };
}

const valueOfPart = ({ left, valueLeft }: LotLeft, taken: number): number => (taken === left ? valueLeft : Math.round(valueLeft * (taken / left)));

/**
 * Shares an amount of minor units out by weights: each gets its whole part, and the units that are left go to the largest remainders (Hamilton's
 * method). The shares add up to the amount. Without any weight it is shared evenly; without anybody, nothing is.
 * @param total may be below zero
 */
export function sharedOut(total: number, weights: readonly number[]): number[] {
  if (weights.length === 0) return [];
  const sum = weights.reduce((all, each) => all + each, 0);
  const shares = weights.map((weight) => Math.abs(total) * (sum > 0 ? weight / sum : 1 / weights.length));
  const whole = shares.map(Math.floor);
  const left = Math.abs(total) - whole.reduce((all, each) => all + each, 0);
  const byRemainder = shares.map((share, index) => ({ index, rest: share - Math.floor(share) })).sort((a, b) => b.rest - a.rest || a.index - b.index);
  for (let given = 0; given < left; given += 1) {
    const { index } = byRemainder[given % byRemainder.length] ?? { index: 0 };
    whole[index] = (whole[index] ?? 0) + 1;
  }
  return total < 0 ? whole.map((each) => (each === 0 ? 0 : -each)) : whole;
}
