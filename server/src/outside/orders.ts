import type { FeedOrder } from "@yule/contract";
import { addDays, daysBetween, day, type Day } from "@yule/core";

/** What the shop's listings are: what a buyer can choose. */
export interface Listing {
  readonly title: string;
  readonly variants: readonly string[];
}

/** Where orders come from. A real shop's feed can stand behind it. */
export interface OrderFeed {
  readonly name: string;
  readonly simulated: boolean;
  /** Orders placed in the days up to and with `today`, oldest first. */
  readonly orders: (listings: readonly Listing[], today: Day) => readonly FeedOrder[];
}

const DAYS_BACK = 6;
const BUYERS = ["A. Corrigan", "Maud Teale", "Tolvan Books", "P. Ostrander", "Bram & Ilse Hoekstra", "Low Tide Café", "N. Achterberg", "Sorcha Vane"];
const ZONES: readonly FeedOrder["zone"][] = ["inland", "inland", "inland", "neighbour", "overseas"];
const PROMISED_DAYS = { inland: 16, neighbour: 20, overseas: 30 };
/** An old listing that the maker no longer has as a design: such orders come too. */
const WITHDRAWN: Listing = { title: "Barometer", variants: ["brass"] };

/** An invented feed: an order on two days of three, always the same for the same day. */
export const simulatedOrders: OrderFeed = {
  name: "Stall Door (simulated)",
  simulated: true,
  orders: (listings, today) => {
    if (listings.length === 0) return [];
    return Array.from({ length: DAYS_BACK + 1 }, (_, back) => addDays(today, back - DAYS_BACK)).flatMap((placedOn): FeedOrder[] => {
      const number = daysBetween(day("2020-01-01"), placedOn);
      if (number % 3 === 0) return [];
      const listing = number % 11 === 0 ? WITHDRAWN : (listings[(number * 5) % listings.length] ?? WITHDRAWN);
      const zone = ZONES[number % ZONES.length] ?? "inland";
      const quantity = 1 + (number % 4);
      return [
        {
          ref: `SD-${String(number)}`,
          placedOn,
          buyer: BUYERS[(number * 3) % BUYERS.length] ?? "",
          listing: listing.title,
          variant: listing.variants[number % listing.variants.length] ?? "",
          quantity,
          promisedBy: addDays(placedOn, PROMISED_DAYS[zone]),
          zone,
          paidMinor: quantity * 550,
        },
      ];
    });
  },
};
