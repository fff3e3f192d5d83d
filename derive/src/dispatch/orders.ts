import type { HouseholdRead, OrderRead } from "@yule/contract";
import { day, type Day } from "@yule/core";
import { rowOf } from "../season/needRow.ts";
import type { NeedView } from "../season/needView.ts";
import type { PlannedSeason } from "../season/plannedSeason.ts";
import type { Outlook } from "../season/workOut.ts";

/** What one customer waits for: needs that were made one order, or a need alone. */
export interface CustomerOrder {
  readonly id: string;
  readonly title: string;
  /** Null where only its need tells of it. */
  readonly order: OrderRead | null;
  readonly household: HouseholdRead | null;
  readonly views: readonly NeedView[];
  readonly due: Day;
  readonly cards: number;
  readonly made: number;
  /** Cards of its needs that have gone: a part delivery where it is not all. */
  readonly sent: number;
  /** What was agreed, minor units; null where nothing was. */
  readonly price: number | null;
  readonly deposit: number;
  readonly paid: number;
  /** What is still to be paid; nothing while no price was agreed. */
  readonly owed: number;
  /** The chance of the need that is least sure: no more than that all of it is there. Null where it is not planned or done. */
  readonly chance: number | null;
}

const ORDERED: ReadonlySet<string> = new Set(["order", "commission"]);

/** The orders that are not all gone or not all paid, the soonest due first. */
export function customerOrders({ needs, dispatch }: Pick<Outlook, "needs" | "dispatch">, planned: PlannedSeason | null): CustomerOrder[] {
  const bound = new Map(dispatch.undertakings.filter(({ kind }) => kind === "order").flatMap((each) => each.needIds.map((needId) => [needId, each] as const)));
  const households = new Map(dispatch.households.map((each) => [each.id, each]));
  const groups = new Map<string, { title: string; views: NeedView[] }>();
  for (const view of needs) {
    if (!ORDERED.has(view.need.kind)) continue;
    const of = bound.get(view.need.id);
    const group = groups.get(of?.id ?? view.need.id) ?? { title: of?.title ?? view.need.title, views: [] };
    group.views.push(view);
    groups.set(of?.id ?? view.need.id, group);
  }
  return [...groups]
    .map(([id, { title, views }]) => asOne(id, title, views, { orders: dispatch.orders, households, planned }))
    .filter(({ sent, cards, order, owed }) => sent < cards || (order !== null && owed > 0))
    .sort((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : 0));
}

function asOne(
  id: string,
  title: string,
  views: readonly NeedView[],
  { orders, households, planned }: { readonly orders: readonly OrderRead[]; readonly households: ReadonlyMap<string, HouseholdRead>; readonly planned: PlannedSeason | null },
): CustomerOrder {
  const order = orders.find((each) => each.id === id) ?? null;
  const sum = (of: (view: NeedView) => number): number => views.reduce((all, view) => all + of(view), 0);
  const priced = views.filter(({ need }) => need.priceMinor !== null);
  const price = order?.priceMinor ?? (priced.length > 0 ? sum(({ need }) => need.priceMinor ?? 0) : null);
  const paid = (order?.payments ?? []).reduce((all, { minor }) => all + minor, 0);
  const chances = views.flatMap((view) => rowOf(view, planned).chance ?? []);
  return {
    ...{ id, title, order, household: households.get(order?.householdId ?? "") ?? null, views },
    due: views.reduce((last, { need }) => (need.due > last ? day(need.due) : last), day(views[0]?.need.due ?? "")),
    ...{ cards: sum(({ cards }) => cards), made: sum(({ assembled }) => assembled), sent: sum(({ need, cards }) => (need.postedOn === null ? 0 : cards)) },
    ...{ price, deposit: order?.depositMinor ?? sum(({ need }) => need.depositMinor ?? 0), paid, owed: Math.max(0, (price ?? 0) - paid) },
    chance: chances.length > 0 ? Math.min(...chances) : null,
  };
}
