import type { StoreRead } from "@yule/contract";
import { stockOutlook, type Day } from "@yule/core";
import { basesPerSheet, envelopeFor, panelsPerSheet } from "./materials.ts";
import type { NeedView } from "./needView.ts";
import type { PlannedSeason } from "./plannedSeason.ts";
import type { Outlook } from "./workOut.ts";

/** What a store is taken for: sheets are needed when painting begins, bases and envelopes when cards are made up. */
type TakenFor = "painting" | "making up";

/** What the open needs will still take from each store. @param on the day on which a need takes it */
export function stockOf(stores: readonly StoreRead[], open: readonly NeedView[], on: (view: NeedView, what: TakenFor) => Day = byHours): Outlook["stock"] {
  return stores.map((store) => {
    const uses = open.flatMap((view) => {
      const use = (quantity: number, what: TakenFor) => (quantity > 0 ? [{ need: view.need.title, quantity, on: on(view, what) }] : []);
      const fresh = view.toPaint.reduce((sum, each) => sum + each.make, 0);
      const cardsLeft = view.cards - view.assembled;
      if (store.id === view.design.paperId) return use(Math.ceil(fresh / Math.max(1, panelsPerSheet(view.design, store))), "painting");
      if (store.id === view.design.cardStockId) return use(Math.ceil(cardsLeft / Math.max(1, basesPerSheet(view.design, store))), "making up");
      return store.id === envelopeFor(view.design, stores)?.id ? use(cardsLeft, "making up") : [];
    });
    return { store, outlook: stockOutlook({ id: store.id, onHand: store.onHand, uses, pack: store.pack }) };
  });
}

/** Before there is a plan: by when work must begin for its hours to fit. */
const byHours = (view: NeedView): Day => view.outlook.startBy ?? view.readyBy;

/** The shelf against the shop's plan: each need takes what it needs on the day the plan has its work on. */
export function stockInPlan(outlook: Outlook, planned: PlannedSeason | null): Outlook["stock"] {
  if (!planned) return outlook.stock;
  return stockOf(outlook.stores, outlook.open, (view, what) => plannedDay(view, what, planned) ?? byHours(view));
}

function plannedDay(view: NeedView, what: TakenFor, { facts, answer }: PlannedSeason): Day | null {
  const owed = facts.needs.find(({ id }) => id === view.need.id);
  const making = new Set(owed?.stages.flatMap((stage) => (stage.kind === "assemble" ? [stage.id] : [])));
  const blocks = answer.plan.blocks.filter((block) => block.needs.includes(view.need.id) && (what === "painting" || making.has(block.step)));
  const session = Math.min(...blocks.map((block) => block.session));
  return facts.sessions[session]?.day ?? null;
}
