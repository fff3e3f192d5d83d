import { sharedOut } from "./lots.ts";

/** What a card costs, in the order in which it comes about. */
export const COST_PARTS = [
  "paper",
  "card stock",
  "envelope",
  "paint",
  "other materials",
  "spoilt panels",
  "lost on the shelf",
  "printing",
  "hands",
  "tools and fairs",
  "fees",
  "postage",
] as const;
export type CostPart = (typeof COST_PARTS)[number];
export type Costs = Readonly<Record<CostPart, number>>;
export const NO_COSTS: Costs = Object.fromEntries(COST_PARTS.map((part) => [part, 0])) as Record<CostPart, number>;

/** The part that a kind of material counts to. */
export const partOfKind = (kind: string): CostPart =>
  kind === "sheet"
    ? "paper"
    : kind === "card stock" || kind === "card blank"
      ? "card stock"
      : kind === "envelope" || kind === "paint"
        ? kind
        : kind === "postage stamp"
          ? "postage"
          : "other materials";

/** What one need took, in minor units. */
export interface NeedMoney {
  readonly id: string;
  /** Cards that came of it; none yet is 0. */
  readonly cards: number;
  readonly income: number | null;
  /** Value of what left the shelf for it by kind, and what of it was in panels that came to nothing. */
  readonly materials: readonly { readonly kind: string; readonly value: number; readonly spoilt: boolean }[];
  /** Minutes of hands. */
  readonly hands: number;
  readonly postage: number;
}

/** A season's money: what its needs took, and what no need took by itself. */
export interface SeasonMoney {
  readonly needs: readonly NeedMoney[];
  /** Counted short, dried up, spoilt or given away. */
  readonly losses: number;
  readonly outlays: readonly { readonly printing: boolean; readonly cost: number }[];
  readonly rates: Rates;
}
export interface Rates {
  /** An hour of hands; null while nobody has said. */
  readonly hour: number | null;
  /** Of a price, in hundredths of a per cent. */
  readonly feeHundredths: number;
  /** For each sale. */
  readonly fee: number;
}

export interface NeedCosts {
  readonly id: string;
  readonly cards: number;
  readonly income: number | null;
  readonly hands: number;
  readonly costs: Costs;
}

/**
 * Each need's share of all that the season cost. What went for nobody is shared by what each took off the shelf, outlays by cards, all to the minor
 * unit (largest remainders): the shares add up to what left the shelf, what was paid and the hours. Waiting is never paid. Where no need has a
 * card yet, outlays are shared evenly.
 * @returns the needs, and what could be shared by nobody
 */
export function shareCosts({ needs, losses, outlays, rates }: SeasonMoney): { readonly needs: readonly NeedCosts[]; readonly unshared: number } {
  const taken = needs.map(({ materials }) => Math.max(0, sum(materials.map(({ value }) => value))));
  const lost = sharedOut(losses, taken);
  const cards = needs.map((need) => need.cards);
  const [printing, other] = [true, false].map((isPrinting) => sharedOut(sum(outlays.flatMap((each) => (each.printing === isPrinting ? [each.cost] : []))), cards)) as [
    number[],
    number[],
  ];
  const minutes = needs.map(({ hands }) => hands);
  const hands = sharedOut(hoursCost(sum(minutes), rates), minutes);
  const unshared = needs.length === 0 ? losses + sum(outlays.map(({ cost }) => cost)) : 0;
  return {
    unshared,
    needs: needs.map((need, index) => {
      const costs: Record<CostPart, number> = { ...NO_COSTS };
      for (const { kind, value, spoilt } of need.materials) costs[spoilt ? "spoilt panels" : partOfKind(kind)] += value;
      costs["lost on the shelf"] += lost[index] ?? 0;
      costs.hands += hands[index] ?? 0;
      costs.printing += printing[index] ?? 0;
      costs["tools and fairs"] += other[index] ?? 0;
      costs.postage += need.postage;
      costs.fees += feesOf(need.income, rates);
      return { id: need.id, cards: need.cards, income: need.income, hands: need.hands, costs };
    }),
  };
}

const sum = (all: readonly number[]): number => all.reduce((total, each) => total + each, 0);
/** What so many minutes of hands are worth. */
export const hoursCost = (minutes: number, { hour }: Pick<Rates, "hour">): number => Math.round((minutes * (hour ?? 0)) / 60);
/** What a sale is charged for. */
export const feesOf = (income: number | null, { feeHundredths, fee }: Rates): number => (income === null || income === 0 ? 0 : Math.round((income * feeHundredths) / 10_000) + fee);

export const costsTotal = (costs: Costs): number => sum(Object.values(costs));
export const withoutHands = (costs: Costs): number => costsTotal(costs) - costs.hands;

/** What is left for an hour of hands once all else is paid; null without a price, or without hands. May be below zero. */
export const leftForAnHour = ({ income, hands, costs }: Pick<NeedCosts, "income" | "hands" | "costs">): number | null =>
  income === null || hands <= 0 ? null : Math.round(((income - withoutHands(costs)) * 60) / hands);

/**
 * The price at which so much is left: what all else costs without the fees, the hands at so much an hour, and the fees of that price on top, up to
 * the next minor unit. @param hour null for the price that loses nothing, with hands that are not paid
 */
export function priceFor(costs: Costs, minutes: number, hour: number | null, { feeHundredths, fee }: Rates): number {
  const before = withoutHands(costs) - costs.fees + Math.round((minutes * (hour ?? 0)) / 60) + fee;
  return Math.ceil(before / (1 - feeHundredths / 10_000) - 1e-9);
}
