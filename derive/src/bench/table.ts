import type { BatchRead, DesignRead } from "@yule/contract";
import { mostPerGo, type BenchTimes, type LiveStage, type Room, type UnitState } from "@yule/core";
import type { NeedView } from "../season/needView.ts";
import type { Outlook } from "../season/workOut.ts";
import { factsByUnit, unitStates } from "./plan.ts";
import { doneBefore, learnedRoute, type LearnedStage } from "./learnedRoute.ts";

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
export interface PlannedBatch {
  readonly view: NeedView;
  readonly design: DesignRead;
  readonly batch: BatchRead;
  readonly stages: readonly LearnedStage[];
  readonly route: readonly LiveStage[];
  readonly facts: ReturnType<typeof factsByUnit>;
}

/** The same with its panels as they stand at a moment. */
export interface StandingBatch extends PlannedBatch, OnBoard {
  readonly states: readonly UnitState[];
}

/** Every batch with panels that are neither graded nor put away, those touched last first. */
export function batchesOnTable(outlook: Outlook, batches: readonly BatchRead[]): { readonly view: NeedView; readonly batch: BatchRead }[] {
  const fresh = new Map(batches.map((batch) => [batch.id, batch]));
  return outlook.open
    .flatMap((view) => view.batches.map((batch) => ({ view, batch: fresh.get(batch.id) ?? batch })))
    .filter(({ batch }) => batch.units.some((unit) => unit.grade === null))
    .sort((a, b) => lastAt(b.batch).localeCompare(lastAt(a.batch)));
}

const lastAt = (batch: BatchRead): string => batch.facts.reduce((latest, fact) => (fact.at > latest ? fact.at : latest), batch.startedAt);

/** What changes only when something is told. @param room the air now: a damp evening dries slower */
export const plannedBatches = (batches: readonly { readonly view: NeedView; readonly batch: BatchRead }[], times: BenchTimes, room: Room | null): PlannedBatch[] =>
  new PlannedTable().with(batches, times, room);

/** What was worked out of a batch, and of what. */
interface WorkedOut extends Omit<PlannedBatch, "view"> {
  readonly times: BenchTimes;
  readonly room: Room | null;
}

/**
 * The table from one telling to the next: a tap works out no other board a second time, and of its own only the stage it is about. It
 * remembers what lies there now and nothing else.
 */
export class PlannedTable {
  private known: ReadonlyMap<string, WorkedOut> = new Map();

  /** The same as `plannedBatches`. */
  with(batches: readonly { readonly view: NeedView; readonly batch: BatchRead }[], times: BenchTimes, room: Room | null): PlannedBatch[] {
    const next = batches.map(({ view, batch }) => ({ view, worked: this.workedOut(view.design, batch, times, room) }));
    this.known = new Map(next.map(({ worked }) => [worked.batch.id, worked]));
    return next.map(({ view, worked: { times: _times, room: _room, ...rest } }) => ({ ...rest, view }));
  }

  private workedOut(design: DesignRead, batch: BatchRead, times: BenchTimes, room: Room | null): WorkedOut {
    const before = this.known.get(batch.id);
    const known = before?.design === design && before.times === times && before.room === room ? before : null;
    if (known?.batch === batch) return known;
    const stages = learnedRoute(design, times, room, doneBefore(batch), known?.stages);
    return { design, batch, stages, route: stages.map(({ live }) => live), facts: factsByUnit(batch), times, room };
  }
}

/** What changes with the clock. */
export const standingBatches = (laid: readonly PlannedBatch[], now: Date): StandingBatch[] =>
  laid.map((each) => ({ ...each, title: each.view.need.title, states: unitStates(each.batch, each.route, each.facts, now) }));

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
