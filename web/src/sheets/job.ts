import type { DesignRead, StoreRead } from "@yule/contract";
import { lengthOfUnits, money, type SplitJob, type SplitMethod } from "@yule/core";
import { LOSSES, panelOf } from "../app/materials.ts";
import type { NeedView } from "../app/needView.ts";

/** The sheets a design's panels may be split from: its own paper first, or every sheet on the shelf when it names none. */
export const sheetsFor = (design: DesignRead, stores: readonly StoreRead[]): StoreRead[] => {
  const sheets = stores.filter((store) => store.kind === "sheet" && store.width !== null && store.height !== null);
  const own = sheets.filter((store) => store.id === design.paperId);
  return own.length > 0 ? own : sheets;
};

/** The cutting job of a need by one method. Sheets are as many as wanted; what is missing is bought. */
export function splitJobFor(view: NeedView, stores: readonly StoreRead[], method: SplitMethod, extra: number): SplitJob {
  const panel = panelOf(view.design);
  const losses = LOSSES[method];
  const count = view.toPaint.reduce((sum, each) => sum + each.make, 0) + extra;
  return {
    method,
    thirds: method === "fold",
    edge: losses.edge,
    gap: losses.gap,
    panels: count > 0 ? [{ id: view.design.name, ...panel, count, turn: true }] : [],
    sheets: sheetsFor(view.design, stores).map((store) => ({
      id: store.id,
      width: lengthOfUnits(store.width ?? 0),
      height: lengthOfUnits(store.height ?? 0),
      count: null,
      cost: money(Math.round(store.packCostMinor / store.pack)),
    })),
  };
}

export const METHOD_WORDS: Readonly<Record<SplitMethod, { name: string; edge: string }>> = {
  cut: { name: "Knife", edge: "crisp edge" },
  fold: { name: "Fold and tear", edge: "soft edge" },
  tape: { name: "Tape grid", edge: "white rim" },
};

/** Minutes to split: a setting of the fence or a fold takes about one, a taped window two. */
export function splitMinutes(method: SplitMethod, cuts: number, pieces: number): number {
  if (method === "tape") return 8 + 2 * pieces;
  return 4 + Math.round(cuts * (method === "fold" ? 1.2 : 0.6));
}
