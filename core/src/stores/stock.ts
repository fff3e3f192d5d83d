import type { Day } from "../measure/day.ts";

/** What something will take, in the whole unit of its material. */
export interface StockUse {
  readonly need: string;
  readonly quantity: number;
  readonly on: Day;
  /** Place of the session among those that are planned; null before there is a plan. */
  readonly session?: number | null;
  /** Which work takes it, as the route says. */
  readonly stage?: string;
}

/** Something on the shelf and what the coming needs will take of it. */
export interface StockLine {
  readonly id: string;
  readonly onHand: number;
  readonly uses: readonly StockUse[];
  readonly pack: number;
  /** How far what really goes may lie from what is reckoned: standard deviation of its log. 0 for what is taken whole. */
  readonly scatter?: number;
  /** So sure is wanted, 0 to 1, that what is bought is enough. */
  readonly sure?: number;
}

/** The use that finds too little. */
export interface Bite {
  readonly on: Day;
  readonly need: string;
  readonly session: number | null;
}

export interface StockOutlook {
  readonly id: string;
  readonly wanted: number;
  /** What is missing for all needs together, to be as sure as is wanted; 0 when enough. */
  readonly missing: number;
  /** Where it runs out, and for which need; null where it lasts. */
  readonly runsOut: Bite | null;
  /** Where it may run out, in fewer cases than are wanted to be sure of; null where it surely lasts. */
  readonly mayRunOut: Bite | null;
  /** Every need that would be left short. */
  readonly short: readonly string[];
  /** Packs to buy. */
  readonly packs: number;
  /** The chance that it lasts for all of it. */
  readonly lasts: number;
  /** In the order of their days. */
  readonly uses: readonly StockUse[];
}

/** What lies there, or is bought, is to be enough in so many cases, where nothing else is said. Replayed over made-up seasons, none that ran out was missed by it (alarms.test.ts). */
const USUALLY_SURE = 0.98;

/**
 * Takes the uses in the order of their days from what is there. It runs out where the even chance says so: what goes is as likely to be more as less
 * than is reckoned. What is missing is reckoned to be as sure as is wanted.
 */
export function stockOutlook({ id, onHand, uses: given, pack, scatter = 0, sure = USUALLY_SURE }: StockLine): StockOutlook {
  const uses = [...given].sort((a, b) => (a.session ?? -1) - (b.session ?? -1) || (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  let left = onHand;
  let runsOut: Bite | null = null;
  let mayRunOut: Bite | null = null;
  const short: string[] = [];
  const surely = scatter === 0 ? 1 : Math.exp(quantile(sure) * scatter);
  for (const use of uses) {
    left -= use.quantity;
    const bite = { on: use.on, need: use.need, session: use.session ?? null };
    if ((onHand - left) * surely > onHand) mayRunOut ??= bite;
    if (left >= 0) continue;
    if (!short.includes(use.need)) short.push(use.need);
    runsOut ??= bite;
  }
  const wanted = onHand - left;
  const lasts = chanceOfEnough(onHand, wanted, scatter);
  const missing = lasts >= sure ? 0 : Math.max(0, Math.ceil(wanted * surely - onHand));
  return { id, wanted, missing, runsOut, mayRunOut, short, packs: Math.ceil(missing / Math.max(1, pack)), lasts, uses };
}

/** The chance that what lies there is enough for what is reckoned to go, whose log scatters so much. */
function chanceOfEnough(onHand: number, wanted: number, scatter: number): number {
  if (wanted <= 0) return 1;
  if (scatter === 0 || onHand <= 0) return onHand >= wanted ? 1 : 0;
  return normalBelow(Math.log(onHand / wanted) / scatter);
}

/** The standard normal distribution, by Abramowitz and Stegun 7.1.26; wrong by less than 2e-7. */
function normalBelow(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const erf = 1 - ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t * Math.exp(-x * x);
  return z < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
}

const quantiles = new Map<number, number>();
/** The other way round, by halving; worked out once for each chance that is asked for. */
function quantile(chance: number): number {
  const known = quantiles.get(chance);
  if (known !== undefined) return known;
  let [low, high] = [-6, 6];
  for (let step = 0; step < 40; step += 1) {
    const middle = (low + high) / 2;
    if (normalBelow(middle) < chance) low = middle;
    else high = middle;
  }
  quantiles.set(chance, (low + high) / 2);
  return (low + high) / 2;
}
