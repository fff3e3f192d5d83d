import type { StockTold } from "@yule/contract";

/** Where listings are shown and sold. A real shop can stand behind it. */
export interface ShopWindow {
  readonly name: string;
  readonly simulated: boolean;
  /** Says how many of each may be sold; what is not named may not. */
  readonly tell: (shopId: string, stock: readonly StockTold[]) => void;
  /** What it was told last. */
  readonly told: (shopId: string) => readonly StockTold[];
}

/** An invented window keeps what it was told while the server runs. */
export function simulatedWindow(): ShopWindow {
  const last = new Map<string, readonly StockTold[]>();
  return {
    name: "Stall Door (simulated)",
    simulated: true,
    tell: (shopId, stock) => void last.set(shopId, stock),
    told: (shopId) => last.get(shopId) ?? [],
  };
}
