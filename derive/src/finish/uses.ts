import type { DesignRead, StoreRead } from "@yule/contract";
import { basesPerSheet, envelopeFor } from "../season/materials.ts";

/** So many pieces of a store. */
export interface StoreUse {
  readonly storeId: string;
  readonly quantity: number;
}

/** What putting cards together takes off the shelf: sheets of card stock for bases and mats, and an envelope for each card. */
export function usesOfCards(design: DesignRead, cards: number, stores: readonly StoreRead[]): StoreUse[] {
  const cardStock = stores.find((store) => store.id === design.cardStockId);
  const envelope = envelopeFor(design, stores);
  return [
    ...(cardStock ? [{ storeId: cardStock.id, quantity: Math.ceil(cards / Math.max(1, basesPerSheet(design, cardStock))) }] : []),
    ...(envelope ? [{ storeId: envelope.id, quantity: cards }] : []),
  ];
}

/** Whether two lists say the same, in whatever order. */
export const sameUses = (some: readonly StoreUse[], others: readonly StoreUse[]): boolean => {
  const key = (uses: readonly StoreUse[]): string =>
    uses
      .map(({ storeId, quantity }) => `${storeId} ${String(quantity)}`)
      .sort()
      .join();
  return key(some) === key(others);
};
