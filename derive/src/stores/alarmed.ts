import type { StoreRead, StoresRead } from "@yule/contract";
import { alarmOf, measureOf, printAmount, type Alarm, type Day } from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { surelyThereIn } from "./buying.ts";

/** Days in which more of a material is there in 95 of 100 orders, from whoever is quickest. */
export function daysToCome(store: StoreRead, { suppliers, offers }: Pick<StoresRead, "suppliers" | "offers">): number {
  const sellers = suppliers.filter(({ id, archived }) => !archived && offers.some((offer) => offer.storeId === store.id && offer.supplierId === id));
  return sellers.length > 0 ? Math.min(...sellers.map(surelyThereIn)) : surelyThereIn({ leadDays: store.leadDays, took: [] });
}

/** What is said of each material today, by its id; of those that last surely nothing. */
export function alarmsOf(stock: Outlook["stock"], read: Pick<StoresRead, "suppliers" | "offers">, today: Day): ReadonlyMap<string, NonNullable<Alarm>> {
  return new Map(
    stock.flatMap(({ store, outlook }) => {
      const alarm = outlook.mayRunOut || outlook.runsOut ? alarmOf(outlook, today, daysToCome(store, read)) : null;
      return alarm ? [[store.id, alarm] as const] : [];
    }),
  );
}

/** How much is missing of what the plan takes, as it is said: `6`, `1.2 ml`. */
export const shortBy = ({ store, outlook }: Outlook["stock"][number]): string => printAmount(Math.max(1, outlook.wanted - store.onHand), measureOf(store.kind));
