import type { StoreRead } from "@yule/contract";
import { isCountedOut, learnedUse, stockOutlook, type Day, type StockUse, t } from "@yule/core";
import { usesOfCards } from "../finish/uses.ts";
import { learnedTaking, storesById, takingsOf } from "../stores/takings.ts";
import { panelsPerSheet } from "./materials.ts";
import type { NeedView } from "./needView.ts";
import { paintingStages } from "./unitsSoFar.ts";
import type { PlannedSeason } from "./plannedSeason.ts";
import type { Outlook } from "./workOut.ts";

/** What a store is taken for: sheets when painting begins, bases and envelopes when cards are made up, all else at its stage. */
type TakenFor = "painting" | "making up" | { readonly stage: string };

/** When it is taken: the day, and the place of its session in the plan. */
interface TakenWhen {
  readonly on: Day;
  readonly session: number | null;
}

/** What the open needs will still take from each store. @param when a need takes it */
export function stockOf(stores: readonly StoreRead[], open: readonly NeedView[], when: (view: NeedView, what: TakenFor) => TakenWhen = byHours): Outlook["stock"] {
  const byId = new Map(stores.map((store) => [store.id, { store, uses: [] as StockUse[] }]));
  for (const view of open) {
    const take = (storeId: string, what: TakenFor, quantity: number, stage: string): void => {
      if (quantity > 0) byId.get(storeId)?.uses.push({ need: view.need.title, quantity, ...when(view, what), stage });
    };
    takeSheets(view, stores, take);
    takeAtStages(view, stores, take);
    const { design } = view;
    const making = design.stages.find(({ kind }) => kind === "assemble")?.name ?? t`making up`;
    for (const { storeId, quantity } of usesOfCards(design, view.cards - view.assembled, stores)) if (storeId !== design.paperId) take(storeId, "making up", quantity, making);
  }
  return [...byId.values()].map(({ store, uses }) => ({ store, outlook: outlookOf(store, uses) }));
}

type Take = (storeId: string, what: TakenFor, quantity: number, stage: string) => void;

function takeSheets({ design, toPaint }: NeedView, stores: readonly StoreRead[], take: Take): void {
  const paper = storesById(stores).get(design.paperId ?? "");
  const fresh = toPaint.reduce((sum, each) => sum + each.make, 0);
  if (paper) take(paper.id, "painting", Math.ceil(fresh / Math.max(1, panelsPerSheet(design, paper))), "splitting");
}

/** What the stages of painting take for the panels that are still to go through them. */
function takeAtStages(view: NeedView, stores: readonly StoreRead[], take: Take): void {
  const { design } = view;
  const byId = storesById(stores);
  const paper = design.method === "tape" ? byId.get(design.paperId ?? "") : undefined;
  const perSheet = view.batches[0]?.perSheet ?? (paper ? Math.max(1, panelsPerSheet(design, paper)) : 1);
  for (const stage of paintingStages(design)) {
    // What colourways take of the same is one taking.
    const amounts = new Map<string, number>();
    for (const [wayId, panels] of view.leftAt.get(stage.id) ?? []) {
      const way = design.colourways.find(({ id }) => id === wayId);
      for (const { storeId, amount } of takingsOf(design, stage, way, { stores, perSheet })) amounts.set(storeId, (amounts.get(storeId) ?? 0) + amount * panels);
    }
    for (const [storeId, amount] of amounts) {
      const store = byId.get(storeId);
      if (store) take(storeId, { stage: stage.id }, learnedTaking(store, amount), stage.name);
    }
  }
}

const outlookOf = (store: StoreRead, uses: readonly StockUse[]) =>
  stockOutlook({ id: store.id, onHand: store.onHand, uses, pack: store.pack, scatter: learnedUse(store, isCountedOut(store.kind)).scatter });

/** Before there is a plan: by when work must begin for its hours to fit. */
const byHours = (view: NeedView): TakenWhen => ({ on: view.outlook.startBy ?? view.readyBy, session: null });

/** The shelf against the shop's plan: each need takes what it needs in the session in which the plan has its work. */
export function stockInPlan(outlook: Outlook, planned: PlannedSeason | null): Outlook["stock"] {
  if (!planned) return outlook.stock;
  const known = inPlans.get(planned);
  if (known?.outlook === outlook) return known.stock;
  const stock = laidAgainst(outlook, planned);
  inPlans.set(planned, { outlook, stock });
  return stock;
}
/** The shelf is asked for by the ribbon, its list and the view: it is worked out once for a plan and the facts. */
const inPlans = new WeakMap<PlannedSeason, { readonly outlook: Outlook; readonly stock: Outlook["stock"] }>();

function laidAgainst(outlook: Outlook, planned: PlannedSeason): Outlook["stock"] {
  const begins = firstSessions(planned);
  const { sessions } = planned.facts;
  return stockOf(outlook.stores, outlook.open, (view, what) => {
    const session = sessionOf(view, what, begins.get(view.need.id));
    const on = session === undefined ? undefined : sessions[session]?.day;
    return on === undefined || session === undefined ? byHours(view) : { on, session };
  });
}

/** The session in which a stage is begun. A stage that is planned as one with those before it is begun with them. */
function sessionOf({ design }: NeedView, what: TakenFor, begun: ReadonlyMap<string, number> | undefined): number | undefined {
  if (!begun) return undefined;
  const earliest = (stages: readonly { readonly id: string }[]): number | undefined => {
    const known = stages.flatMap(({ id }) => begun.get(id) ?? []);
    return known.length > 0 ? Math.min(...known) : undefined;
  };
  if (what === "painting") return earliest(design.stages);
  if (what === "making up") return earliest(design.stages.filter(({ kind }) => kind === "assemble")) ?? earliest(design.stages);
  const place = design.stages.findIndex(({ id }) => id === what.stage);
  const before = design.stages.slice(0, place + 1).reverse();
  return before.flatMap(({ id }) => begun.get(id) ?? [])[0] ?? earliest(design.stages);
}

/** The first session in which the plan has each stage of each need, by the need's id. */
function firstSessions({ answer }: PlannedSeason): ReadonlyMap<string, ReadonlyMap<string, number>> {
  const begins = new Map<string, Map<string, number>>();
  for (const { needs, step, session } of answer.plan.blocks)
    for (const need of needs) {
      const own = begins.get(need) ?? new Map<string, number>();
      begins.set(need, own.set(step, Math.min(session, own.get(step) ?? Infinity)));
    }
  return begins;
}
