import type { ReviewedNeed, ReviewRead, ShopRead } from "@yule/contract";
import { day, keptSessions, type Day, type NeedAsDone, type SeasonAsDone } from "@yule/core";
import { cameDue } from "./review.ts";

/** What is left out where a season is planned again: what is still to come, and what was served from cards that were there. */
const wasPainted = (need: ReviewedNeed, today: Day): boolean => cameDue(need, today) && (need.wentOn === null || need.panels > 0);

/**
 * A season as the planner is told of it when it is planned again: what came due or went out, by the ordinary week as it is now with what was
 * different then, each design by its route of today.
 * @param today where an open season ends so far
 */
export function seasonAsDone(read: ReviewRead, shop: Pick<ShopRead, "timeZone" | "lateAfter" | "changeover" | "dryingPlaces" | "helperMay">, today: Day): SeasonAsDone {
  const { from, until } = read.season;
  const last = until < today ? until : today;
  const routes = new Map(read.designs.map(({ id, stages }) => [id, stages]));
  const changes = read.changes.map((change) => ({ ...change, first: day(change.first), last: day(change.last) }));
  const needs = read.needs
    .filter((need) => wasPainted(need, today))
    .map(({ id, designId, due, wentOn, toldOn, begunOn, cards, panels, lost, leftOver, parcels }): NeedAsDone => ({
      ...{ id, design: designId, due, begunOn, wasKept: wentOn !== null && wentOn <= due, cards, panels, lost, leftOver, parcels },
      // Where no entry tells when it was first known, it was no later than it was begun.
      toldOn: toldOn ?? begunOn ?? due,
      stages: (routes.get(designId) ?? []).map(({ id: stageId, name, kind, hands, setup, dry, within, portable }) => ({
        id: stageId,
        name,
        kind,
        hands,
        setup,
        dry,
        within,
        portable,
      })),
    }));
  return {
    ...{ from, until: last, timeZone: shop.timeZone, changeover: shop.changeover, drying: shop.dryingPlaces, helperMay: shop.helperMay, needs },
    pattern: read.sessions,
    sessions: keptSessions(read.sessions, changes, from, last, shop.lateAfter),
  };
}
