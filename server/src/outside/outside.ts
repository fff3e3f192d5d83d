import { simulatedCarrier, type Carrier } from "./carrier.ts";
import { simulatedHygrometer, type Hygrometer } from "./hygrometer.ts";
import { simulatedPrinter, type LabelPrinter } from "./labelPrinter.ts";
import { simulatedOrders, type OrderFeed } from "./orders.ts";
import { simulatedScale, type Scale } from "./scale.ts";
import { simulatedWindow, type ShopWindow } from "./shopWindow.ts";
import { simulatedScanner, type Scanner } from "./scanner.ts";

/** The world outside the shop, each part behind an interface that a real one could fill. */
export interface Outside {
  readonly carrier: Carrier;
  readonly orders: OrderFeed;
  readonly scanner: Scanner;
  readonly hygrometer: Hygrometer;
  readonly scale: Scale;
  readonly window: ShopWindow;
  readonly labelPrinter: LabelPrinter;
}

/** All of it invented, as the shop comes. */
export const simulatedOutside: Outside = {
  carrier: simulatedCarrier,
  orders: simulatedOrders,
  scanner: simulatedScanner,
  hygrometer: simulatedHygrometer,
  scale: simulatedScale,
  window: simulatedWindow(),
  labelPrinter: simulatedPrinter,
};
