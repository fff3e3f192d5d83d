import type { BatchRead, BenchLearned, DesignRead, DispatchRead, NeedRead, SeasonRead, ShopRead, StoreRead, YieldRead } from "@yule/contract";
import {
  addDays,
  day,
  keptSessions,
  learnedLength,
  learnedWeek,
  seasonPlan,
  sessionsLeft,
  type Day,
  type KeptSession,
  type LearnedLength,
  type NeedOutlook,
  type SeasonPlan,
  type SessionChange,
  type StockOutlook,
} from "@yule/core";
import { asMadeFor, bareView, thereFor, type NeedStage, type NeedView } from "./needView.ts";
import { servingFor } from "./onHand.ts";
import { stockOf } from "./stock.ts";

/** How far ahead sessions are planned. */
const HORIZON_DAYS = 120;
const MOST_DAYS_AHEAD = 400;

export interface Outlook {
  readonly shop: ShopRead;
  /** The open season, and those that are prepared beside it. */
  readonly season: SeasonRead["season"];
  readonly prepared: SeasonRead["prepared"];
  /** Needs of the open season that a prepared one has a copy of. */
  readonly copied: SeasonRead["copied"];
  /** What the season before had occasions for. */
  readonly occasionsBefore: SeasonRead["occasionsBefore"];
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
  /** Sessions whose work stays where the plan has it. */
  readonly pinned: SeasonRead["pinned"];
  /** How long the sessions of each line of the week were seen to last, by its id. */
  readonly lengths: ReadonlyMap<string, LearnedLength>;
  readonly lessons: SeasonRead["lessons"];
  readonly ownOccasions: SeasonRead["ownOccasions"];
  /** How true the chances of this shop have been. */
  readonly reliability: SeasonRead["reliability"];
  readonly batches: readonly BatchRead[];
  /** What the bench has taught. */
  readonly learned: BenchLearned;
  readonly plan: SeasonPlan;
  readonly designs: readonly DesignRead[];
  /** Those that are not put away: what is offered for something new. */
  readonly offered: readonly DesignRead[];
  readonly stores: readonly StoreRead[];
  readonly stock: readonly { readonly store: StoreRead; readonly outlook: StockOutlook }[];
  readonly dispatch: DispatchRead;
  readonly yields: ReadonlyMap<string, YieldRead>;
}

/** What a season is worked out from: what the server told, and the present in the shop. */
export interface SeasonTold {
  readonly shop: ShopRead;
  readonly season: SeasonRead["season"];
  readonly prepared: SeasonRead["prepared"];
  readonly copied: SeasonRead["copied"];
  readonly occasionsBefore: SeasonRead["occasionsBefore"];
  readonly left: SeasonRead["left"];
  readonly needs: readonly NeedRead[];
  readonly pattern: SeasonRead["sessions"];
  readonly changes: SeasonRead["changes"];
  /** Sessions whose work stays where the plan has it. */
  readonly pinned: SeasonRead["pinned"];
  readonly lessons: SeasonRead["lessons"];
  readonly ownOccasions: SeasonRead["ownOccasions"];
  /** How true the chances of this shop have been. */
  readonly reliability: SeasonRead["reliability"];
  readonly designs: readonly DesignRead[];
  readonly stores: readonly StoreRead[];
  readonly batches: readonly BatchRead[];
  /** What the bench has taught. */
  readonly learned: BenchLearned;
  readonly yields: readonly YieldRead[];
  readonly dispatch: DispatchRead;
  readonly today: Day;
  readonly minute: number;
  readonly now: Date;
}

/** Works a season out. Pure, so that it is tested without a browser. */
export function workOut(reads: SeasonTold): Outlook {
  const yields = new Map(reads.yields.map((each) => [each.designId, each]));
  const holidays = new Set(reads.dispatch.carrier.holidays.map(day));
  // Today is not over.
  const worked = reads.learned.worked.map((each) => ({ ...each, day: day(each.day) })).filter((each) => each.day < reads.today);
  const allSessions = sessionsAhead({ ...reads, pattern: learnedWeek(reads.pattern, worked) });
  const sessions = allSessions.filter((session) => session.who === "maker");
  const [designs, there] = [new Map(reads.designs.map((design) => [design.id, design])), thereFor(reads.batches)];
  const bare = reads.needs.flatMap((need) => {
    const design = designs.get(need.designId);
    return design ? [bareView(reads, need, asMadeFor(need, design), there(need.id), yields, holidays)] : [];
  });
  const plan = seasonPlan(
    bare.map((each) => ({ id: each.need.id, hands: each.hands, readyBy: each.readyBy, waitingDays: each.nights })),
    sessions,
    reads.today,
  );
  const serving = servingFor(bare, reads);
  const outlooks = new Map(plan.needs.map((each) => [each.id, each]));
  const needs = bare.map(({ hands: _hands, nights: _nights, ...view }): NeedView => {
    const outlook = outlooks.get(view.need.id);
    if (!outlook) throw new Error("the plan left a need out");
    return { ...view, outlook: safeToPost(view.stage, outlook, view.readyBy, reads.today), serving: serving.get(view.need.id) ?? null };
  });
  const open = needs.filter((each) => each.stage !== "done");
  const lengths = new Map(reads.pattern.map((each) => [each.id, learnedLength(each, worked)]));
  return { ...reads, offered: reads.designs.filter((design) => !design.archived), needs, open, sessions, allSessions, lengths, plan, yields, stock: stockOf(reads.stores, open) };
}

/** The season with needs that somebody asks for and nobody has promised: nothing is there for them yet. */
export function withAsked(outlook: Outlook, asked: readonly NeedRead[]): Outlook {
  const holidays = new Set(outlook.dispatch.carrier.holidays.map(day));
  const nothingThere = thereFor([]);
  const views = asked.flatMap((need): NeedView[] => {
    const design = outlook.designs.find(({ id }) => id === need.designId);
    if (!design) return [];
    const { hands, nights, ...view } = bareView(outlook, need, asMadeFor(need, design), nothingThere(need.id), outlook.yields, holidays);
    const [own] = seasonPlan([{ id: need.id, hands, readyBy: view.readyBy, waitingDays: nights }], outlook.sessions, outlook.today).needs;
    return own ? [{ ...view, outlook: own, serving: null }] : [];
  });
  return { ...outlook, needs: [...outlook.needs, ...views], open: [...outlook.open, ...views] };
}

/** Sessions to come, until the last need is due and some weeks beyond. */
function sessionsAhead(reads: Pick<SeasonTold, "pattern" | "changes" | "today" | "minute" | "shop" | "needs">): KeptSession[] {
  const lastDue = reads.needs.reduce<Day>((latest, need) => (need.due > latest ? day(need.due) : latest), reads.today);
  const until = [addDays(reads.today, HORIZON_DAYS), addDays(lastDue, 14)].sort()[1] ?? reads.today;
  const latest = addDays(reads.today, MOST_DAYS_AHEAD);
  const changes = reads.changes.map((change): SessionChange => ({ ...change, first: day(change.first), last: day(change.last) }));
  return sessionsLeft(keptSessions(reads.pattern, changes, reads.today, until < latest ? until : latest, reads.shop.lateAfter), reads.today, reads.minute);
}

/** A need whose cards are made is safe as long as its day has not passed. */
function safeToPost(stage: NeedStage, outlook: NeedOutlook, readyBy: Day, today: Day): NeedOutlook {
  if (stage === "done") return { ...outlook, safety: "safe" };
  return stage === "to post" ? { ...outlook, safety: readyBy < today ? "cannot" : readyBy === today ? "tight" : "safe" } : outlook;
}
