import type { BatchRead, DesignRead, DispatchRead, NeedRead, SeasonRead, ShopRead, StoreRead } from "@yule/contract";
import {
  addDays,
  day,
  keptSessions,
  learnedLength,
  learnedWeek,
  seasonPlan,
  sessionsLeft,
  stockOutlook,
  type Day,
  type KeptSession,
  type LearnedLength,
  type NeedOutlook,
  type SeasonPlan,
  type SessionChange,
  type StockOutlook,
} from "@yule/core";
import { startTransition, useDeferredValue, useEffect, useMemo, useState } from "react";
import { useBenchQuery, useDesignsQuery, useDispatchQuery, useSeasonQuery, useShopQuery, useStoresQuery } from "./api.ts";
import { useToday } from "./clock.ts";
import { envelopeFor, panelsPerSheet, basesPerSheet } from "./materials.ts";
import { asMadeFor, bareView, type NeedStage, type NeedView } from "./needView.ts";
import { servingFor } from "./onHand.ts";
import { workedStretches } from "./worked.ts";

/** How far ahead sessions are planned. */
const HORIZON_DAYS = 120;
const MOST_DAYS_AHEAD = 400;

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
  /** How long the sessions of each line of the week were seen to last, by its id. */
  readonly lengths: ReadonlyMap<string, LearnedLength>;
  readonly lessons: SeasonRead["lessons"];
  readonly ownOccasions: SeasonRead["ownOccasions"];
  readonly batches: readonly BatchRead[];
  readonly plan: SeasonPlan;
  readonly designs: readonly DesignRead[];
  /** Those that are not put away: what is offered for something new. */
  readonly offered: readonly DesignRead[];
  readonly stores: readonly StoreRead[];
  readonly stock: readonly { readonly store: StoreRead; readonly outlook: StockOutlook }[];
  readonly dispatch: DispatchRead;
  readonly yields: ReadonlyMap<string, { good: number; bad: number }>;
}

/** A row of taps at the bench is over when none came for so long. */
const QUIET_MS = 900;

/** What was told last, once nothing more has come for a moment; at once where nobody hurries. */
function useQuiet<T>(told: T | undefined, ms: number): T | undefined {
  const [kept, setKept] = useState(told);
  const wait = ms > 0 && kept !== undefined;
  useEffect(() => {
    if (!wait || kept === told) return;
    const timer = setTimeout(() => startTransition(() => setKept(told)), ms);
    return () => clearTimeout(timer);
  }, [told, kept, wait, ms]);
  if (!wait && kept !== told) setKept(told);
  return wait ? kept : told;
}

/**
 * The whole season worked out from what the server told; null until all of it is there.
 * @param atBench a tap there must be answered at once: what it means for the season follows when the hands are quiet
 */
export function useOutlook(atBench: boolean): { outlook: Outlook | null; problem: unknown } {
  const shop = useShopQuery();
  const season = useSeasonQuery();
  const designs = useDesignsQuery();
  const stores = useStoresQuery();
  const bench = useBenchQuery();
  const dispatch = useDispatchQuery();
  const { today, minute, now } = useToday();
  const told = useDeferredValue(useQuiet(bench.data, atBench ? QUIET_MS : 0));
  const outlook = useMemo(() => {
    if (!shop.data || !season.data || !designs.data || !stores.data || !told || !dispatch.data) return null;
    return workOut({
      shop: shop.data,
      needs: season.data.needs,
      pattern: season.data.sessions,
      changes: season.data.changes,
      lessons: season.data.lessons,
      ownOccasions: season.data.ownOccasions,
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
  readonly lessons: SeasonRead["lessons"];
  readonly ownOccasions: SeasonRead["ownOccasions"];
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
  const worked = workedStretches(told);
  const allSessions = sessionsAhead({ ...told, pattern: learnedWeek(told.pattern, worked) });
  const sessions = allSessions.filter((session) => session.who === "maker");
  const bare = told.needs.flatMap((need) => {
    const design = told.designs.find((each) => each.id === need.designId);
    return design ? [bareView(told, need, asMadeFor(need, design), yields, holidays)] : [];
  });
  const plan = seasonPlan(
    bare.map((each) => ({ id: each.need.id, hands: each.hands, readyBy: each.readyBy, waitingDays: each.nights })),
    sessions,
    told.today,
  );
  const serving = servingFor(bare, told);
  const needs = bare.map(({ hands: _hands, nights: _nights, ...view }): NeedView => {
    const outlook = plan.needs.find((each) => each.id === view.need.id);
    if (!outlook) throw new Error("the plan left a need out");
    return { ...view, outlook: safeToPost(view.stage, outlook, view.readyBy, told.today), serving: serving.get(view.need.id) ?? null };
  });
  const open = needs.filter((each) => each.stage !== "done");
  const lengths = new Map(told.pattern.map((each) => [each.id, learnedLength(each, worked)]));
  return { ...told, offered: told.designs.filter((design) => !design.archived), needs, open, sessions, allSessions, lengths, plan, yields, stock: stockOf(told.stores, open) };
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
