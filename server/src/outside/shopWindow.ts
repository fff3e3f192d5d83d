import type { StockTold } from "@yule/contract";

/** Where listings are shown and sold. A real shop can stand behind it. */
export interface ShopWindow {
  readonly name: string;
  readonly simulated: boolean;
  /** Says how many of each may be sold; what is not named may not. */
  readonly tell: (stock: readonly StockTold[]) => void;
  /** What it was told last. */
  readonly told: () => readonly StockTold[];
}

/** An invented window keeps what it was told while the server runs. */
export function simulatedWindow(): ShopWindow {
  let last: readonly StockTold[] = [];
  return {
    name: "Stall Door (simulated)",
    simulated: true,
    tell: (stock) => (last = stock),
    told: () => last,
  };
}
