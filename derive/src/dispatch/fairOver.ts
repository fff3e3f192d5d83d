import type { FairRead } from "@yule/contract";
import { minuteOfDayAt, soldSoFar, takenIn, tinOf, type Sale } from "@yule/core";

/** What a fair has come to. Money in minor units. */
export interface FairSum {
  readonly taken: number;
  readonly cash: number;
  readonly card: number;
  readonly tips: number;
  /** What must lie in the tin. */
  readonly tin: number;
  /** Cards that went, and those that were taken along. */
  readonly sold: number;
  readonly brought: number;
  /** What is left for an hour at the stall, its table paid; the cards' own cost is not in it. */
  readonly anHour: number;
  /** Colourways of which none is left. */
  readonly soldOut: readonly string[];
}

export function fairSum({ sales, goods, floatMinor, feeMinor, standMinutes }: FairRead): FairSum {
  const by = (paid: Sale["paid"]): number => sales.reduce((sum, sale) => (sale.paid === paid ? sum + takenIn(sale) : sum), 0);
  const sold = soldSoFar(sales);
  const goneOf = ({ colourwayId, sold: counted }: FairRead["goods"][number]): number => counted ?? sold.get(colourwayId) ?? 0;
  const [cash, card, tips] = [by("cash"), by("card"), sales.reduce((sum, { tipMinor }) => sum + tipMinor, 0)];
  return {
    ...{ taken: cash + card, cash, card, tips, tin: tinOf(floatMinor, sales) },
    sold: goods.reduce((sum, good) => sum + goneOf(good), 0),
    brought: goods.reduce((sum, good) => sum + good.brought, 0),
    anHour: ((cash + card + tips - feeMinor) * 60) / Math.max(1, standMinutes),
    soldOut: goods.filter((good) => goneOf(good) >= good.brought).map(({ colourwayId }) => colourwayId),
  };
}

/** Cards sold in each half hour from the first sale to the last; `minute` of the day in the shop, and nobody buys after midnight. */
export function soldByHalfHour(sales: readonly (Sale & { readonly at: string })[], timeZone: string): readonly { readonly minute: number; readonly cards: number }[] {
  const told = sales.map((sale) => ({
    half: Math.floor(minuteOfDayAt(new Date(sale.at), timeZone) / HALF_HOUR),
    cards: sale.lines.reduce((sum, { quantity }) => sum + quantity, 0) * (sale.isBack ? -1 : 1),
  }));
  if (told.length === 0) return [];
  const first = Math.min(...told.map(({ half }) => half));
  const last = Math.max(...told.map(({ half }) => half));
  return Array.from({ length: last - first + 1 }, (_, index) => ({
    minute: (first + index) * HALF_HOUR,
    cards: told.reduce((sum, { half, cards }) => (half === first + index ? sum + cards : sum), 0),
  }));
}
const HALF_HOUR = 30;
