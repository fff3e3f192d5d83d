import { simulatedCarrier, type Carrier } from "./carrier.ts";
import { simulatedOrders, type OrderFeed } from "./orders.ts";
import { simulatedScanner, type Scanner } from "./scanner.ts";

/** The world outside the shop, each part behind an interface that a real one could fill. */
export interface Outside {
  readonly carrier: Carrier;
  readonly orders: OrderFeed;
  readonly scanner: Scanner;
}

/** All of it invented, as the shop comes. */
export const simulatedOutside: Outside = { carrier: simulatedCarrier, orders: simulatedOrders, scanner: simulatedScanner };
