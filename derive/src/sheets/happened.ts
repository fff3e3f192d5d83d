import type { CommandInput, DesignRead, OffcutRead, SplitPlanRead } from "@yule/contract";
import { offcutOf } from "@yule/core";
import type { NeedView } from "../season/needView.ts";
import { paintingStages } from "../season/unitsSoFar.ts";
import { isOfUse, pieceId } from "./pieces.ts";
import { PAINTED, placedOf, planInHand, sheetsTaken } from "./plan.ts";

/** What the maker tells after cutting: panels spoilt per need, offcuts kept, losses measured. */
export interface Happened {
  readonly spoilt: ReadonlyMap<string, number>;
  /** Offcuts that are kept, by their place in `offcutsOf`. */
  readonly kept: ReadonlySet<number>;
  readonly tearLoss: number | null;
  readonly creep: number | null;
}

/** What a plan leaves of one size and paper. */
export interface LeftOver {
  readonly storeId: string;
  readonly width: number;
  readonly height: number;
  readonly count: number;
  readonly worth: boolean;
}

/** Offcuts that a plan leaves, those of one paper and size together, largest first. */
export function offcutsOf({ plan, materialId }: SplitPlanRead, stash: readonly OffcutRead[]): LeftOver[] {
  // What is left of a painting is no blank paper.
  if (plan.picture) return [];
  const sizes = new Map<string, { storeId: string; width: number; height: number; count: number }>();
  for (const layout of plan.split.layouts) {
    const from = offcutOf(layout.sheet);
    const storeId = from === null ? layout.sheet : (stash.find((offcut) => offcut.id === from)?.storeId ?? materialId);
    for (const offcut of layout.offcuts) {
      const [width, height] = [Math.max(offcut.width, offcut.height), Math.min(offcut.width, offcut.height)];
      const key = `${storeId} ${String(width)}x${String(height)}`;
      sizes.set(key, { storeId, width, height, count: (sizes.get(key)?.count ?? 0) + layout.times });
    }
  }
  return [...sizes.values()].sort((a, b) => b.width * b.height - a.width * a.height).map((each) => ({ ...each, worth: isOfUse(each) }));
}

/** Panels that a plan gives for each of its needs. */
export const panelsOf = (plan: SplitPlanRead["plan"], views: readonly NeedView[]): { readonly view: NeedView; readonly panels: number }[] => {
  const { split } = planInHand(plan);
  return views.map((view) => ({ view, panels: placedOf(split, pieceId("panel", view.need.id)) })).filter((each) => each.panels > 0);
};

/** Panels of a need that are taped on each of its sheets; 1 where they are cut, or share a sheet with others, or lie unevenly. */
export function perSheetOf(plan: SplitPlanRead["plan"], needId: string): number {
  const { job, split } = planInHand(plan);
  if (job.method !== "tape") return 1;
  const own = pieceId("panel", needId);
  const sheets = split.layouts.filter(({ pieces }) => pieces.some(({ panel }) => panel === own));
  const [first] = sheets;
  const isAlike = sheets.every(({ pieces }) => pieces.length === first?.pieces.length && pieces.every(({ panel }) => panel === own));
  return first && isAlike ? first.pieces.length : 1;
}

/** What following a plan takes: sheets of the shelf, and offcuts of the stash. Card stock leaves the shelf when cards are put together. */
export function takenByPlan(plan: SplitPlanRead["plan"]): { readonly uses: { storeId: string; sheets: number }[]; readonly offcutsUsed: { id: string; count: number }[] } {
  const { split } = planInHand(plan);
  const taken = sheetsTaken(split);
  return {
    uses: panelsPlaced(plan) === 0 ? [] : taken.flatMap((each) => (offcutOf(each.id) === null && each.id !== PAINTED ? [{ storeId: each.id, sheets: each.sheets }] : [])),
    offcutsUsed: taken.flatMap((each) => {
      const id = offcutOf(each.id);
      return id === null ? [] : [{ id, count: each.sheets }];
    }),
  };
}

/** Panels, of whatever need, that a plan gives. */
const panelsPlaced = (plan: SplitPlanRead["plan"]): number => {
  const { split } = planInHand(plan);
  return plan.pieces.reduce((sum, piece) => sum + (piece.what === "panel" ? placedOf(split, piece.id) : 0), 0);
};

/**
 * The command that tells what happened. Colourways are given out as reckoned, panels to spare in turn; what is spoilt is missing from
 * the colourway that has most.
 * @param newId makes the ids of what comes into being: batches, panels, offcuts
 */
export function commandOf(plan: SplitPlanRead, views: readonly NeedView[], stash: readonly OffcutRead[], said: Happened, newId: () => string): CommandInput<"split-sheets"> {
  const { job } = planInHand(plan.plan);
  const given = panelsOf(plan.plan, views);
  const wanted = panelsPlaced(plan.plan);
  const offcutsKept = offcutsOf(plan, stash).flatMap(({ worth: _, ...offcut }, index) => (said.kept.has(index) ? [{ id: newId(), ...offcut }] : []));
  const result =
    wanted === 0
      ? null
      : { id: newId(), method: job.method, wanted, spoilt: [...said.spoilt.values()].reduce((sum, count) => sum + count, 0), tearLoss: said.tearLoss, creep: said.creep };
  // Cut apart after painting: the panels are on the bench already, and the sheets are gone.
  if (plan.state === "taped") return { planId: plan.id, offcutsKept, result };
  return {
    planId: plan.id,
    batches: given.flatMap(({ view, panels }) => {
      const colourways = colourwaysFor(view, panels - (said.spoilt.get(view.need.id) ?? 0));
      return colourways.length === 0
        ? []
        : [
            {
              batchId: newId(),
              needId: view.need.id,
              perSheet: perSheetOf(plan.plan, view.need.id),
              units: colourways.map((colourwayId, index) => ({ id: newId(), number: index + 1, colourwayId })),
            },
          ];
    }),
    ...takenByPlan(plan.plan),
    // Nothing is cut off a taped sheet yet.
    ...(job.method === "tape" ? {} : { offcutsKept, result }),
  };
}

/** The stage up to which a painting is usually done when it is cut: the first wash, and what comes before it. */
export const usuallyPainted = (stages: readonly DesignRead["stages"][number][]): string | null => stages.find((stage) => stage.kind === "paint")?.id ?? null;

/**
 * What is true of panels that were painted before they were cut: every stage up to one is done, and dry, or it could not be cut.
 * @param paintedTo the last stage that is done, by the need; null for none
 */
export function paintedAlready(
  split: CommandInput<"split-sheets">,
  views: readonly NeedView[],
  paintedTo: ReadonlyMap<string, string | null>,
  at: Date,
  newId: () => string,
): CommandInput<"tell-bench">[] {
  return (split.batches ?? []).flatMap((batch) => {
    const stages = paintingStages(views.find((view) => view.need.id === batch.needId)?.design ?? { stages: [] });
    const last = stages.findIndex((stage) => stage.id === paintedTo.get(batch.needId));
    const facts = batch.units.flatMap((unit) =>
      stages.slice(0, last + 1).flatMap((stage) => (["done", "dry"] as const).map((what) => ({ id: newId(), unitId: unit.id, stageId: stage.id, what, at: at.toISOString() }))),
    );
    return inParts(facts).map((part) => ({ batchId: batch.batchId, facts: part }));
  });
}

const MOST_FACTS = 500;
const inParts = <T>(all: readonly T[]): T[][] => Array.from({ length: Math.ceil(all.length / MOST_FACTS) }, (_, index) => all.slice(index * MOST_FACTS, (index + 1) * MOST_FACTS));

/** Which colourway each panel is for. */
export function colourwaysFor(view: Pick<NeedView, "toPaint" | "need">, panels: number): string[] {
  const left = view.toPaint.map(({ colourwayId, make }) => ({ colourwayId, make }));
  const reckoned = left.reduce((sum, each) => sum + each.make, 0);
  for (let missing = reckoned - panels; missing > 0; missing -= 1) {
    const most = left.reduce((found, each) => (each.make > found.make ? each : found), { colourwayId: "", make: 0 });
    most.make -= 1;
  }
  const lines = view.need.lines.map((line) => line.colourwayId);
  const more = Array.from({ length: Math.max(0, panels - reckoned) }, (_, index) => lines[index % lines.length] ?? "");
  return [...left.flatMap((each) => new Array<string>(each.make).fill(each.colourwayId)), ...more];
}
