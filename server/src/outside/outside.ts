import { simulatedCarrier, type Carrier } from "./carrier.ts";
import { simulatedOrders, type OrderFeed } from "./orders.ts";

/** The world outside the shop, each part behind an interface that a real one could fill. */
export interface Outside {
  readonly carrier: Carrier;
  readonly orders: OrderFeed;
}

/** All of it invented, as the shop comes. */
export const simulatedOutside: Outside = { carrier: simulatedCarrier, orders: simulatedOrders };
