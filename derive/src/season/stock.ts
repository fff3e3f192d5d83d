import type { StoreRead } from "@yule/contract";
import { stockOutlook, type Day } from "@yule/core";
import { basesPerSheet, envelopeFor, panelsPerSheet } from "./materials.ts";
import type { NeedView } from "./needView.ts";
import type { PlannedSeason } from "./plannedSeason.ts";
import type { Outlook } from "./workOut.ts";

/** What a store is taken for: sheets are needed when painting begins, bases and envelopes when cards are made up. */
type TakenFor = "painting" | "making up";

interface Use {
  readonly need: string;
  readonly quantity: number;
  readonly on: Day;
}

/** What the open needs will still take from each store. @param on the day on which a need takes it */
export function stockOf(stores: readonly StoreRead[], open: readonly NeedView[], on: (view: NeedView, what: TakenFor) => Day = byHours): Outlook["stock"] {
  const byId = new Map(stores.map((store) => [store.id, { store, uses: [] as Use[] }]));
  for (const view of open) {
    const { design } = view;
    const take = (id: string | null | undefined, what: TakenFor, many: (store: StoreRead) => number): void => {
      const found = id == null ? undefined : byId.get(id);
      const quantity = found ? many(found.store) : 0;
      if (quantity > 0) found?.uses.push({ need: view.need.title, quantity, on: on(view, what) });
    };
    const fresh = view.toPaint.reduce((sum, each) => sum + each.make, 0);
    const cardsLeft = view.cards - view.assembled;
    take(design.paperId, "painting", (store) => Math.ceil(fresh / Math.max(1, panelsPerSheet(design, store))));
    if (design.cardStockId !== design.paperId) take(design.cardStockId, "making up", (store) => Math.ceil(cardsLeft / Math.max(1, basesPerSheet(design, store))));
    const envelope = envelopeFor(design, stores)?.id;
    if (envelope !== design.paperId && envelope !== design.cardStockId) take(envelope, "making up", () => cardsLeft);
  }
  return [...byId.values()].map(({ store, uses }) => ({ store, outlook: stockOutlook({ id: store.id, onHand: store.onHand, uses, pack: store.pack }) }));
}

/** Before there is a plan: by when work must begin for its hours to fit. */
const byHours = (view: NeedView): Day => view.outlook.startBy ?? view.readyBy;

/** The shelf against the shop's plan: each need takes what it needs on the day the plan has its work on. */
export function stockInPlan(outlook: Outlook, planned: PlannedSeason | null): Outlook["stock"] {
  if (!planned) return outlook.stock;
  const begins = firstSessions(planned);
  return stockOf(outlook.stores, outlook.open, (view, what) => planned.facts.sessions[begins[what].get(view.need.id) ?? -1]?.day ?? byHours(view));
}

/** The first session in which the plan has anything of each need, and in which its cards are made up, by the need's id. */
function firstSessions({ facts, answer }: PlannedSeason): Readonly<Record<TakenFor, ReadonlyMap<string, number>>> {
  const making = new Map(facts.needs.map((need) => [need.id, new Set(need.stages.flatMap((stage) => (stage.kind === "assemble" ? [stage.id] : [])))]));
  const begins = { painting: new Map<string, number>(), "making up": new Map<string, number>() };
  const first = (of: Map<string, number>, need: string, session: number): void => void of.set(need, Math.min(session, of.get(need) ?? Infinity));
  for (const { needs, step, session } of answer.plan.blocks)
    for (const need of needs) {
      first(begins.painting, need, session);
      if (making.get(need)?.has(step)) first(begins["making up"], need, session);
    }
  return begins;
}
