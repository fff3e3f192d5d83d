import { momentAt, mostPerPuddle, puddleLasts, tableJob, USUAL_ROOM, type Room, type RunJob, type TableSetting, type Windows } from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { handsAt, mixedNow, REST } from "./hands.ts";
import type { BenchSettings } from "./benchSettings.ts";
import type { StandingBatch } from "./table.ts";

/** What a plan of the table hangs on, beside what lies there. */
export interface AtTable {
  readonly outlook: Outlook;
  readonly settings: BenchSettings;
  /** She is at the bench now, whether it is in her week or not. */
  readonly atBench: boolean;
  /** The air; puddles thicken by it. */
  readonly room: Room | null;
}

/** What is left to do at the table as a job for the planner. */
export function jobOf(lying: readonly StandingBatch[], { outlook, settings, atBench, room }: AtTable, heated: ReadonlySet<string>, now: Date): RunJob {
  const { shop } = outlook;
  const setting: TableSetting = {
    windows: makersHours(outlook, atBench, now),
    lightWindows: windowsOf(outlook, "maker", true, now),
    helperWindows: windowsOf(outlook, "helper", null, now),
    helperMay: new Set(shop.helperMay.filter((kind) => kind !== "pack")),
    changeover: shop.changeover,
    dryingPlaces: shop.dryingPlaces,
    boards: settings.boards,
    last: handsAt(lying, now),
    mixed: mixedNow(lying),
    tires: settings.tiresAfter === null ? null : { after: settings.tiresAfter, rest: REST },
    heated,
  };
  const batches = lying.map(({ view, batch, stages, states }) => ({
    id: batch.id,
    palette: view.design.id,
    route: stages.map(({ table }) => table),
    units: states,
    due: momentAt(view.readyBy, 1439, shop.timeZone),
    perSheet: batch.perSheet,
    perPuddle: Math.min(...stages.filter(({ table }) => table.kind === "paint").map(({ table }) => mostPerPuddle(table, puddleLasts(room ?? USUAL_ROOM)))),
  }));
  return tableJob(batches, setting, now);
}

/** Begun outside the hours of the week, a session is taken to go on for so long. */
const UNPLANNED = 90;

/** Sessions as minutes from now. @param light those for light work alone, those for any, or null for both */
function windowsOf(outlook: Outlook, who: "maker" | "helper", light: boolean | null, now: Date): Windows {
  const { timeZone } = outlook.shop;
  return outlook.allSessions
    .filter((session) => session.who === who && (light === null || session.light === light))
    .flatMap((session) => {
      const from = (momentAt(session.day, session.from, timeZone).getTime() - now.getTime()) / 60_000;
      const to = from + session.length;
      return to > Math.max(0, from) ? [[Math.max(0, from), to] as const] : [];
    });
}

/** The maker's hours, with the present ones where she is at the bench outside them. */
export function makersHours(outlook: Outlook, atBench: boolean, now: Date): Windows {
  const planned = windowsOf(outlook, "maker", false, now);
  const light = windowsOf(outlook, "maker", true, now);
  if (!atBench || [...planned, ...light].some(([from]) => from <= 0)) return planned;
  const next = Math.min(UNPLANNED, ...[...planned, ...light].map(([from]) => from));
  return next > 0 ? [[0, next], ...planned] : planned;
}
