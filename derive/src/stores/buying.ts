import type { StoreRead, StoresRead, SupplierRead } from "@yule/contract";
import { addDays, daysBetween, GUESSED_SPREADS, type Alarm, type BuyJob, type Day, type Purchase } from "@yule/core";
import { groupedBy } from "../groupedBy.ts";
import { lateBy } from "../season/orderDay.ts";
import type { Outlook } from "../season/workOut.ts";

/** What is bought is to be there in time in so many cases. */
const SURE_OF_DAY = 0.95;
/** How much the guess of how late suppliers are counts, in orders seen. */
const GUESS_WEIGHT = 4;

type SupplierDays = Pick<SupplierRead, "leadDays" | "took">;

/** The chances that a supplier is none, one, two days late and so on: as others are, and as it was. */
function lateChances({ leadDays, took }: SupplierDays): number[] {
  const late = took.map((days) => Math.max(0, days - leadDays));
  const most = Math.max(GUESSED_SPREADS.supplies.length - 1, ...late);
  return Array.from(
    { length: most + 1 },
    (_, day) => (GUESS_WEIGHT * (GUESSED_SPREADS.supplies[day] ?? 0) + late.filter((each) => each === day).length) / (GUESS_WEIGHT + late.length),
  );
}

/** Days from the order that a supplier does not exceed in 95 of 100 orders: as it says, and as late as it and others were. */
export const surelyThereIn = (supplier: SupplierDays): number => supplier.leadDays + lateBy(lateChances(supplier), SURE_OF_DAY);

/** The chance that what is ordered on a day is there by another. */
export function chanceThere(supplier: SupplierDays, ordered: Day, wanted: Day): number {
  const spare = daysBetween(ordered, wanted) - supplier.leadDays;
  return lateChances(supplier)
    .slice(0, Math.max(0, spare + 1))
    .reduce((sum, chance) => sum + chance, 0);
}

/** What may be bought of a material, and from whom; a shelf of which no supplier is told has its own price. */
export interface Offered {
  readonly store: StoreRead;
  readonly supplier: SupplierRead | null;
  readonly pack: number;
  readonly packName: string;
  readonly price: number;
  readonly atLeast: number;
}

/** A question to `buy` with what its places stand for. */
export interface BuyingQuestion {
  readonly job: BuyJob;
  readonly offered: readonly Offered[];
  /** The day and session that each want is for, in the order of the job's wants. */
  readonly wants: readonly { readonly store: StoreRead; readonly quantity: number; readonly on: Day; readonly need: string }[];
  /** Wants that nobody sells. */
  readonly unsold: readonly StoreRead[];
}

/** What is on its way already. */
const onTheWay = (toBuy: StoresRead["toBuy"]): ReadonlyMap<string, number> =>
  toBuy.filter(({ state }) => state === "ordered").reduce((sums, { storeId, quantity }) => sums.set(storeId, (sums.get(storeId) ?? 0) + quantity), new Map<string, number>());

/**
 * What runs out, or may and is due, as a question of what to buy where. What is ordered already is taken off. Null where nothing is missing.
 * @param alarms what is said of each material today
 */
export function buyingFor(
  stock: Outlook["stock"],
  { suppliers, offers, toBuy }: Pick<StoresRead, "suppliers" | "offers" | "toBuy">,
  alarms: ReadonlyMap<string, NonNullable<Alarm>>,
): BuyingQuestion | null {
  const coming = onTheWay(toBuy);
  const all = stock.flatMap(({ store, outlook }) => {
    const quantity = outlook.missing - (coming.get(store.id) ?? 0);
    const bite = outlook.runsOut ?? outlook.mayRunOut;
    const alarm = alarms.get(store.id);
    return bite && quantity > 0 && alarm && alarm !== "count" ? [{ store, quantity, on: bite.on, need: bite.need }] : [];
  });
  const known = new Map(suppliers.filter(({ archived }) => !archived).map((supplier) => [supplier.id, supplier]));
  const offered = all.flatMap(({ store }): Offered[] => {
    const told = offers.flatMap((offer) => {
      const supplier = offer.storeId === store.id ? known.get(offer.supplierId) : undefined;
      return supplier ? [{ store, supplier, pack: offer.pack, packName: offer.packName, price: offer.priceMinor, atLeast: offer.atLeast }] : [];
    });
    if (told.length > 0) return told;
    return store.packCostMinor > 0 ? [{ store, supplier: null, pack: store.pack, packName: "", price: store.packCostMinor, atLeast: 1 }] : [];
  });
  const sold = new Set(offered.map(({ store }) => store.id));
  const wants = all.filter(({ store }) => sold.has(store.id));
  if (all.length === 0) return null;
  const places = [...new Set(offered.map(({ supplier }) => supplier?.id ?? null))];
  return {
    wants,
    offered,
    unsold: all.flatMap(({ store }) => (sold.has(store.id) ? [] : [store])),
    job: {
      wants: wants.map(({ store, quantity }) => ({ id: store.id, quantity })),
      offers: offered.map(({ store, supplier, pack, price, atLeast }) => ({
        want: wants.findIndex((each) => each.store.id === store.id),
        supplier: places.indexOf(supplier?.id ?? null),
        pack,
        price,
        atLeast,
      })),
      suppliers: places.map((id) => {
        const supplier = id === null ? undefined : known.get(id);
        return { id: id ?? "", post: supplier?.postMinor ?? 0, freeFrom: supplier?.freeFromMinor ?? null, least: supplier?.leastMinor ?? 0 };
      }),
    },
  };
}

/** One material out of an order: packs, what they hold and cost, when to order. */
export interface BuyLine extends Offered {
  readonly packs: number;
  readonly quantity: number;
  readonly cost: number;
  readonly orderBy: Day;
  /** The chance that it is in time, ordered a day later than that. */
  readonly dayLater: number;
  /** The day on which it is there in 95 of 100 orders, ordered today. */
  readonly there: Day;
  /** Ordered today, it is there in time in 95 of 100 orders. */
  readonly isInTime: boolean;
  readonly on: Day;
  readonly need: string;
}
/** What is ordered from one supplier, by when: the earliest day of its lines. */
export interface BuyOrder {
  readonly supplier: SupplierRead | null;
  readonly lines: readonly BuyLine[];
  readonly goods: number;
  readonly post: number;
  readonly orderBy: Day;
}

/** A purchase as orders, the soonest first. */
export function ordersOf({ job, offered, wants }: BuyingQuestion, { packs }: Pick<Purchase, "packs">, today: Day): BuyOrder[] {
  const lines = packs.flatMap(({ offer, count }): BuyLine[] => {
    const each = offered[offer];
    const want = wants.find(({ store }) => store.id === each?.store.id);
    if (!each || !want || count === 0) return [];
    const seller = each.supplier ?? { leadDays: each.store.leadDays, took: [] };
    const days = surelyThereIn(seller);
    const orderBy = addDays(want.on, -days);
    const last = orderBy < today ? today : orderBy;
    return [
      {
        ...each,
        packs: count,
        quantity: count * each.pack,
        cost: count * each.price,
        orderBy: last,
        dayLater: chanceThere(seller, addDays(last, 1), want.on),
        there: addDays(today, days),
        isInTime: orderBy >= today,
        on: want.on,
        need: want.need,
      },
    ];
  });
  return groupedBy(lines, ({ supplier }) => supplier?.id ?? "")
    .flatMap((own): BuyOrder[] => {
      const [first] = own;
      if (!first) return [];
      const goods = own.reduce((sum, { cost }) => sum + cost, 0);
      const terms = job.suppliers.find(({ id }) => id === (first.supplier?.id ?? ""));
      const post = terms && (terms.freeFrom === null || goods < terms.freeFrom) ? terms.post : 0;
      const orderBy = own.reduce((least, line) => (line.orderBy < least ? line.orderBy : least), first.orderBy);
      return [{ supplier: first.supplier, lines: own, goods, post, orderBy }];
    })
    .sort((a, b) => (a.orderBy < b.orderBy ? -1 : a.orderBy > b.orderBy ? 1 : 0));
}
