import type { TechniqueId } from "../../designs/route/techniques.ts";
import { HEATING } from "../learning/sightings.ts";
import type { UnitState } from "../live.ts";
import type { RunBatch, RunJob, RunStage, StartedUnit, Tires, Windows } from "../model.ts";
import type { SheetLine } from "./lines.ts";

/** A stage as it is done at this table: times in minutes, as they were learned. */
export interface TableStage {
  readonly id: string;
  readonly name: string;
  readonly kind: "prepare" | "draw" | "mask" | "paint" | "finish" | "assemble";
  readonly technique: TechniqueId | null;
  readonly hands: number;
  readonly setup: number;
  readonly dry: number;
  readonly within: number | null;
  /** Can be done on the sofa, late and tired. */
  readonly portable: boolean;
}

/** A batch on the table, its panels as they stand. */
export interface TableBatch {
  readonly id: string;
  readonly palette: string;
  readonly route: readonly TableStage[];
  readonly units: readonly UnitState[];
  /** By when it should be dry; null where nobody waits. */
  readonly due: Date | null;
  /** Panels taped on one sheet, which are washed and dried as one until the tape is off; 1 for single ones. */
  readonly perSheet: number;
  /** Panels that one mixing serves before it has thickened; more are mixed for again, as a batch of their own. Any number unless told. */
  readonly perPuddle?: number;
}

/** What there is to work with. */
export interface TableSetting {
  /** When the maker is there, in minutes from now. */
  readonly windows: Windows;
  /** Late hours for light work only. */
  readonly lightWindows: Windows;
  readonly helperWindows: Windows;
  readonly helperMay: ReadonlySet<TableStage["kind"]>;
  /** Fresh water and a clean palette between designs, minutes. */
  readonly changeover: number;
  readonly dryingPlaces: number | null;
  readonly boards: number | null;
  /** What the hands were last at, and on which panel. */
  readonly last: { readonly batch: string; readonly stage: string; readonly unit?: string; readonly spent?: number } | null;
  /** The palette that lies mixed; null where none does. */
  readonly mixed: string | null;
  readonly tires: Tires | null;
  /** Stages after which the heat tool dries, as `batch/stage`. */
  readonly heated: ReadonlySet<string>;
}

/** Only where paint is used the palette matters: tape, masking fluid, ink and folding leave it as it lies. */
export const usesPaint = ({ kind }: Pick<TableStage, "kind">): boolean => kind === "paint";

/** What is left to cool when the heat tool was on a panel, minutes. */
const COOLING = 2;
/** Below this the heat tool gains nothing. */
const WORTH_HEATING = 10;

/** Where a stage may not be dried with heat, and why; null where it may. */
export function heatForbidden(route: readonly TableStage[], index: number): string | null {
  const stage = route[index];
  if (!stage || stage.dry < WORTH_HEATING) return "it dries soon enough by itself";
  if (route[index + 1]?.within != null) return "what follows needs it wet";
  const masked = route.slice(0, index + 1).findLastIndex(({ technique, kind }) => technique === "mask" || (technique === null && kind === "mask"));
  const unmasked = route.findIndex(({ technique }, place) => place > masked && technique === "unmask");
  if (masked >= 0 && (unmasked < 0 || unmasked > index)) return "heat bakes masking fluid into the paper";
  if (stage.technique === "fixative" || stage.technique === "flatten" || stage.technique === "glitter") return "heat does not belong on it";
  return null;
}

/** All that is left to do at the table as a job for the planner. */
export function tableJob(batches: readonly TableBatch[], setting: TableSetting, now: Date): RunJob {
  const helped = setting.helperWindows.length > 0;
  const firstOfAll = caughtFirst(batches, setting);
  return {
    batches: batches.flatMap((batch) => goesOf(batch).map((units, go) => runBatch({ ...batch, units }, goId(batch.id, go), setting, now, helped, firstOfAll))),
    changeover: setting.changeover,
    drying: setting.dryingPlaces,
    windows: setting.windows,
    lightWindows: setting.lightWindows,
    helperWindows: setting.helperWindows,
    boards: setting.boards,
    last: setting.last && lastGo(batches, setting.last),
    mixed: setting.mixed,
    tires: setting.tires,
  };
}

/** A plan is not held to the second. */
const LEEWAY = 0.25;

/**
 * What is to be caught now comes before anything else, though a quick move might just fit in: paper does not keep to the minute. The
 * panels of windows that are open, or have just closed, with the latest minute at which each is taken up if they are done one after
 * the other, the soonest to close first.
 */
function caughtFirst(batches: readonly TableBatch[], setting: TableSetting): ReadonlyMap<string, number> {
  const open = batches
    .flatMap((batch) =>
      batch.units.flatMap(({ unit, done, wetness }) => {
        const stage = batch.route[done];
        const closes = wetness.state === "catch" ? wetness.until : wetness.state === "missed" ? wetness.since : null;
        return stage && closes ? [{ unit, stage, batch, closes: closes.getTime() }] : [];
      }),
    )
    .sort((a, b) => a.closes - b.closes);
  const latest = new Map<string, number>();
  const openFor = setting.windows.length === 0 ? Infinity : Math.max(0, ...setting.windows.filter(([from]) => from <= 0).map(([, to]) => to));
  let [minute, last, mixed] = [0, setting.last && `${setting.last.batch}/${setting.last.stage}`, setting.mixed];
  for (const { unit, stage, batch } of open) {
    const at = `${batch.id}/${stage.id}`;
    const needed = usesPaint(stage) ? batch.palette : mixed;
    minute += (at === last ? 0 : stage.setup) + (mixed === null || mixed === needed ? 0 : setting.changeover);
    // Beyond the hours of this session nothing can be asked of the hands.
    if (minute + LEEWAY + stage.hands > openFor) break;
    latest.set(unit, minute + LEEWAY);
    minute += stage.hands;
    [last, mixed] = [at, needed];
  }
  return latest;
}

const GO = "#";
/** The first mixing of a batch keeps its name. */
const goId = (batch: string, go: number): string => (go === 0 ? batch : `${batch}${GO}${String(go + 1)}`);

/** The batch that a mixing belongs to. */
export const wholeBatch = (id: string): string => id.split(GO)[0] ?? id;

/** Panels that are still under way, the farthest first: as a plan counts them. */
export const underWay = (units: readonly UnitState[], stages: number): UnitState[] =>
  units.filter(({ wetness, done }) => wetness.state !== "spoilt" && done < stages).sort((a, b) => b.done - a.done || (a.dryAt?.getTime() ?? 0) - (b.dryAt?.getTime() ?? 0));

/** The panels of a batch in so many mixings of about the same size, none of which thickens. */
function goesOf({ units, route, perPuddle = Infinity, perSheet }: TableBatch): UnitState[][] {
  const open = underWay(units, route.length);
  const many = Math.ceil(open.length / Math.max(1, perPuddle));
  // A sheet is not torn apart between two mixings.
  const size = Math.ceil(open.length / Math.max(1, many) / perSheet) * perSheet;
  return Array.from({ length: open.length === 0 ? 0 : Math.ceil(open.length / size) }, (_, go) => open.slice(go * size, (go + 1) * size));
}

function lastGo(batches: readonly TableBatch[], last: NonNullable<TableSetting["last"]>): NonNullable<RunJob["last"]> {
  const batch = batches.find(({ id }) => id === last.batch);
  const go = batch ? goesOf(batch).findIndex((units) => units.some(({ unit }) => unit === last.unit)) : -1;
  return { batch: goId(last.batch, Math.max(0, go)), stage: last.stage, spent: last.spent ?? 0 };
}

/** The lines of a plan with the mixings of a batch under its own name, its panels counted through. */
export function wholeBatches(job: RunJob, lines: readonly SheetLine[]): SheetLine[] {
  return lines.map((line): SheetLine => {
    const batch = wholeBatch(line.batch);
    if (line.kind === "free" || batch === line.batch) return { ...line, batch };
    const at = job.batches.findIndex(({ id }) => id === line.batch);
    const before = job.batches.slice(0, at).reduce((sum, other) => sum + (wholeBatch(other.id) === batch ? other.units : 0), 0);
    return { ...line, batch, units: line.units.map((unit) => unit + before), mixedAgain: true };
  });
}

function runBatch(batch: TableBatch, id: string, setting: TableSetting, now: Date, helped: boolean, caught: ReadonlyMap<string, number>): RunBatch {
  const fromNow = (at: Date): number => (at.getTime() - now.getTime()) / 60_000;
  const open = batch.units;
  const started = open.filter(({ done }) => done > 0).map((unit) => startedUnit(batch, unit, fromNow, caught.get(unit.unit)));
  const untaped = batch.route.findIndex(({ technique }) => technique === "untape");
  // A sheet that is half done is planned panel by panel: its panels do not stand alike.
  const taped = batch.perSheet > 1 && untaped > 0 && started.every(({ done }) => done > untaped || open.length % batch.perSheet === 0) && isWhole(started, batch.perSheet, untaped);
  const stages = batch.route.map((stage, index): RunStage => {
    const heated = setting.heated.has(`${batch.id}/${stage.id}`);
    const panels = taped && index <= untaped ? batch.perSheet : 1;
    return {
      id: stage.id,
      hands: stage.hands * panels + (heated ? HEATING : 0),
      setup: stage.setup,
      dry: heated ? COOLING : stage.dry,
      within: stage.within,
      light: stage.portable,
      ...(usesPaint(stage) ? {} : { withoutPaint: true }),
      ...(panels > 1 ? { panels } : {}),
      ...(helped && setting.helperMay.has(stage.kind) && stage.within === null ? { helper: true } : {}),
      ...(stage.technique === "tape" && untaped > index ? { board: "takes" as const } : {}),
      ...(index === untaped && batch.route.some(({ technique }, place) => technique === "tape" && place < untaped) ? { board: "gives" as const } : {}),
    };
  });
  return { id, palette: batch.palette, units: open.length, stages, started, ...(batch.due ? { due: Math.max(0, fromNow(batch.due)) } : {}) };
}

/** Whether what stands alike before the tape comes off are whole sheets. */
function isWhole(started: readonly StartedUnit[], perSheet: number, untaped: number): boolean {
  const counts = new Map<number, number>();
  for (const { done } of started) if (done <= untaped) counts.set(done, (counts.get(done) ?? 0) + 1);
  return [...counts.values()].every((count) => count % perSheet === 0);
}

function startedUnit(batch: TableBatch, { done, dryAt, wetness }: UnitState, fromNow: (at: Date) => number, caughtBy: number | undefined): StartedUnit {
  const within = batch.route[done]?.within ?? null;
  const ready = dryAt ? Math.max(0, fromNow(dryAt)) : 0;
  // A window that has closed binds nothing any more: it is done when it is done.
  const closes = within !== null && dryAt && wetness.state !== "missed" ? Math.max(0, fromNow(dryAt) + within) : undefined;
  // One that cannot be caught any more in its turn is still taken up before it closes, if that can be.
  const until = caughtBy !== undefined && (closes === undefined || caughtBy <= closes) ? caughtBy : closes;
  return { done, dryAt: ready, ...(until === undefined ? {} : { until }) };
}
