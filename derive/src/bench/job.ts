import { momentAt, tableJob, type Room, type RunJob, type TableSetting, type Windows } from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { handsAt, mixedNow, REST } from "./hands.ts";
import type { BenchSettings } from "./benchSettings.ts";
import { inPlay, type GivenBySeason } from "./givenBySeason.ts";
import type { StandingBatch } from "./table.ts";
import { perMixing } from "./times.ts";

/** What a plan of the table hangs on, beside what lies there. */
export interface AtTable {
  readonly outlook: Outlook;
  readonly settings: BenchSettings;
  /** She is at the bench now, whether it is in her week or not. */
  readonly atBench: boolean;
  /** The air; puddles thicken by it. */
  readonly room: Room | null;
  /** What the season's plan gives to the bench; null while there is none. */
  readonly given: GivenBySeason | null;
}

/** What is left to do at the table as a job for the planner. */
export function jobOf(lying: readonly StandingBatch[], { outlook, settings, atBench, room, given }: AtTable, heated: ReadonlySet<string>, now: Date): RunJob {
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
  const batches = inPlay(lying, given, setting.last?.batch).map(({ view, batch, stages, states }) => ({
    id: batch.id,
    palette: view.design.id,
    route: stages.map(({ table }) => table),
    units: states,
    due: dryBy(given?.paintedBy.get(view.need.id), stages) ?? lastMoment(view, shop.timeZone),
    perSheet: batch.perSheet,
    perPuddle: perMixing(stages, room),
  }));
  return tableJob(batches, setting, now);
}

/** The last moment at which panels of a need may be dry, so that it is ready on its day. */
const lastMoment = ({ readyBy }: StandingBatch["view"], timeZone: string): Date => momentAt(readyBy, 1439, timeZone);

/** By when panels that leave the hands by a moment are dry. */
function dryBy(painted: Date | undefined, stages: StandingBatch["stages"]): Date | null {
  return painted ? new Date(painted.getTime() + (stages[stages.length - 1]?.table.dry ?? 0) * 60_000) : null;
}

/** When the batches on the table are too late for whoever waits, in minutes from now: whatever the season has planned. */
export const lateAfter = (lying: readonly StandingBatch[], { shop }: Outlook, now: Date): ReadonlyMap<string, number> =>
  new Map(lying.map(({ batch, view }) => [batch.id, (lastMoment(view, shop.timeZone).getTime() - now.getTime()) / 60_000]));

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
