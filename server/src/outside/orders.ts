import type { FeedNews, FeedOrder } from "@yule/contract";
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
  /** Orders of the last days and what came of them as JSON lines, oldest first. The same line may come again. */
  readonly lines: (listings: readonly Listing[], today: Day) => string;
}

const DAYS_BACK = 6;
/** What comes of an order comes within so many days of its placing, and is told for as long again. */
const NEWS_DAYS = 14;
const BUYERS = ["A. Corrigan", "Maud Teale", "Tolvan Books", "P. Ostrander", "Bram & Ilse Hoekstra", "Low Tide Café", "N. Achterberg", "Sorcha Vane"];
const ZONES: readonly FeedOrder["zone"][] = ["inland", "inland", "inland", "neighbour", "overseas"];
const PROMISED_DAYS = { inland: 16, neighbour: 20, overseas: 30 };
const EACH_MINOR = 550;
/** An old listing that the maker no longer has as a design: such orders come too. */
const WITHDRAWN: Listing = { title: "Barometer", variants: ["brass"] };

/** An invented feed: an order on two days of three, always the same for the same day. Some are changed, and some cancelled and paid back. */
export const simulatedOrders: OrderFeed = {
  name: "Stall Door (simulated)",
  simulated: true,
  lines: (listings, today) => {
    if (listings.length === 0) return "";
    const days = Array.from({ length: NEWS_DAYS + 1 }, (_, back) => addDays(today, back - NEWS_DAYS));
    return days
      .flatMap((placedOn): object[] => {
        const order = orderOf(placedOn, listings);
        if (order === null) return [];
        const placed = daysBetween(placedOn, today) <= DAYS_BACK ? [{ kind: "placed", ...order }] : [];
        return [...placed, ...newsOf(order).filter(({ on }) => on <= today)];
      })
      .map((each) => JSON.stringify(each))
      .join("\n");
  },
};

const numberOf = (placedOn: Day): number => daysBetween(day("2020-01-01"), placedOn);

function orderOf(placedOn: Day, listings: readonly Listing[]): FeedOrder | null {
  const number = numberOf(placedOn);
  if (number % 3 === 0) return null;
  const listing = number % 11 === 0 ? WITHDRAWN : (listings[(number * 5) % listings.length] ?? WITHDRAWN);
  const zone = ZONES[number % ZONES.length] ?? "inland";
  const quantity = 1 + (number % 4);
  return {
    ref: `SD-${String(number)}`,
    placedOn,
    buyer: BUYERS[(number * 3) % BUYERS.length] ?? "",
    listing: listing.title,
    variant: listing.variants[number % listing.variants.length] ?? "",
    quantity,
    promisedBy: addDays(placedOn, PROMISED_DAYS[zone]),
    zone,
    paidMinor: quantity * EACH_MINOR,
  };
}

/** What comes of an order: all are paid, one in seven wants a card more, one in thirteen is cancelled and paid back. */
function newsOf({ ref, placedOn, quantity, paidMinor }: FeedOrder): FeedNews[] {
  const number = numberOf(day(placedOn));
  const news = (kind: FeedNews["kind"], later: number, more: Partial<FeedNews> = {}): FeedNews => ({
    ref: `${ref}/${kind}`,
    orderRef: ref,
    on: addDays(day(placedOn), later),
    kind,
    quantity: null,
    minor: null,
    ...more,
  });
  return [
    news("paid", 0, { minor: paidMinor }),
    ...(number % 7 === 2 ? [news("changed", 1, { quantity: quantity + 1, minor: paidMinor + EACH_MINOR })] : []),
    ...(number % 13 === 5 ? [news("cancelled", 2), news("refunded", 3, { minor: paidMinor })] : []),
  ];
}
