import type { BatchRead, DesignRead, FinishRead, RescueRead, UnitRead } from "@yule/contract";
import type { Day } from "@yule/core";
import type { NeedView } from "../season/needView.ts";
import { paintingStages, unitsSoFar } from "../season/unitsSoFar.ts";
import type { Outlook } from "../season/workOut.ts";
import { enoughFor, NO_RECORD, type Enough } from "./howMany.ts";

/** What is to be done for one need between the brush and the envelope. */
export interface FinishTask {
  readonly view: NeedView;
  /** Panels that are through all painting and wait to be judged. */
  readonly judge: number;
  /** Rescues that wait for hands. */
  readonly rescues: readonly RescueRead[];
  /** Whether what is on its way will be enough. */
  readonly enough: Enough;
  /** Panels of the need that were painted since less than this can be begun beside them from the same mix. */
  readonly isMixWet: boolean;
  /** Cards whose panels are good. */
  readonly assemble: number;
  readonly by: Day;
}

/** A puddle stays usable for so long beside the panels, minutes. */
const MIX_STAYS = 45;

/** Needs with something to do in Finish, the soonest first. */
export function finishTasks(outlook: Outlook, { rescues }: Pick<FinishRead, "rescues">): FinishTask[] {
  return outlook.open
    .filter(({ stage, batches: own, good, assembled }) => stage !== "to post" && (own.length > 0 || good > assembled))
    .map((view): FinishTask => {
      const own = view.batches;
      return {
        view,
        judge: own.reduce((sum, batch) => sum + toJudge(view, batch).length, 0),
        rescues: rescues.filter(({ batchId, doneAt }) => doneAt === null && own.some(({ id }) => id === batchId)),
        enough: enoughFor(view, own, outlook.yields.get(view.design.id) ?? NO_RECORD),
        isMixWet: own.some((batch) => isMixWet(view.design, batch, outlook.now)),
        assemble: linesToAssemble(view).reduce((sum, { quantity }) => sum + quantity, 0),
        by: view.readyBy,
      };
    })
    .sort((a, b) => a.by.localeCompare(b.by) || a.view.need.id.localeCompare(b.view.need.id));
}

/** How many to begin now: for what is missing at any time, and for what may yet be lost while the mix still stands there. */
export function panelsToBegin({ view, enough, isMixWet: isWet }: Pick<FinishTask, "view" | "enough" | "isMixWet">): number {
  const make = view.toPaint.reduce((sum, each) => sum + each.make, 0);
  return isWet ? Math.max(make, enough.more ?? 0) : make;
}

/** Where sheets are split for so many panels of a need: what it lacks is known there, the rest is told. */
export function splitFor({ need, toPaint }: Pick<NeedView, "need" | "toPaint">, panels: number): string {
  const more = panels - toPaint.reduce((sum, each) => sum + each.make, 0);
  return `/sheets?need=${need.id}${more > 0 ? `&more=${String(more)}` : ""}`;
}

/** Panels that are painted and neither lost nor judged; those whose rescue is done wait to be judged again. */
export function toJudge({ design }: Pick<NeedView, "design">, batch: BatchRead): UnitRead[] {
  const stages = paintingStages(design);
  return unitsSoFar(batch).flatMap(({ unit, spoilt, through }) => (unit.grade === null && !spoilt && stages.every(({ id }) => through.has(id)) ? [unit] : []));
}

/** Whether panels of a batch went through the first stages with colour so lately that its mix still stands there. */
export function isMixWet(design: Pick<DesignRead, "stages">, { facts }: Pick<BatchRead, "facts">, now: Date): boolean {
  const stages = paintingStages(design);
  const first = new Set(stages.slice(0, Math.max(1, Math.ceil(stages.length / 3))).map(({ id }) => id));
  const done = facts.filter(({ what }) => what === "done");
  const last = done.reduce((latest, fact) => (fact.at > latest.at ? fact : latest), { at: "", stageId: "" });
  return first.has(last.stageId) && now.getTime() - Date.parse(last.at) <= MIX_STAYS * 60_000;
}

/** Cards of each line that can be made now of good panels. */
export function linesToAssemble(view: NeedView): { lineId: string; quantity: number }[] {
  // A stash is kept as panels.
  if (view.need.kind === "stash") return [];
  const free = new Map([...view.goodBy].map(([id, good]) => [id, good - view.need.lines.reduce((sum, line) => sum + (line.colourwayId === id ? line.assembled : 0), 0)]));
  return view.need.lines.flatMap((line) => {
    const quantity = Math.min(free.get(line.colourwayId) ?? 0, line.quantity - line.assembled);
    free.set(line.colourwayId, (free.get(line.colourwayId) ?? 0) - quantity);
    return quantity > 0 ? [{ lineId: line.id, quantity }] : [];
  });
}
