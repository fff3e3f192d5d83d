import type { zones } from "./needs.ts";

/** An order as the shop's feed tells it. */
export interface FeedOrder {
  /** The feed's own number: an order is taken once. */
  readonly ref: string;
  readonly placedOn: string;
  readonly buyer: string;
  /** The listing's title, and the variant chosen. */
  readonly listing: string;
  readonly variant: string;
  readonly quantity: number;
  /** The day the listing promises. */
  readonly promisedBy: string;
  readonly zone: (typeof zones)[number];
  readonly paidMinor: number;
}

export interface OrdersRead {
  readonly name: string;
  readonly simulated: boolean;
  /** Orders that no need was made of yet. */
  readonly orders: readonly FeedOrder[];
}
