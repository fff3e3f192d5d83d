import type { HeldWindow, Mark, PaintedPlan, PaintedQuestion, Pixels, Rect } from "@yule/core";
import { useMemo, useRef, useState } from "react";
import { solver } from "../../../workers/solver.ts";
import { useSolved } from "../../../workers/useSolved.ts";

const SECONDS = 1.6;

/** A painting in the hand: a name that is another for each photo, its cells, and what the maker marked on it. */
export interface Painting {
  readonly name: string;
  readonly cells: Pixels;
  readonly marks: readonly Mark[];
}

/** The windows for a painted sheet, worked out beside the interface. While that goes on, what was there before is kept. */
export function usePainted(question: PaintedQuestion | null, painting: Painting | null) {
  const asked = question && painting && question.wants.length > 0 ? { question, painting } : null;
  const { value, fresh } = useSolved(asked, async (both) => ({ plan: await solver().painted(both.question, both.painting, SECONDS) }), {
    // A photo's name tells it from others of this page alone: nothing is kept for another.
    identity: (both) => [both.question, both.painting.name, both.painting.marks],
  });
  const last = useRef<PaintedPlan | null>(null);
  if (asked === null) last.current = null;
  if (value?.plan) last.current = value.plan;
  const [plan, isFresh, isImpossible] = [last.current, asked === null || fresh, asked !== null && fresh && value?.plan === null];
  // The same as long as nothing of it is another, so that it can wait until the hands are off.
  return useMemo(() => ({ plan, fresh: isFresh, isImpossible }), [plan, isFresh, isImpossible]);
}

/** Windows that the maker holds, with the way back. */
export function useHeld() {
  const [history, setHistory] = useState<readonly (readonly HeldWindow[])[]>([[]]);
  const held = history[history.length - 1] ?? [];
  const set = (next: readonly HeldWindow[]): void => setHistory([...history, next]);
  return {
    held,
    /** Puts a window to a place, for what it was for or for something else. @param from where it lay */
    hold: (from: Rect, to: Rect, panel: string): void => set([...held.filter((each) => !sameRect(each, from)), { panel, x: to.x, y: to.y, width: to.width, height: to.height }]),
    letGo: (rect: Rect): void => set(held.filter((each) => !sameRect(each, rect))),
    letAllGo: (): void => set([]),
    canUndo: history.length > 1,
    undo: (): void => setHistory(history.length > 1 ? history.slice(0, -1) : history),
    begin: (): void => setHistory([[]]),
  };
}

export const sameRect = (a: Rect, b: Rect): boolean => a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;
