import type { SplitPlan } from "@yule/contract";
import { offcutOf, wayOf, type NeededPieces, type Split, type SplitJob, t, listOf } from "@yule/core";

/** A plan as it is kept: the job and the layouts by which it was drawn, and what each kind of piece is for. */
export function planToKeep(job: SplitJob, split: Split, pieces: readonly NeededPieces[]): SplitPlan {
  const asked = new Set(job.panels.map((panel) => panel.id));
  return {
    // The same figures: only the core's brands and its promise not to change them are left behind.
    ...({ job, split } as unknown as Pick<SplitPlan, "job" | "split">),
    pieces: pieces.filter((piece) => asked.has(piece.id)).map(({ id, what, needId, name }) => ({ id, what, needId, name: name.slice(0, 80) })),
  };
}

/** A kept plan as the core takes it: its units were checked when it was kept, and only the brands are missing. */
export const planInHand = ({ job, split }: SplitPlan): { readonly job: SplitJob; readonly split: Split } => ({ job, split }) as unknown as { job: SplitJob; split: Split };

/** A painted sheet that no store counts any more. */
export const PAINTED = "painted";

/** How often each sheet of the job is taken. */
export function sheetsTaken(split: Laid): { readonly id: string; readonly sheets: number }[] {
  const used = new Map<string, number>();
  for (const layout of split.layouts) used.set(layout.sheet, (used.get(layout.sheet) ?? 0) + layout.times);
  return [...used].map(([id, sheets]) => ({ id, sheets }));
}

/** How many pieces of a kind a split gives. */
export const placedOf = (split: Split, id: string): number =>
  split.layouts.reduce((sum, layout) => sum + layout.times * layout.pieces.filter((piece) => piece.panel === id).length, 0);

/** Which sheet, how often. */
interface Laid {
  readonly layouts: readonly { readonly sheet: string; readonly times: number }[];
}

/** Whole sheets apart from offcuts of the stash, which cost nothing. */
export function takenOf(split: Laid): { readonly sheets: number; readonly offcuts: number } {
  let [sheets, offcuts] = [0, 0];
  for (const each of sheetsTaken(split)) {
    if (offcutOf(each.id) === null) sheets += each.sheets;
    else offcuts += each.sheets;
  }
  return { sheets, offcuts };
}

/** "11 sheets and 1 offcut", or whichever of them there is. */
export function sheetsAndOffcuts({ sheets, offcuts }: { readonly sheets: number; readonly offcuts: number }): string {
  const words = [
    ...(sheets > 0 || offcuts === 0 ? [sheets === 1 ? "1 sheet" : `${String(sheets)} sheets`] : []),
    ...(offcuts > 0 ? [offcuts === 1 ? "1 offcut" : `${String(offcuts)} offcuts`] : []),
  ];
  return listOf(words);
}

/** What a split takes, in words. */
export const takenWord = (split: Laid): string => sheetsAndOffcuts(takenOf(split));

/** What changed between two plans of one material, in words a maker acts on. */
export function changesBetween(before: SplitPlan, now: SplitPlan, nameOf: (needId: string) => string): string[] {
  const counts = (plan: SplitPlan): Map<string, { count: number; name: string }> =>
    new Map(
      plan.job.panels.map((panel) => {
        const piece = plan.pieces.find((each) => each.id === panel.id);
        return [panel.id, { count: panel.count, name: piece ? `${piece.name}${piece.needId ? t` for ${nameOf(piece.needId)}` : ""}` : panel.id }];
      }),
    );
  const [was, is] = [counts(before), counts(now)];
  const pieces = [...new Set([...was.keys(), ...is.keys()])].flatMap((id) => {
    const [old, fresh] = [was.get(id), is.get(id)];
    if (!fresh) return [t`${old?.name ?? id}: no longer wanted`];
    if (!old) return [`${fresh.name}: ${String(fresh.count)} new`];
    return old.count === fresh.count ? [] : [t`${fresh.name}: ${String(fresh.count)} instead of ${String(old.count)}`];
  });
  const way = wayOf(planInHand(before).job) === wayOf(planInHand(now).job) ? [] : [t`split another way`];
  const [took, takes] = [takenWord(before.split), takenWord(now.split)];
  const sheets = took === takes ? [] : [t`${takes} instead of ${took}`];
  return [...pieces, ...way, ...sheets];
}
