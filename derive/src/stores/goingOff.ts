import type { LotRead, StoreRead } from "@yule/contract";
import { addDays, byTurn, day, type Day } from "@yule/core";
import { groupedBy } from "../groupedBy.ts";
import type { Outlook } from "../season/workOut.ts";
import { kindsTaken, takingsOf } from "./takings.ts";

/** A lot that will be past its day with something left in it, as the plan stands. */
export interface GoingOff {
  readonly store: StoreRead;
  readonly lot: LotRead;
  readonly on: Day;
  /** What is left of it then, unused. */
  readonly unused: number;
  /** Designs that take of it, whether or not they are owed. */
  readonly designs: readonly string[];
}

/** The last day on which a lot is good: as its label says, or so many days after it was opened; null where nobody knows. */
export function goodUntil(lot: LotRead, store: StoreRead): Day | null {
  const opened = lot.openedOn !== null && store.keepsDays !== null ? addDays(day(lot.openedOn), store.keepsDays) : null;
  const label = lot.goodUntil === null ? null : day(lot.goodUntil);
  if (opened === null || label === null) return opened ?? label;
  return opened < label ? opened : label;
}

/** Lots that will go off within so many days with something left in them, the soonest first. */
export function goingOff(outlook: Outlook, stock: Outlook["stock"], lots: readonly LotRead[], within: number): GoingOff[] {
  const last = addDays(outlook.today, within);
  const lotsOf = new Map(groupedBy(lots, ({ storeId }) => storeId).map((own) => [own[0]?.storeId ?? "", own]));
  return stock
    .flatMap(({ store, outlook: { uses } }) => {
      let before = 0;
      return byTurn(lotsOf.get(store.id) ?? []).flatMap((lot): GoingOff[] => {
        const on = goodUntil(lot, store);
        // What is used up before its turn comes out of other lots.
        const taken = uses.filter((use) => on === null || use.on <= on).reduce((sum, { quantity }) => sum + quantity, 0);
        const unused = Math.max(0, lot.left - Math.max(0, taken - before));
        before += lot.left;
        return on !== null && on <= last && unused > 0 ? [{ store, lot, on, unused, designs: designsThatTake(store, outlook) }] : [];
      });
    })
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}

const designsThatTake = (store: StoreRead, { offered, stores }: Outlook): string[] =>
  offered.flatMap((design) => {
    if (!kindsTaken(design, design.stages).includes(store.kind)) return [];
    const takes = design.stages.some((stage) =>
      design.colourways.some((way) => takingsOf(design, stage, way, { stores, perSheet: 1 }).some(({ storeId }) => storeId === store.id)),
    );
    return takes ? [design.name] : [];
  });
