import type { BatchRead, DesignRead } from "@yule/contract";
import {
  momentAt,
  mostPerGo,
  mostPerPuddle,
  nextAtTable,
  puddleLasts,
  tableJob,
  usesPaint,
  type At,
  type BenchTimes,
  type LiveStage,
  type NextMove,
  type Room,
  type RunJob,
  type TableSetting,
  type UnitState,
  type Windows,
} from "@yule/core";
import type { NeedView } from "../app/needView.ts";
import type { Outlook } from "../app/outlook.ts";
import { factsByUnit, unitStates } from "./plan.ts";
import type { BenchSettings } from "./settings.ts";
import { doneBefore, learnedRoute, type LearnedStage } from "./times.ts";

/** A batch as its board is drawn, on the table or only rehearsed. */
export interface OnBoard {
  /** What it is for. */
  readonly title: string;
  readonly design: DesignRead;
  readonly batch: BatchRead;
  readonly stages: readonly LearnedStage[];
  readonly states: readonly UnitState[];
}

/** A batch that lies on the table: what it is for, its route as it goes here, what was told of its panels. */
export interface Laid {
  readonly view: NeedView;
  readonly design: DesignRead;
  readonly batch: BatchRead;
  readonly stages: readonly LearnedStage[];
  readonly route: readonly LiveStage[];
  readonly facts: ReturnType<typeof factsByUnit>;
}

/** The same with its panels as they stand at a moment. */
export interface Lying extends Laid, OnBoard {
  readonly states: readonly UnitState[];
}

/** Every batch with panels that are neither graded nor put away, those touched last first. */
export function lyingBatches(outlook: Outlook, told: readonly BatchRead[]): { readonly view: NeedView; readonly batch: BatchRead }[] {
  const fresh = new Map(told.map((batch) => [batch.id, batch]));
  return outlook.open
    .flatMap((view) => view.batches.map((batch) => ({ view, batch: fresh.get(batch.id) ?? batch })))
    .filter(({ batch }) => batch.units.some((unit) => unit.grade === null))
    .sort((a, b) => lastAt(b.batch).localeCompare(lastAt(a.batch)));
}

const lastAt = (batch: BatchRead): string => batch.facts.reduce((latest, fact) => (fact.at > latest ? fact.at : latest), batch.startedAt);

/** What was worked out of a batch, and of what. */
interface Worked extends Pick<Laid, "stages" | "route" | "facts" | "batch" | "design"> {
  readonly times: BenchTimes;
  readonly room: Room | null;
}

/** The latest of each batch, by its id: a tap works out no other board a second time, and of its own only the stage it is about. */
const worked = new Map<string, Worked>();

/** What changes only when something is told. @param room the air now: a damp evening dries slower */
export const layTable = (batches: readonly { readonly view: NeedView; readonly batch: BatchRead }[], times: BenchTimes, room: Room | null): Laid[] =>
  batches.map(({ view, batch }) => {
    const { design } = view;
    const before = worked.get(batch.id);
    const known = before?.design === design && before.times === times && before.room === room ? before : null;
    if (known?.batch === batch) return { ...known, view };
    const stages = learnedRoute(design, times, room, doneBefore(batch), known?.stages);
    const laid = { design, batch, stages, route: stages.map(({ live }) => live), facts: factsByUnit(batch) };
    worked.set(batch.id, { ...laid, times, room });
    return { ...laid, view };
  });

/** What changes with the clock. */
export const standAt = (laid: readonly Laid[], now: Date): Lying[] =>
  laid.map((each) => ({ ...each, title: each.view.need.title, states: unitStates(each.batch, each.route, each.facts, now) }));

/** A stage that was done, as the hands went through the batches. */
interface Tap extends At {
  readonly unit: string;
  readonly at: string;
}

/** The latest tap of all batches, or of the stages that are meant. */
function latestTap(lying: readonly Lying[], isMeant: (on: Lying, stage: string) => boolean = () => true): Tap | null {
  let latest: Tap | null = null;
  for (const on of lying)
    for (const { what, at, stageId, unitId } of on.batch.facts)
      if (what === "done" && (latest === null || at > latest.at) && isMeant(on, stageId)) latest = { batch: on.batch.id, stage: stageId, unit: unitId, at };
  return latest;
}

/** What the hands were last at, over all batches. */
export const lastTap = (lying: readonly Lying[]): Tap | null => latestTap(lying);

/** The palette that lies mixed: that of the design that was last painted. */
export function mixedNow(lying: readonly Lying[]): string | null {
  const last = latestTap(lying, ({ stages }, id) => stages.some(({ table }) => table.id === id && usesPaint(table)));
  return lying.find(({ batch }) => batch.id === last?.batch)?.design.id ?? null;
}

/** A rest between two stretches at one stage, minutes: shorter ones are none. */
export const REST = 5;

/** What the hands were last at, and for how many minutes without a rest: from tap to tap of the same stage. */
export function handsAt(lying: readonly Lying[], now: Date): (Tap & { readonly spent: number }) | null {
  const last = lastTap(lying);
  if (!last) return null;
  const on = lying.find(({ batch }) => batch.id === last.batch);
  const hands = on?.stages.find(({ table }) => table.id === last.stage)?.table.hands ?? 0;
  const minute = (at: string): number => Date.parse(at) / 60_000;
  const ended = minute(last.at);
  if (now.getTime() / 60_000 - ended >= REST + hands) return { ...last, spent: 0 };
  // What was done elsewhere in between was a change, which is a rest.
  const elsewhere = latestTap(lying, (other, stage) => other.batch.id !== last.batch || stage !== last.stage)?.at ?? "";
  const taps = (on?.batch.facts ?? []).filter((fact) => fact.what === "done" && fact.stageId === last.stage && fact.at > elsewhere).map((fact) => minute(fact.at));
  let begun = ended - hands;
  for (const tap of taps.sort((a, b) => b - a)) if (begun - tap < REST) begun = Math.min(begun, tap - hands);
  return { ...last, spent: ended - begun };
}

/** The next best move at the table. @param planned what the run sheet has next; null while it is being made */
export function moveAt(lying: readonly Lying[], now: Date, planned: At | null, changeover: number): { readonly on: Lying; readonly move: NextMove } | null {
  const next = nextAtTable(
    lying.map(({ batch, design, route, states }) => ({ id: batch.id, palette: design.id, route, units: states })),
    now,
    lastTap(lying),
    planned,
    { changeover, mixed: mixedNow(lying) },
  );
  const on = lying.find(({ batch }) => batch.id === next?.batch);
  return next && on ? { on, move: next.move } : null;
}

/** How many panels, or taped sheets, can go through a stage in a row before the first must be caught; null where nothing limits it. */
export function goLimit(
  { stages, batch }: Pick<OnBoard, "stages" | "batch">,
  stage: number,
): { readonly most: number; readonly next: string; readonly within: number; readonly what: "panel" | "sheet" } | null {
  const [layer, next] = [stages[stage]?.table, stages[stage + 1]?.table];
  if (!layer || next?.within == null) return null;
  const size = sheetSize({ stages, batch }, stage + 1);
  const most = mostPerGo({ ...layer, hands: layer.hands * size }, { ...next, hands: next.hands * size });
  return most === Infinity ? null : { most, next: next.name, within: next.within, what: size > 1 ? "sheet" : "panel" };
}

/** Panels that are done as one in a stage, since they are still taped on their sheet; else 1. */
export function sheetSize({ stages, batch }: Pick<OnBoard, "stages" | "batch">, stage: number): number {
  const untaped = stages.findIndex(({ table }) => table.technique === "untape");
  return stage <= untaped ? batch.perSheet : 1;
}

/** The panels that share a panel's sheet in a stage, of those that are ready for it. */
export function onSheetOf(on: Pick<OnBoard, "stages" | "batch">, stage: number, unit: string, ready: readonly string[]): string[] {
  const size = sheetSize(on, stage);
  const sheet = (id: string): number => Math.floor(((on.batch.units.find((each) => each.id === id)?.number ?? 1) - 1) / size);
  return ready.filter((id) => id === unit || sheet(id) === sheet(unit));
}

/** What a plan of the table hangs on, beside what lies there. */
export interface AtTable {
  readonly outlook: Outlook;
  readonly settings: BenchSettings;
  /** She is at the bench now, whether it is in her week or not. */
  readonly atBench: boolean;
  /** The air; puddles thicken by it. */
  readonly room: Room | null;
}

const USUAL_AIR: Room = { warm: 20, humid: 0.5 };

/** What is left to do at the table as a job for the planner. */
export function jobOf(lying: readonly Lying[], { outlook, settings, atBench, room }: AtTable, heated: ReadonlySet<string>, now: Date): RunJob {
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
    perPuddle: Math.min(...stages.filter(({ table }) => table.kind === "paint").map(({ table }) => mostPerPuddle(table, puddleLasts(room ?? USUAL_AIR)))),
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
