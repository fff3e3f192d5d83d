import type { BatchMoney, CostsRead, DesignRead, LotRead, ShopRead, StageRead, StoreRead } from "@yule/contract";
import {
  feesOf,
  handsTime,
  hoursCost,
  leftForAnHour,
  NO_COSTS,
  partOfKind,
  priceFor,
  shareCosts,
  withoutHands,
  type BenchTimes,
  type CostPart,
  type Costs,
  type NeedCosts,
  type Rates,
  type SeasonMoney,
} from "@yule/core";
import { benchTimesOf } from "../bench/times.ts";
import { timedStage } from "../bench/learnedRoute.ts";
import { yieldOf } from "../finish/howMany.ts";
import { groupedBy } from "../groupedBy.ts";
import { envelopeFor, panelsPerSheet, stockPerCard } from "../season/materials.ts";
import type { NeedView } from "../season/needView.ts";
import { paintingStages } from "../season/unitsSoFar.ts";
import type { Outlook } from "../season/workOut.ts";
import { learnedTaking, storesById, takingsOf } from "./takings.ts";

export const ratesOf = ({ hourMinor, feeHundredths, feeMinor }: Pick<ShopRead, "hourMinor" | "feeHundredths" | "feeMinor">): Rates => ({
  hour: hourMinor,
  feeHundredths,
  fee: feeMinor,
});

/** What one whole unit of a material is worth: by the lots that lie there, else by the shelf's own price. Minor units. */
export function unitValues(stores: readonly StoreRead[], lots: readonly LotRead[]): ReadonlyMap<string, number> {
  const sums = new Map<string, { left: number; value: number }>();
  for (const { storeId, left, valueLeft } of lots) {
    const sum = sums.get(storeId) ?? { left: 0, value: 0 };
    sums.set(storeId, { left: sum.left + left, value: sum.value + valueLeft });
  }
  return new Map(
    stores.map((store) => {
      const sum = sums.get(store.id);
      return [store.id, sum && sum.left > 0 && sum.value > 0 ? sum.value / sum.left : store.packCostMinor / store.pack];
    }),
  );
}

/** Minutes of hands for one panel or card at a stage, as the bench has learned them. */
const handsAt = (times: BenchTimes, stage: StageRead): number => handsTime(times, timedStage(stage), 0).take;

/** Minutes of hands for one card: each stage as it goes at this bench, its setup shared by the cards that are made together. */
function handsPerCard(design: DesignRead, outlook: Outlook, together: number): number {
  const times = benchTimesOf(outlook);
  return design.stages.reduce((sum, stage) => sum + handsAt(times, stage) + stage.setup / Math.max(1, together), 0);
}

/** What one card of a design costs, as it is made today, and at what price so much is left. All of one card, in minor units, not rounded. */
export interface CardCost {
  readonly design: DesignRead;
  readonly costs: Costs;
  /** Minutes of hands. */
  readonly hands: number;
  /** What one card brings on the average of the open needs that have a price; null where none has. */
  readonly price: number | null;
  /** Cards that are owed of it. */
  readonly cards: number;
  /** Left for an hour of hands, once all else is paid. */
  readonly hour: number | null;
  /** The price that leaves the wished hour, and the one that loses nothing with hands unpaid. */
  readonly wished: number | null;
  readonly least: number;
}

/** Cards that are made together where nothing is owed. */
const USUAL_BATCH = 12;

/** What a card of each design costs that is owed, the one that leaves least for an hour first. */
export function cardCosts(outlook: Outlook, { lots, money }: { readonly lots: readonly LotRead[]; readonly money: CostsRead }): CardCost[] {
  const values = unitValues(outlook.stores, lots);
  const rates = ratesOf(outlook.shop);
  const shares = sharesPerCard(outlook, money);
  return groupedBy(outlook.open, ({ design }) => design.id)
    .flatMap((views): CardCost[] => {
      const [first] = views;
      return first ? [costOf(first, views, { outlook, values, rates, shares })] : [];
    })
    .sort((a, b) => (a.hour ?? Infinity) - (b.hour ?? Infinity));
}

interface Costing {
  readonly outlook: Outlook;
  readonly values: ReadonlyMap<string, number>;
  readonly rates: Rates;
  readonly shares: { readonly outlays: number; readonly printing: number };
}

function costOf({ design: made }: NeedView, views: readonly NeedView[], { outlook, values, rates, shares }: Costing): CardCost {
  const design = outlook.designs.find(({ id }) => id === made.id) ?? made;
  const cards = views.reduce((sum, view) => sum + view.cards, 0);
  const [good, bad] = yieldOf(design, outlook.yields.get(design.id));
  const spoilt = bad / good;
  const costs: Record<CostPart, number> = { ...NO_COSTS };
  for (const [kind, value] of materialsOf(design, outlook.stores, values)) costs[partOfKind(kind)] += value;
  const onPanel = costs.paper + costs.paint;
  costs["spoilt panels"] = onPanel * spoilt;
  costs["tools and fairs"] = shares.outlays;
  costs.printing = shares.printing;
  const hands = handsPerCard(design, outlook, Math.min(USUAL_BATCH, Math.max(1, cards))) * (1 + spoilt * HANDS_ON_PANEL);
  costs.hands = (hands * (rates.hour ?? 0)) / 60;
  costs.postage += views.reduce((sum, { post, need }) => sum + (post ? post.price * Math.max(1, need.households) : 0), 0) / Math.max(1, cards);
  const priced = views.filter(({ need }) => need.priceMinor !== null);
  const pricedCards = priced.reduce((sum, view) => sum + view.cards, 0);
  const price = pricedCards > 0 ? priced.reduce((sum, { need }) => sum + (need.priceMinor ?? 0), 0) / pricedCards : null;
  // A sale's fee is shared by the cards of that sale.
  const perSale = { ...rates, fee: priced.length > 0 ? (rates.fee * priced.length) / Math.max(1, pricedCards) : rates.fee };
  costs.fees = price === null ? 0 : feesOf(price, perSale);
  return {
    design,
    costs,
    hands,
    price,
    cards,
    hour: leftForAnHour({ income: price, hands, costs }),
    wished: rates.hour === null ? null : priceFor(costs, hands, rates.hour, perSale),
    least: priceFor(costs, hands, null, perSale),
  };
}

/** Of what does not come out good the hands are lost that went on a panel, most of a card's. */
const HANDS_ON_PANEL = 0.8;

/** Value of what one card takes, by kind of material. */
function materialsOf(design: DesignRead, stores: readonly StoreRead[], values: ReadonlyMap<string, number>): [kind: StoreRead["kind"], value: number][] {
  const found: [StoreRead["kind"], number][] = [];
  const take = (store: StoreRead | null | undefined, amount: number): void => {
    if (store) found.push([store.kind, amount * (values.get(store.id) ?? 0)]);
  };
  const shelf = storesById(stores);
  const byId = (id: string | null) => shelf.get(id ?? "");
  const paper = byId(design.paperId);
  take(paper, paper ? 1 / Math.max(1, panelsPerSheet(design, paper)) : 0);
  const stock = byId(design.cardStockId);
  take(stock, stock ? stockPerCard(design, stock) : 0);
  take(envelopeFor(design, stores), 1);
  const perSheet = design.method === "tape" && paper ? Math.max(1, panelsPerSheet(design, paper)) : 1;
  const painting = new Set(paintingStages(design).map(({ id }) => id));
  for (const stage of design.stages)
    for (const { storeId, amount } of takingsOf(design, stage, painting.has(stage.id) ? design.colourways[0] : undefined, { stores, perSheet })) {
      const store = byId(storeId);
      take(store, store ? learnedTaking(store, amount) : 0);
    }
  return found;
}

/** Outlays of the season, for each card that is owed or made in it. */
function sharesPerCard({ needs }: Outlook, { outlays }: CostsRead): Costing["shares"] {
  const cards = Math.max(
    1,
    needs.reduce((sum, view) => sum + view.cards, 0),
  );
  const sum = (printing: boolean): number => outlays.reduce((all, { kind, costMinor }) => all + ((kind === "printing") === printing ? costMinor : 0), 0);
  return { outlays: sum(false) / cards, printing: sum(true) / cards };
}

/** What the season has cost so far, need by need: by what really left the shelf, at its lots' prices. */
export function seasonCosts(outlook: Outlook, money: CostsRead): { readonly needs: readonly NeedCosts[]; readonly unshared: number } {
  return shareCosts(seasonMoneyOf(outlook, money));
}

function seasonMoneyOf(outlook: Outlook, money: CostsRead): SeasonMoney {
  const times = benchTimesOf(outlook);
  return {
    rates: ratesOf(outlook.shop),
    losses: money.losses.reduce((sum, { valueMinor }) => sum + valueMinor, 0),
    outlays: money.outlays.map(({ kind, costMinor }) => ({ printing: kind === "printing", cost: costMinor })),
    needs: outlook.needs.map(({ need, design, assembled }) => {
      const atBench = money.batches.reduce((sum, batch) => sum + (batch.needId === need.id ? handsOfBatch(design, batch, times) : 0), 0);
      const making = assembled === 0 ? 0 : design.stages.filter(({ kind }) => kind === "assemble").reduce((sum, stage) => sum + handsAt(times, stage) * assembled + stage.setup, 0);
      return {
        id: need.id,
        cards: assembled,
        income: need.priceMinor,
        hands: Math.round(atBench + making),
        postage: money.posted.find(({ needId }) => needId === need.id)?.costMinor ?? 0,
        materials: splitSpoilt(money, need.id),
      };
    }),
  };
}

/** Minutes of hands that a batch took: each stage as it goes at this bench for the panels that it was done on, with its setup once. */
const handsOfBatch = (design: DesignRead, { stages }: BatchMoney, times: BenchTimes): number =>
  stages.reduce((sum, { stageId, panels }) => {
    const stage = design.stages.find(({ id }) => id === stageId);
    return stage ? sum + handsAt(times, stage) * panels + stage.setup : sum;
  }, 0);

/** What one batch has cost so far, in minor units. */
export interface BatchCost {
  readonly id: string;
  readonly title: string;
  readonly design: string;
  readonly begunAt: Date;
  readonly panels: number;
  /** Those that did not come to nothing. */
  readonly left: number;
  readonly materials: number;
  /** Minutes of hands, and what they are worth; nothing while an hour has no price. */
  readonly hands: number;
  readonly handsWorth: number;
  /** For each panel that is left; null where none is. */
  readonly each: number | null;
}

/** What each batch of the open needs has cost so far, by what it really took and what came of it: the dearest panel first. */
export function batchCosts(outlook: Outlook, money: CostsRead): BatchCost[] {
  const times = benchTimesOf(outlook);
  const rates = ratesOf(outlook.shop);
  const views = new Map(outlook.needs.map((view) => [view.need.id, view]));
  return money.batches
    .flatMap((batch): BatchCost[] => {
      const view = views.get(batch.needId);
      if (!view) return [];
      const hands = Math.round(handsOfBatch(view.design, batch, times));
      const handsWorth = hoursCost(hands, rates);
      const left = batch.panels - batch.spoilt;
      const each = left > 0 ? Math.round((batch.valueMinor + handsWorth) / left) : null;
      return [
        {
          ...{ id: batch.batchId, title: view.need.title, design: view.design.name, begunAt: new Date(batch.begunAt), panels: batch.panels, left },
          ...{ materials: batch.valueMinor, hands, handsWorth, each },
        },
      ];
    })
    .sort((a, b) => (b.each ?? Infinity) - (a.each ?? Infinity));
}

/** What left for a need, with the share of its sheets that went into panels that came to nothing. */
function splitSpoilt({ materials, batches }: CostsRead, needId: string): SeasonMoney["needs"][number]["materials"] {
  const own = batches.filter((each) => each.needId === needId);
  const panels = own.reduce((sum, each) => sum + each.panels, 0);
  const share = panels > 0 ? own.reduce((sum, each) => sum + each.spoilt, 0) / panels : 0;
  return materials
    .filter((each) => each.needId === needId)
    .flatMap(({ kind, valueMinor, spoilt }) => {
      if (kind !== "sheet" || share === 0) return [{ kind, value: valueMinor, spoilt }];
      const lost = Math.round(valueMinor * share);
      return [
        { kind, value: valueMinor - lost, spoilt: false },
        { kind, value: lost, spoilt: true },
      ];
    });
}

/** What would change the hour of a design most. */
export interface CostChange {
  readonly what: "print" | "simplify" | "drop" | "price";
  readonly stage?: string;
  /** Left for an hour then, of this design; of a design that is dropped, of all the others together. */
  readonly hour: number;
}

/** What three designs would change: print it, do without the stage that takes most, ask the price of the wished hour; or drop it, for all others. */
export function changesOf(each: CardCost, all: readonly CardCost[], outlook: Outlook): CostChange[] {
  const rates = ratesOf(outlook.shop);
  const times = benchTimesOf(outlook);
  const hourOf = (hands: number, costs: Costs, price: number | null): number | null => leftForAnHour({ income: price, hands, costs });
  const changes: (CostChange | null)[] = [];
  const longest = [...paintingStages(each.design)].map((stage) => ({ stage, take: handsAt(times, stage) })).sort((a, b) => b.take - a.take)[0];
  if (longest && each.design.stages.length > 2) {
    const hour = hourOf(Math.max(1, each.hands - longest.take), each.costs, each.price);
    changes.push(hour === null ? null : { what: "simplify", stage: longest.stage.name, hour });
  }
  const making = each.design.stages.filter(({ kind }) => kind === "assemble").reduce((sum, stage) => sum + handsAt(times, stage), 0);
  const printed = hourOf(Math.max(1, making + PRINT_HANDS), { ...each.costs, paint: 0, "spoilt panels": 0, printing: each.costs.printing + PRINT_COST }, each.price);
  if (printed !== null) changes.push({ what: "print", hour: printed });
  const others = all.filter(({ design, price }) => design.id !== each.design.id && price !== null);
  const minutes = others.reduce((sum, { hands, cards }) => sum + hands * cards, 0);
  if (minutes > 0)
    changes.push({ what: "drop", hour: Math.round((others.reduce((sum, { price, costs, cards }) => sum + ((price ?? 0) - withoutHands(costs)) * cards, 0) * 60) / minutes) });
  if (each.wished !== null && rates.hour !== null && each.price !== null && each.wished > each.price) changes.push({ what: "price", hour: rates.hour });
  return changes.filter((change) => change !== null);
}
/** Minutes to print and cut one card, and what its ink costs in minor units, where nothing was told. */
const [PRINT_HANDS, PRINT_COST] = [1, 12];
