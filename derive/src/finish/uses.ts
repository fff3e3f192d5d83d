import type { DesignRead, StoreRead } from "@yule/contract";
import { envelopeFor, stockForCards } from "../season/materials.ts";
import { learnedTaking, storesById, takingsOf } from "../stores/takings.ts";

/** So much of a store, in its whole units. */
export interface StoreUse {
  readonly storeId: string;
  readonly quantity: number;
}
/** The same, with what the tables say of what is reckoned and not counted out: there, what the books have is taken, and the rest asks for a count. */
export interface ReckonedUse extends StoreUse {
  readonly assumed?: number;
}

/** What putting cards together takes off the shelf: sheets of card stock for bases and mats, an envelope for each card, and what the stages of assembly take. */
export function usesOfCards(design: DesignRead, cards: number, stores: readonly StoreRead[]): ReckonedUse[] {
  const byId = storesById(stores);
  const cardStock = byId.get(design.cardStockId ?? "");
  const envelope = envelopeFor(design, stores);
  const reckoned = new Map<string, number>();
  for (const stage of design.stages.filter(({ kind }) => kind === "assemble"))
    for (const { storeId, amount } of takingsOf(design, stage, undefined, { stores, perSheet: 1 })) reckoned.set(storeId, (reckoned.get(storeId) ?? 0) + amount * cards);
  return [
    ...(cardStock ? [{ storeId: cardStock.id, quantity: stockForCards(design, cardStock, cards) }] : []),
    ...(envelope ? [{ storeId: envelope.id, quantity: cards }] : []),
    ...[...reckoned].flatMap(([storeId, assumed]) => {
      const store = byId.get(storeId);
      return store ? [{ storeId, quantity: learnedTaking(store, assumed), assumed }] : [];
    }),
  ];
}

/** Of these, what is counted out: what is reckoned follows counts that a screen may not have seen. */
export const countedUses = (uses: readonly ReckonedUse[]): StoreUse[] => uses.flatMap(({ storeId, quantity, assumed }) => (assumed === undefined ? [{ storeId, quantity }] : []));

/** Whether two lists say the same, in whatever order. */
export const sameUses = (some: readonly StoreUse[], others: readonly StoreUse[]): boolean => {
  const key = (uses: readonly StoreUse[]): string =>
    uses
      .map(({ storeId, quantity }) => `${storeId} ${String(quantity)}`)
      .sort()
      .join();
  return key(some) === key(others);
};
