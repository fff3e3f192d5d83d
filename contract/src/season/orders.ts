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

export const newsKinds = ["changed", "cancelled", "paid", "refunded"] as const;

/** What the feed tells of an order after it was placed. */
export interface FeedNews {
  /** The feed's own number of it: it is taken once. */
  readonly ref: string;
  readonly orderRef: string;
  readonly on: string;
  readonly kind: (typeof newsKinds)[number];
  /** Cards wanted from now on, where it was changed. */
  readonly quantity: number | null;
  /** The new price where it was changed; what was paid or goes back. */
  readonly minor: number | null;
}

export interface OrdersRead {
  readonly name: string;
  readonly simulated: boolean;
  /** Orders that no need was made of yet. */
  readonly orders: readonly FeedOrder[];
  /** What is new of orders that were taken, the oldest first, with what each is called here and its need while there is one. */
  readonly news: readonly (FeedNews & { readonly title: string; readonly needId: string | null })[];
  /** Lines of the feed that could not be read, each with what is wrong with it. */
  readonly unread: readonly string[];
}
