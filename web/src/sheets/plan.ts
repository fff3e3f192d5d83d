import type { SplitPlan } from "@yule/contract";
import { lengthOfUnits, money, type NeededPieces, type Split, type SplitJob } from "@yule/core";

/** A plan as it is kept: the job and the layouts by which it was drawn, and what each kind of piece is for. */
export function planToKeep(job: SplitJob, split: Split, pieces: readonly NeededPieces[]): SplitPlan {
  const { method, thirds, edge, gap } = job;
  const asked = new Set(job.panels.map((panel) => panel.id));
  return {
    job: { method, thirds, edge, gap, sheets: job.sheets.map((sheet) => ({ ...sheet })), panels: job.panels.map((panel) => ({ ...panel })) },
    pieces: pieces.filter((piece) => asked.has(piece.id)).map(({ id, what, needId, name }) => ({ id, what, needId, name: name.slice(0, 80) })),
    split: {
      ...split,
      layouts: split.layouts.map((layout) => ({
        ...layout,
        pieces: layout.pieces.map((piece) => ({ ...piece })),
        cuts: layout.cuts.map((cut) => ({ ...cut })),
        offcuts: layout.offcuts.map((offcut) => ({ ...offcut })),
      })),
      unplaced: split.unplaced.map((each) => ({ ...each })),
    },
  };
}

/** A kept plan with its lengths and money as the core takes them; its units were checked when it was kept. */
export function planInHand({ job, split }: SplitPlan): { readonly job: SplitJob; readonly split: Split } {
  const rect = <Box extends { x: number; y: number; width: number; height: number }>(box: Box) => ({
    ...box,
    x: lengthOfUnits(box.x),
    y: lengthOfUnits(box.y),
    width: lengthOfUnits(box.width),
    height: lengthOfUnits(box.height),
  });
  const size = <Box extends { width: number; height: number }>(box: Box) => ({ ...box, width: lengthOfUnits(box.width), height: lengthOfUnits(box.height) });
  return {
    job: {
      ...job,
      edge: lengthOfUnits(job.edge),
      gap: lengthOfUnits(job.gap),
      sheets: job.sheets.map((sheet) => ({ ...size(sheet), cost: money(sheet.cost) })),
      panels: job.panels.map(size),
    },
    split: {
      ...split,
      cost: money(split.cost),
      lowerBound: money(split.lowerBound),
      layouts: split.layouts.map((layout) => ({
        ...layout,
        pieces: layout.pieces.map(rect),
        offcuts: layout.offcuts.map(rect),
        cuts: layout.cuts.map((cut) => ({ axis: cut.axis, at: lengthOfUnits(cut.at), from: lengthOfUnits(cut.from), to: lengthOfUnits(cut.to) })),
      })),
    },
  };
}

/** How often each sheet of the job is taken. */
export function sheetsTaken(split: Split): { readonly id: string; readonly sheets: number }[] {
  const used = new Map<string, number>();
  for (const layout of split.layouts) used.set(layout.sheet, (used.get(layout.sheet) ?? 0) + layout.times);
  return [...used].map(([id, sheets]) => ({ id, sheets }));
}

/** How many pieces of a kind a split gives. */
export const placedOf = (split: Split, id: string): number =>
  split.layouts.reduce((sum, layout) => sum + layout.times * layout.pieces.filter((piece) => piece.panel === id).length, 0);

/** What changed between two plans of one material, in words a maker acts on. */
export function changesBetween(before: SplitPlan, now: SplitPlan, nameOf: (needId: string) => string): string[] {
  const counts = (plan: SplitPlan): Map<string, { count: number; name: string }> =>
    new Map(
      plan.job.panels.map((panel) => {
        const piece = plan.pieces.find((each) => each.id === panel.id);
        return [panel.id, { count: panel.count, name: piece ? `${piece.name}${piece.needId ? ` for ${nameOf(piece.needId)}` : ""}` : panel.id }];
      }),
    );
  const [was, is] = [counts(before), counts(now)];
  const pieces = [...new Set([...was.keys(), ...is.keys()])].flatMap((id) => {
    const [old, fresh] = [was.get(id), is.get(id)];
    if (!fresh) return [`${old?.name ?? id}: no longer wanted`];
    if (!old) return [`${fresh.name}: ${String(fresh.count)} new`];
    return old.count === fresh.count ? [] : [`${fresh.name}: ${String(fresh.count)} instead of ${String(old.count)}`];
  });
  const way = before.job.method === now.job.method ? [] : [`split another way`];
  const sheets = before.split.sheetsUsed === now.split.sheetsUsed ? [] : [`${String(now.split.sheetsUsed)} sheets instead of ${String(before.split.sheetsUsed)}`];
  return [...pieces, ...way, ...sheets];
}
