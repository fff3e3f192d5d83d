import type { DesignRead, FairRead, FairsRead, LeftStockRead } from "@yule/contract";
import {
  fairAdvice,
  fairDraws,
  groupBy,
  layStall,
  lengthOfUnits,
  stackGeometry,
  type FairAdvice,
  type FairDay,
  type FairGoods,
  type PastFair,
  type SoldAtFair,
  type StallPlan,
} from "@yule/core";
import { stackOf } from "../season/materials.ts";
import { colourwayOf, type NeedView } from "../season/needView.ts";
import type { Outlook } from "../season/workOut.ts";
import type { CardCost } from "../stores/cardCost.ts";

/** A fair that is to come, or needs that will be one and were not told more of. */
export interface FairAhead {
  readonly id: string;
  readonly title: string;
  readonly on: string;
  /** Null where only its need is known. */
  readonly fair: FairRead | null;
  readonly views: readonly NeedView[];
}

/** The fairs to come by their day: those that were told of, and each need for a fair that stands under none. */
export function fairsAhead({ open }: Pick<Outlook, "open">, { fairs }: FairsRead): FairAhead[] {
  const told = fairs.filter(({ tinMinor }) => tinMinor === null);
  const bound = new Set(told.flatMap(({ needIds }) => needIds));
  const alone = open.filter(({ need }) => need.kind === "fair" && !bound.has(need.id));
  return [
    ...told.map((fair) => ({ id: fair.id, title: fair.title, on: fair.on, fair, views: open.filter(({ need }) => fair.needIds.includes(need.id)) })),
    ...alone.map((view) => ({ id: view.need.id, title: view.need.title, on: view.need.due, fair: null, views: [view] })),
  ].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}

/** One colourway for a fair: what there is of it, and what to do. */
export interface FairRow extends FairAdvice {
  readonly design: DesignRead;
  readonly colourway: string;
  readonly price: number;
  /** Cards that are made, for the fair or for nobody, and panels begun for it. */
  readonly have: number;
  readonly coming: number;
  /** What its needs ask for that was not begun. */
  readonly planned: number;
  /** How it sold at fairs before; of its sisters where it was never there. */
  readonly seen: readonly SoldAtFair[];
}

export interface FairPlan {
  readonly rows: readonly FairRow[];
  /** What this fair draws beside a usual one in fine weather, and how many fairs of its size and weather told so. */
  readonly draws: number;
  readonly seen: { readonly size: number; readonly weather: number };
  /** Minutes of hands that nothing else needs before the fair, and those that what was not begun for it would take. */
  readonly minutes: number;
}

/** Demand before anything was seen: Gamma with a mean of eight of each at a usual fair, anything from two to twenty. */
export const USUAL_DEMAND = [2, 0.25] as const;
/** Share of its price that a card is worth that comes home: it can be sold at another fair. */
const HOME = 0.35;
/** No more of one colourway are thought of beyond what is planned. */
const MORE = 30;
/** What an hour must bring where she told no wage. */
const USUAL_HOUR = 1000;
const USUAL_PRICE = 500;
/** Prices at a stall stand on a half. */
const ROUND = 50;

interface FairTold {
  readonly left: readonly LeftStockRead[];
  readonly past: FairsRead["past"];
  readonly costs: readonly CardCost[];
}

/** How many of each to take along and to paint for a fair. */
export function fairPlan(outlook: Outlook, { fair, views }: FairAhead, { left, past: all, costs }: FairTold): FairPlan {
  const past = fairsCounted(all);
  const day: FairDay = { size: fair?.size ?? "usual", weather: fair?.weather ?? "fine" };
  const drawn = fairDraws(past satisfies readonly PastFair[]);
  const rows = goodsFor(outlook, views, left).map((row) => ({ ...row, price: priceOf(row, fair, views, costs), seen: seenOf(row, past, drawn.of) }));
  const cost = new Map(costs.map((each) => [each.design.id, each]));
  const minutes = sparedBefore(outlook, views) + rows.reduce((sum, row) => sum + row.planned * handsOf(cost.get(row.design.id)), 0);
  const goods = rows.map((row): FairGoods => {
    const of = cost.get(row.design.id);
    const isPainted = of !== undefined && views.some(({ design }) => design.id === row.design.id);
    return {
      ...{ id: row.id, price: row.price, cost: of ? materialsIn(of) : 0, salvage: Math.round(row.price * HOME) },
      ...{ have: row.have, coming: row.coming, more: isPainted ? row.planned + MORE : 0, minutes: handsOf(of), sold: row.seen },
    };
  });
  const advice = fairAdvice(goods, { most: null, minutes, hour: outlook.shop.hourMinor ?? USUAL_HOUR, draws: drawn.of(day), prior: USUAL_DEMAND });
  const byId = new Map(advice.map((each) => [each.id, each]));
  return {
    rows: rows.flatMap((row) => {
      const of = byId.get(row.id);
      return of ? [{ ...row, ...of }] : [];
    }),
    draws: drawn.of(day),
    seen: drawn.seen(day),
    minutes: Math.max(0, minutes),
  };
}

/** What could lie on the table: colourways of its needs, and cards that belong to nobody. */
function goodsFor({ designs }: Outlook, views: readonly NeedView[], left: readonly LeftStockRead[]) {
  const asked = views.flatMap(({ need, design, toPaint }) =>
    need.lines.map(({ colourwayId, quantity, assembled }) => {
      const planned = Math.min(quantity - assembled, toPaint.find((each) => each.colourwayId === colourwayId)?.quantity ?? 0);
      return { colourwayId, design, made: assembled, coming: Math.max(0, quantity - assembled - planned), planned };
    }),
  );
  const free = left.flatMap(({ colourwayId, cards }) => {
    const design = designs.find((each) => colourwayOf(each, colourwayId) !== null);
    return design && cards > 0 ? [{ colourwayId, design, made: cards, coming: 0, planned: 0 }] : [];
  });
  return [...groupBy([...asked, ...free], ({ colourwayId }) => colourwayId)].flatMap(([id, same]) => {
    const [first] = same;
    const sum = (of: "made" | "coming" | "planned"): number => same.reduce((all, each) => all + each[of], 0);
    return first ? [{ id, design: first.design, colourway: colourwayOf(first.design, id)?.name ?? "", have: sum("made"), coming: sum("coming"), planned: sum("planned") }] : [];
  });
}

/** Its price at this fair, or what its need was to bring, or what leaves the wished hour; on a half. */
function priceOf({ id, design }: { readonly id: string; readonly design: DesignRead }, fair: FairRead | null, views: readonly NeedView[], costs: readonly CardCost[]): number {
  const told = fair?.goods.find(({ colourwayId }) => colourwayId === id)?.priceMinor;
  if (told !== undefined) return told;
  const view = views.find((each) => each.design.id === design.id);
  const cost = costs.find((each) => each.design.id === design.id);
  const asked = view && view.need.priceMinor !== null ? view.need.priceMinor / Math.max(1, view.cards) : (cost?.price ?? cost?.wished ?? USUAL_PRICE);
  return Math.ceil(asked / ROUND) * ROUND;
}

/** How a colourway sold before, each fair by what it drew; of its sisters of the design where it was never there itself. */
function seenOf({ id, design }: { readonly id: string; readonly design: DesignRead }, past: FairsRead["past"], drew: (day: FairDay) => number): SoldAtFair[] {
  const own = soldAt(past, drew, ({ colourwayId }) => colourwayId === id);
  return own.length > 0 ? own : soldAt(past, drew, (good) => good.design === design.id);
}

/** How some goods sold at past fairs, each fair by what it drew. */
export const soldAt = (past: FairsRead["past"], drew: (day: FairDay) => number, is: (good: FairsRead["past"][number]["goods"][number]) => boolean): SoldAtFair[] =>
  past.flatMap(({ size, weather, goods }) => goods.filter(is).map(({ brought, sold }) => ({ brought, sold, draws: drew({ size, weather }) })));

/** Past fairs of which something is learned. */
export const fairsCounted = (past: FairsRead["past"]): FairsRead["past"] => past.filter(({ isLeftOut }) => !isLeftOut);

const handsOf = (cost: CardCost | undefined): number => Math.max(1, cost?.hands ?? 1);
/** Of a card's cost what goes into it; hands are counted apart, and post is none at a stall. */
const materialsIn = ({ costs }: CardCost): number => Object.entries(costs).reduce((sum, [part, value]) => (ELSEWHERE.has(part) ? sum : sum + value), 0);
const ELSEWHERE: ReadonlySet<string> = new Set(["hands", "postage", "fees", "tools and fairs"]);

/** Session minutes that are left over before the fair, and that nothing due later lacks. */
function sparedBefore({ open }: Outlook, views: readonly NeedView[]): number {
  const by = views.reduce((day, { readyBy }) => (readyBy < day ? readyBy : day), views[0]?.readyBy ?? "");
  const later = open.filter(({ readyBy, stage }) => readyBy >= by && stage !== "done");
  return views.length === 0 ? 0 : Math.max(0, Math.min(...later.map(({ outlook }) => outlook.spare)));
}

/** The stall to scale: cards stand with their own measures. */
export function stallOf({ rows }: FairPlan, { tableLength, tableDepth, tiers }: Pick<FairRead, "tableLength" | "tableDepth" | "tiers">): StallPlan {
  return layStall(
    { length: lengthOfUnits(tableLength), depth: lengthOfUnits(tableDepth), tiers },
    rows.map(({ id, design, sold, bring }) => {
      const { base } = stackGeometry(stackOf(design));
      return { id, width: base.width, height: base.height, sold, bring };
    }),
  );
}

/** Cards that are likely to go, and what they bring. */
export const likelySold = (rows: readonly FairRow[]): number => rows.reduce((sum, row) => sum + row.sold, 0);
export const likelyTakings = (rows: readonly FairRow[]): number => rows.reduce((sum, row) => sum + row.sold * row.price, 0);
