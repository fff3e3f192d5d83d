import {
  addDays,
  day,
  GUESSED_SPREADS,
  around,
  isCountedOut,
  serviceFor,
  weekdayOf,
  weightOf,
  widened,
  type Day,
  type NeedOdds,
  type OwedNeed,
  type QuickerPost,
  type SeasonFacts,
  type Spreads,
} from "@yule/core";
import { benchTimesOf, paceOf } from "../bench/times.ts";
import { yieldUnderWay } from "../finish/howMany.ts";
import { asMadeFor, type NeedView } from "./needView.ts";
import type { Outlook } from "./workOut.ts";
import { panelsPerSheet } from "./materials.ts";

/** The season as the planner is told of it: every open need with what is still to be done. */
export function seasonFacts(outlook: Outlook, since: Date): SeasonFacts {
  const { shop } = outlook;
  return {
    needs: outlook.open.filter((view) => view.stage !== "done").map((view) => owedOf(view, outlook)),
    sessions: outlook.allSessions,
    since,
    today: outlook.today,
    timeZone: shop.timeZone,
    changeover: shop.changeover,
    drying: shop.dryingPlaces,
    helperMay: shop.helperMay,
    pinned: outlook.pinned.filter(({ day: on }) => on >= outlook.today).map(({ day: on, to, who }) => ({ day: day(on), to, who })),
  };
}

function owedOf(view: NeedView, outlook: Outlook): OwedNeed {
  const { design, need } = view;
  const whole = outlook.designs.find((each) => each.id === design.id) ?? design;
  const fresh = view.toPaint.reduce((sum, each) => sum + each.make, 0);
  const cards = view.cards - view.assembled;
  const pace = paceOf(view, asMadeFor({ ...need, skipped: [] }, whole), benchTimesOf(outlook));
  const paper = outlook.stores.find((store) => store.id === design.paperId);
  return {
    id: need.id,
    design: design.id,
    palette: design.id,
    title: need.title,
    cards,
    fresh,
    coming: view.coming,
    sheets: paper ? Math.ceil(fresh / Math.max(1, panelsPerSheet(design, paper))) : fresh > 0 ? 1 : 0,
    perMixing: pace.perMixing === Infinity ? null : pace.perMixing,
    // The whole route: what is left out for this need is told apart, so that it can be taken in again.
    stages: asMadeFor({ ...need, skipped: [] }, whole).stages.map((stage) => ({
      id: stage.id,
      name: stage.name,
      kind: stage.kind,
      hands: pace.of.get(stage.id)?.hands ?? stage.hands,
      setup: stage.setup,
      dry: pace.of.get(stage.id)?.dry ?? stage.dry,
      mostlyDry: pace.of.get(stage.id)?.mostlyDry ?? stage.dry,
      within: stage.within,
      portable: stage.portable,
      left: stage.kind === "assemble" ? cards : fresh + view.coming - (view.doneAt.get(stage.id) ?? 0),
    })),
    parcels: need.zone === null ? 0 : Math.max(1, need.households),
    readyBy: view.readyBy,
    movable: need.kind === "commission" || need.kind === "order" || need.kind === "own use" || need.kind === "stash",
    suppliesOn: suppliesFor(view, outlook),
    heat: need.heat,
    print: need.print,
    skipped: need.skipped,
  };
}

/** The day on which what is missing for a need can be there when it is ordered today. */
function suppliesFor(view: NeedView, outlook: Outlook): Day | null {
  const lead = outlook.stock.flatMap(({ store, outlook: stock }) => (isCountedOut(store.kind) && stock.short.includes(view.need.title) ? [store.leadDays] : []));
  return lead.length > 0 ? addDays(outlook.today, Math.max(...lead)) : null;
}

/** What the odds are told of each need in the facts, as they are or as they would be: its panels, and how panels of its design have come out. */
export const oddsOf = (facts: SeasonFacts, outlook: Outlook): NeedOdds[] =>
  facts.needs.flatMap((owed) => {
    const view = outlook.open.find((each) => each.need.id === owed.id);
    if (!view) return [];
    const [good, bad] = yieldUnderWay(view, outlook.yields.get(owed.design));
    // One good master for each colourway is enough where the rest is printed.
    const units = owed.print ? Math.min(owed.coming + owed.fresh, view.need.lines.length) : owed.coming + owed.fresh;
    const wanted = owed.print ? view.need.lines.length : owed.cards - (view.good - view.assembled);
    return [
      {
        id: owed.id,
        units,
        cards: Math.max(0, Math.min(units, wanted)),
        good,
        bad,
        posted: view.need.zone !== null,
        weight: weightOf(view.need),
      },
    ];
  });

/** Quicker services than the one a need would go by, for those that are posted. */
export function quickerPosts(outlook: Outlook): QuickerPost[] {
  const holidays = new Set(outlook.dispatch.carrier.holidays.map(day));
  const { table } = outlook.dispatch.carrier;
  return outlook.open.flatMap((view) => {
    const { post, need } = view;
    if (!post || need.zone === null) return [];
    const zone = need.zone;
    return table
      .filter((line) => line.zone === zone && line.workingDays < post.workingDays)
      .flatMap((line) => {
        const quicker = serviceFor([line], zone, day(need.due), outlook.today, holidays);
        const parcels = Math.max(1, need.households);
        return quicker.ok ? [{ need: need.id, service: line.service, readyBy: quicker.value.postBy, costMinor: Math.max(0, (line.price - post.price) * parcels) }] : [];
      });
  });
}

/** The last day to be ready for another due day, by the same service where it is posted. */
export function readyByFor(view: NeedView, outlook: Outlook, due: Day): Day {
  if (!view.post || view.need.zone === null) return due;
  const { carrier } = outlook.dispatch;
  const table = carrier.table.filter((line) => line.service === view.post?.service);
  const found = serviceFor(table, view.need.zone, due, outlook.today, new Set(carrier.holidays.map(day)));
  return found.ok ? found.value.postBy : addDays(outlook.today, -1);
}

/** So many days more are asked for at the most. */
const MOST_LATER = 120;

/** The day by which each need that can wait must be ready, were it due so many days later: the post's holidays and Sundays are in it. */
export const readyAfter = (outlook: Outlook): ReadonlyMap<string, readonly Day[]> =>
  new Map(
    outlook.open
      .filter((view) => view.post !== null)
      .map((view) => [view.need.id, Array.from({ length: MOST_LATER }, (_, days) => readyByFor(view, outlook, addDays(day(view.need.due), days)))]),
  );

/**
 * What the bench has shown beside the times it has learned: how far single times lie apart around them, and the ordinary sessions of the last
 * weeks on which something was done at all. Replaces the guesses. Where the shop's promises turned out less sure than was said, the times
 * are believed to be as much wider.
 */
export function spreadsOf(outlook: Outlook): Spreads {
  const { hands, drying } = benchTimesOf(outlook);
  const { kept, lost } = sessionsSeen(outlook);
  const guessed = GUESSED_SPREADS.sessions;
  const learned = {
    ...GUESSED_SPREADS,
    // The times that the season is planned with are those that the bench has learned: around them nothing is known to lie on one side.
    hands: around({ ...GUESSED_SPREADS.hands, mean: 0 }, hands),
    drying: around({ ...GUESSED_SPREADS.drying, mean: 0 }, drying),
    sessions: { kept: guessed.kept + kept, lost: guessed.lost + lost, seen: kept + lost },
  };
  return widened(learned, outlook.reliability.widen);
}

const WEEKS_LOOKED_BACK = 3;

/** Ordinary sessions of the weeks past on days with taps and without. Days without any batch on the bench tell nothing. */
function sessionsSeen({ learned: { worked, stays }, today, pattern }: Outlook): { kept: number; lost: number } {
  let [kept, lost] = [0, 0];
  const days = new Set(worked.map(({ day }) => day));
  for (let back = 1; back <= WEEKS_LOOKED_BACK * 7; back += 1) {
    const on = addDays(today, -back);
    const held = pattern.some((each) => each.who === "maker" && each.weekday === weekdayOf(on));
    const lying = stays.some(({ from, until }) => from <= on && until >= on);
    if (!held || !lying) continue;
    if (days.has(on)) kept += 1;
    else lost += 1;
  }
  return { kept, lost };
}
