import { mm, times, type Length } from "../measure/length.ts";

/** A table at a fair, with steps behind each other on which cards stand. */
export interface Stall {
  readonly length: Length;
  readonly depth: Length;
  /** Steps from the buyer's side: the first lies on the table. */
  readonly tiers: number;
}
export interface StallGoods {
  readonly id: string;
  readonly width: Length;
  readonly height: Length;
  /** Expected to be sold; what goes best stands where hands reach. */
  readonly sold: number;
  /** Cards of it that are there. */
  readonly bring: number;
}
/** A pile of one design on a tier, `x` from the left end; `width` and `height` as it stands. */
export interface StallPile {
  readonly id: string;
  readonly tier: number;
  readonly x: Length;
  readonly width: Length;
  readonly height: Length;
  /** Cards in the pile. */
  readonly cards: number;
}
export interface StallPlan {
  readonly piles: readonly StallPile[];
  /** Designs that found no place. */
  readonly without: readonly string[];
  /** The tiers that an arm reaches from the buyer's side. */
  readonly reach: readonly boolean[];
}

/** Between piles, so that a hand finds its way. */
const GAP = mm(25);
/** What a buyer's arm reaches over a table from its front edge. Source: forward grip reach of short adults, about 600 mm (ISO/TR 7250-2). */
const REACH = mm(600);
/** Cards that lean against one stand before they slide. */
const IN_PILE = 15;

/** How far from the front a tier begins: steps share the depth. */
export const tierDepth = ({ depth, tiers }: Stall, tier: number): number => (depth * tier) / Math.max(1, tiers);

/**
 * Where each design stands. Every design gets one place first, then those that sell best get more, by the highest average of what is
 * expected to be sold (D'Hondt 1882); the nearest tier takes what sells best, each tier's best in its middle.
 */
export function layStall(stall: Stall, goods: readonly StallGoods[]): StallPlan {
  const reach = Array.from({ length: stall.tiers }, (_, tier) => tierDepth(stall, tier) < REACH);
  const rows: { used: number; piles: StallGoods[] }[] = reach.map(() => ({ used: 0, piles: [] }));
  const places = new Map<string, number>();
  const put = (good: StallGoods): boolean => {
    const needs = good.width + GAP;
    const row = rows.find(({ used }) => used + needs <= stall.length + GAP);
    if (!row) return false;
    row.used += needs;
    row.piles.push(good);
    places.set(good.id, (places.get(good.id) ?? 0) + 1);
    return true;
  };
  const ranked = goods.filter(({ bring }) => bring > 0).sort((a, b) => b.sold - a.sold);
  const without = ranked.filter((good) => !put(good)).map(({ id }) => id);
  const open = new Set(ranked.filter(({ id }) => !without.includes(id)));
  while (open.size > 0) {
    const next = [...open].reduce((best, each) => (share(each, places) > share(best, places) ? each : best));
    if ((places.get(next.id) ?? 0) * IN_PILE >= next.bring || !put(next)) open.delete(next);
  }
  const dealt = new Map<string, number>();
  const piles = rows.flatMap(({ piles: row, used }, tier) => {
    let x = (stall.length - (used - GAP)) / 2;
    return middleOut(row).map((good): StallPile => {
      const at = x;
      x += good.width + GAP;
      const nth = dealt.get(good.id) ?? 0;
      dealt.set(good.id, nth + 1);
      const [all, of] = [good.bring, places.get(good.id) ?? 1];
      return { id: good.id, tier, x: at as Length, width: good.width, height: good.height, cards: Math.floor(all / of) + (nth < all % of ? 1 : 0) };
    });
  });
  return { piles, without, reach };
}

const share = ({ id, sold }: StallGoods, places: ReadonlyMap<string, number>): number => sold / ((places.get(id) ?? 0) + 1);

/** The first in the middle, the next at its sides, and so on; piles of one design stay together. */
function middleOut(row: readonly StallGoods[]): StallGoods[] {
  const kinds = [...new Set(row)];
  const [left, right]: [StallGoods[], StallGoods[]] = [[], []];
  kinds.forEach((kind, index) => (index % 2 === 0 ? right.push(kind) : left.unshift(kind)));
  return [...left, ...right].flatMap((kind) => row.filter((each) => each === kind));
}

/** The length of table that takes everything on one tier. */
export const lengthForAll = (goods: readonly StallGoods[]): Length =>
  goods.reduce((sum, { width, bring }) => (sum + times(Math.max(1, Math.ceil(bring / IN_PILE)), (width + GAP) as Length)) as Length, 0 as Length);
