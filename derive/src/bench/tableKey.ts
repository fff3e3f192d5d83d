import type { SmallJob } from "@yule/core";
import type { AtTable } from "./job.ts";
import type { StandingBatch } from "./table.ts";

/** Sessions further ahead change nothing of what is done next. */
const SESSIONS_AHEAD = 20;

/**
 * All that a run sheet depends on, as text: what lies there and how far it is, how its stages go, what it is due for, hours, hands, places
 * and the settings of the device. Not the clock: of a session that is on only the end is part of it.
 */
export function tableKey(lying: readonly StandingBatch[], { outlook, settings, atBench, room, given }: AtTable, small: readonly SmallJob[]): string {
  const { shop, today, allSessions } = outlook;
  return JSON.stringify([
    lying.map(({ batch, view, stages }) => [
      batch.id,
      batch.facts.length,
      batch.units.filter((unit) => unit.grade === null).length,
      batch.perSheet,
      view.readyBy,
      given?.paintedBy.get(view.need.id) ?? null,
      given?.soon.has(view.need.id) ?? true,
      view.design.id,
      stages.map(({ table }) => table),
    ]),
    allSessions.slice(0, SESSIONS_AHEAD).map((session) => [session.day, session.day === today ? null : session.from, session.to, session.who, session.light]),
    [shop.changeover, shop.dryingPlaces, shop.helperMay, shop.timeZone],
    [settings.boards, settings.tiresAfter, settings.heatTool, atBench],
    room && [room.warm, room.humid],
    small,
  ]);
}
