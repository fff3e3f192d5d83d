import { alikeLayouts, layoutKey, placeOf, type Layout, type PinnedPiece, type Rect, type Split, type SplitJob } from "@yule/core";
import { useState } from "react";
import { solver } from "../../../workers/solver.ts";

const SECONDS = 1.5;

/** A split after some moves, and the pieces that are held, by the layout on which they lie. */
interface Moved {
  readonly split: Split;
  readonly held: ReadonlyMap<string, readonly Rect[]>;
}

/** A split that the maker changes by hand: each move is completed by the solver, and can be taken back. Another question begins anew. */
export function useByHand(job: SplitJob, before: Split | null) {
  const asked = JSON.stringify([job, before?.cost]);
  const [state, setState] = useState<{ asked: string; moves: readonly Moved[]; isBusy: boolean; isImpossible: boolean }>({ asked, moves: [], isBusy: false, isImpossible: false });
  const now = state.asked === asked ? state : { asked, moves: [], isBusy: false, isImpossible: false };
  const last = now.moves[now.moves.length - 1];
  const current = last?.split ?? before;
  const held = (layout: Layout): readonly Rect[] => last?.held.get(layoutKey(layout)) ?? [];

  /** Puts a piece of a layout to a place, on all sheets that are cut alike. */
  const move = async (shown: Layout, piece: number, to: Rect): Promise<void> => {
    if (!current || now.isBusy) return;
    const layouts = alikeLayouts(current.layouts);
    const alike = layouts.findIndex((each) => layoutKey(each.layout) === layoutKey(shown));
    const layout = layouts[alike]?.layout;
    if (!layout) return;
    const others = held(layout).flatMap((rect): PinnedPiece[] => {
      const index = layout.pieces.findIndex((each) => placeOf(each) === placeOf(rect));
      return index < 0 || index === piece ? [] : [{ ...rect, piece: index }];
    });
    setState({ ...now, isBusy: true, isImpossible: false });
    const pins = [...others, { x: to.x, y: to.y, width: to.width, height: to.height, piece }];
    const after = await solver().around(job, current, { alike, pins }, SECONDS);
    setState((then) => {
      if (then.asked !== asked) return then;
      if (!after) return { ...now, isBusy: false, isImpossible: true };
      const rects = pins.map(({ piece: _, ...rect }) => rect);
      const places = new Set(rects.map(placeOf));
      const on = after.layouts.find((each) => each.sheet === layout.sheet && each.pieces.filter((one) => places.has(placeOf(one))).length === places.size);
      const all = new Map(last?.held ?? []);
      all.delete(layoutKey(layout));
      if (on) all.set(layoutKey(on), rects);
      return { asked, moves: [...now.moves, { split: after, held: all }], isBusy: false, isImpossible: false };
    });
  };
  return {
    split: current,
    held,
    move,
    isBusy: now.isBusy,
    isImpossible: now.isImpossible,
    moves: now.moves.length,
    undo: (): void => setState({ ...now, moves: now.moves.slice(0, -1), isImpossible: false }),
    begin: (): void => setState({ ...now, moves: [], isImpossible: false }),
  };
}
