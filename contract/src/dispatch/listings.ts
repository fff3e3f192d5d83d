/** What the shop's window is told: how many cards of each colourway may be sold there. */
export interface ShopWindowRead {
  readonly name: string;
  readonly simulated: boolean;
  readonly stock: readonly StockTold[];
}
export interface StockTold {
  readonly colourwayId: string;
  readonly design: string;
  readonly colourway: string;
  /** None where a card is promised to somebody else, or packed for a fair. */
  readonly cards: number;
}
