import type { BatchRead, ColourwayRead, DesignRead, DispatchRead, NeedRead, SeasonRead, ShopRead, StoreRead } from "@yule/contract";
import {
  addDays,
  day,
  minutes,
  nightsIn,
  overmake,
  seasonPlan,
  serviceFor,
  keptSessions,
  sessionsLeft,
  stockOutlook,
  type Day,
  type Minutes,
  type NeedOutlook,
  type SeasonPlan,
  type KeptSession,
  type SessionChange,
  type StockOutlook,
  type Transit,
} from "@yule/core";
import { useDeferredValue, useMemo } from "react";
import { useBenchQuery, useDesignsQuery, useDispatchQuery, useSeasonQuery, useShopQuery, useStoresQuery } from "./api.ts";
import { useToday } from "./clock.ts";
import { envelopeFor, panelsPerSheet, basesPerSheet } from "./materials.ts";

/** How sure a need is to have enough good panels, and what is believed of a new design: nine in ten come out good. */
export const CONFIDENCE = 0.9;
export const FIRST_GUESS: readonly [number, number] = [9, 1];

/** Days that a need not yet begun takes at the least, its nights not counted. */
const DAYS_TO_PAINT = 2;

/** How far ahead sessions are planned. */
const HORIZON_DAYS = 120;
const MOST_DAYS_AHEAD = 400;

export type NeedStage = "not begun" | "on the bench" | "to inspect" | "to assemble" | "to post" | "done";

/** A need with all that follows for it. */
export interface NeedView {
  readonly need: NeedRead;
  readonly design: DesignRead;
  readonly cards: number;
  readonly batches: readonly BatchRead[];
  readonly assembled: number;
  readonly good: number;
  /** Panels on the bench that are neither spoilt nor graded. */
  readonly coming: number;
  /** Panels on the bench that have gone through a stage, by its id. */
  readonly doneAt: ReadonlyMap<string, number>;
  /** Panels to paint so that enough are good, per line of the need; nothing for those with a batch. */
  readonly toPaint: readonly { readonly colourwayId: string; readonly quantity: number; readonly make: number }[];
  readonly post: (Transit & { readonly postBy: Day }) | null;
  readonly readyBy: Day;
  readonly outlook: NeedOutlook;
  readonly stage: NeedStage;
}

export interface Outlook {
  readonly shop: ShopRead;
  readonly today: Day;
  readonly minute: number;
  readonly now: Date;
  readonly needs: readonly NeedView[];
  readonly open: readonly NeedView[];
  /** The maker's own sessions that are still to come. */
  readonly sessions: readonly KeptSession[];
  /** Those of the helper too. */
  readonly allSessions: readonly KeptSession[];
  /** The ordinary week, and what differs from it. */
  readonly pattern: SeasonRead["sessions"];
  readonly changes: SeasonRead["changes"];
  readonly batches: readonly BatchRead[];
  readonly plan: SeasonPlan;
  readonly designs: readonly DesignRead[];
  readonly stores: readonly StoreRead[];
  readonly stock: readonly { readonly store: StoreRead; readonly outlook: StockOutlook }[];
  readonly dispatch: DispatchRead;
  readonly yields: ReadonlyMap<string, { good: number; bad: number }>;
}

export const colourwayOf = (design: DesignRead, id: string): ColourwayRead | null => design.colourways.find((each) => each.id === id) ?? null;

/** The whole season worked out from what the server told; null until all of it is there. */
export function useOutlook(): { outlook: Outlook | null; problem: unknown } {
  const shop = useShopQuery();
  const season = useSeasonQuery();
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const bench = useBenchQuery();
  const dispatch = useDispatchQuery();
  const { today, minute, now } = useToday();
  // A tap at the bench must be answered at once; what it means for the whole season may follow a moment later.
  const told = useDeferredValue(bench.data);
  const outlook = useMemo(() => {
    if (!shop.data || !season.data || !designs.data || !stores.data || !told || !dispatch.data) return null;
    return workOut({
      shop: shop.data,
      needs: season.data.needs,
      pattern: season.data.sessions,
      changes: season.data.changes,
      designs: designs.data.designs,
      stores: stores.data.stores,
      batches: told.batches,
      yields: told.yields,
      dispatch: dispatch.data,
      today,
      minute,
      now,
    });
  }, [shop.data, season.data, designs.data, stores.data, told, dispatch.data, today, minute, now]);
  return { outlook, problem: [shop, season, designs, stores, bench, dispatch].find((each) => each.error && !each.data)?.error ?? null };
}

interface Told {
  readonly shop: ShopRead;
  readonly needs: readonly NeedRead[];
  readonly pattern: SeasonRead["sessions"];
  readonly changes: SeasonRead["changes"];
  readonly designs: readonly DesignRead[];
  readonly stores: readonly StoreRead[];
  readonly batches: readonly BatchRead[];
  readonly yields: readonly { designId: string; good: number; bad: number }[];
  readonly dispatch: DispatchRead;
  readonly today: Day;
  readonly minute: number;
  readonly now: Date;
}

/** Works a season out. Pure, so that it is tested without a browser. */
export function workOut(told: Told): Outlook {
  const yields = new Map(told.yields.map((each) => [each.designId, each]));
  const holidays = new Set(told.dispatch.carrier.holidays.map(day));
  const allSessions = sessionsAhead(told);
  const sessions = allSessions.filter((session) => session.who === "maker");
  const bare = told.needs.flatMap((need) => {
    const design = told.designs.find((each) => each.id === need.designId);
    return design ? [bareView(told, need, withoutSkipped(design, need.skipped), yields, holidays)] : [];
  });
  const plan = seasonPlan(
    bare.map((each) => ({ id: each.need.id, hands: each.hands, readyBy: each.readyBy, waitingDays: each.nights })),
    sessions,
    told.today,
  );
  const needs = bare.map(({ hands: _hands, nights: _nights, ...view }): NeedView => {
    const outlook = plan.needs.find((each) => each.id === view.need.id);
    if (!outlook) throw new Error("the plan left a need out");
    return { ...view, outlook: safeToPost(view.stage, outlook, view.readyBy, told.today) };
  });
  const open = needs.filter((each) => each.stage !== "done");
  return { ...told, needs, open, sessions, allSessions, plan, yields, stock: stockOf(told.stores, open) };
}

/** Sessions to come, until the last need is due and some weeks beyond. */
function sessionsAhead(told: Pick<Told, "pattern" | "changes" | "today" | "minute" | "shop" | "needs">): KeptSession[] {
  const lastDue = told.needs.reduce<Day>((latest, need) => (need.due > latest ? day(need.due) : latest), told.today);
  const until = [addDays(told.today, HORIZON_DAYS), addDays(lastDue, 14)].sort()[1] ?? told.today;
  const latest = addDays(told.today, MOST_DAYS_AHEAD);
  const changes = told.changes.map((change): SessionChange => ({ ...change, first: day(change.first), last: day(change.last) }));
  return sessionsLeft(keptSessions(told.pattern, changes, told.today, until < latest ? until : latest, told.shop.lateAfter), told.today, told.minute);
}

/** A need whose cards are made is safe as long as its day has not passed. */
function safeToPost(stage: NeedStage, outlook: NeedOutlook, readyBy: Day, today: Day): NeedOutlook {
  if (stage === "done") return { ...outlook, safety: "safe" };
  return stage === "to post" ? { ...outlook, safety: readyBy < today ? "cannot" : readyBy === today ? "tight" : "safe" } : outlook;
}

/** A design as it is made for a need that leaves stages out. */
const withoutSkipped = (design: DesignRead, skipped: readonly string[]): DesignRead =>
  skipped.length === 0 ? design : { ...design, stages: design.stages.filter((stage) => !skipped.includes(stage.id)) };

/** Good cards a colourway's panels give: each its own, or any number printed from one master. */
export function cardsFrom(need: NeedRead, colourwayId: string, goodPanels: number): number {
  if (!need.print || goodPanels === 0) return goodPanels;
  return need.lines.reduce((sum, line) => sum + (line.colourwayId === colourwayId ? line.quantity : 0), 0);
}

function bareView(told: Told, need: NeedRead, design: DesignRead, yields: Map<string, { good: number; bad: number }>, holidays: ReadonlySet<Day>) {
  const batches = told.batches.filter((batch) => batch.needId === need.id);
  const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
  const assembled = need.lines.reduce((sum, line) => sum + line.assembled, 0);
  const units = batches.flatMap((batch) =>
    batch.units.map((unit) => ({
      unit,
      spoilt: batch.facts.some((fact) => fact.unitId === unit.id && fact.what === "spoilt"),
      facts: batch.facts.filter((fact) => fact.unitId === unit.id && fact.what === "done"),
    })),
  );
  const good = [...new Set(need.lines.map((line) => line.colourwayId))].reduce(
    (sum, id) => sum + cardsFrom(need, id, units.filter(({ unit }) => unit.grade === "good" && unit.colourwayId === id).length),
    0,
  );
  const coming = units.filter(({ unit, spoilt }) => unit.grade === null && !spoilt).length;
  const record = yields.get(design.id) ?? { good: 0, bad: 0 };
  const toPaint = need.lines.flatMap((line) => {
    const there = units.filter(({ unit, spoilt }) => unit.colourwayId === line.colourwayId && !spoilt && (unit.grade === null || unit.grade === "good")).length;
    const missing = (need.print ? 1 : line.quantity) - there;
    if (missing <= 0) return [];
    const answer = overmake({ need: missing, good: record.good, bad: record.bad, confidence: CONFIDENCE, prior: FIRST_GUESS });
    return [{ colourwayId: line.colourwayId, quantity: missing, make: answer.ok ? answer.value.make : missing }];
  });
  const painted = units.filter(({ unit, spoilt, facts }) => unit.grade === null && !spoilt && facts.length >= paintingStages(design).length).length;
  const due = day(need.due);
  const stage: NeedStage =
    need.postedOn !== null
      ? "done"
      : assembled >= cards
        ? "to post"
        : good - assembled > 0 && good >= cards
          ? "to assemble"
          : coming > 0 && painted === coming
            ? "to inspect"
            : batches.length > 0
              ? "on the bench"
              : "not begun";
  const fresh = toPaint.reduce((sum, each) => sum + each.make, 0);
  // The cheapest service is only as good as the days it leaves for the work.
  const readyAtBest = addDays(told.today, stage === "to post" || stage === "done" ? 0 : stage === "not begun" ? DAYS_TO_PAINT + nightsIn(design.stages.map(loadOf)) : 1);
  const table = need.service === null ? told.dispatch.carrier.table : told.dispatch.carrier.table.filter((line) => line.service === need.service);
  const service = need.zone === null ? null : serviceFor(table, need.zone, due, readyAtBest, holidays);
  const post = service?.ok ? service.value : null;
  return {
    need,
    design,
    cards,
    batches,
    assembled,
    good,
    coming,
    doneAt: new Map(
      design.stages.map((stage) => [stage.id, units.filter(({ unit, spoilt, facts }) => unit.grade === null && !spoilt && facts.some((fact) => fact.stageId === stage.id)).length]),
    ),
    toPaint,
    post,
    readyBy: post?.postBy ?? due,
    stage,
    hands: stage === "done" || stage === "to post" ? minutes(0) : handsLeft(design, units, fresh, cards - assembled),
    nights: stage === "not begun" ? nightsIn(design.stages.map(loadOf)) : 0,
  };
}

export const loadOf = (stage: DesignRead["stages"][number]) => ({ hands: minutes(stage.hands), setup: minutes(stage.setup), dry: minutes(stage.dry) });

/** The stages a panel goes through on the bench; those of assembly come after inspection. */
export const paintingStages = (design: DesignRead) => design.stages.filter((stage) => stage.kind !== "assemble");

type UnitSoFar = { readonly unit: { readonly grade: string | null }; readonly spoilt: boolean; readonly facts: readonly { readonly stageId: string }[] };

function handsLeft(design: DesignRead, units: readonly UnitSoFar[], fresh: number, cardsLeft: number): Minutes {
  const going = units.filter(({ unit, spoilt }) => unit.grade === null && !spoilt);
  const left = design.stages.reduce((sum, stage) => {
    const count = stage.kind === "assemble" ? cardsLeft : fresh + going.filter(({ facts }) => !facts.some((fact) => fact.stageId === stage.id)).length;
    return sum + (count > 0 ? stage.setup + stage.hands * count : 0);
  }, 0);
  return minutes(left);
}

/** What the open needs will still take from each store, on the day before which work on them must begin. */
function stockOf(stores: readonly StoreRead[], open: readonly NeedView[]): Outlook["stock"] {
  return stores.map((store) => {
    const uses = open.flatMap((view) => {
      const on = view.outlook.startBy ?? view.readyBy;
      const use = (quantity: number) => (quantity > 0 ? [{ need: view.need.title, quantity, on }] : []);
      const fresh = view.toPaint.reduce((sum, each) => sum + each.make, 0);
      const cardsLeft = view.cards - view.assembled;
      if (store.id === view.design.paperId) return use(Math.ceil(fresh / Math.max(1, panelsPerSheet(view.design, store))));
      if (store.id === view.design.cardStockId) return use(Math.ceil(cardsLeft / Math.max(1, basesPerSheet(view.design, store))));
      return store.id === envelopeFor(view.design, stores)?.id ? use(cardsLeft) : [];
    });
    return { store, outlook: stockOutlook({ id: store.id, onHand: store.onHand, uses, pack: store.pack }) };
  });
}
