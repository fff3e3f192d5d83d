import { unitState, type BenchFact, type UnitState } from "@yule/core";
import type { StandingBatch } from "@yule/derive";
import { useCallback, useSyncExternalStore } from "react";
import { flushSync } from "react-dom";
import { afterPaint } from "../../kit/afterPaint.ts";

/**
 * Panels as a tap has just made them, before the bench has been worked out with it. What follows from a tap for the rest of the table
 * takes a slow tablet longer than a tap may take to be seen, so that the panel itself is drawn first, by itself.
 */
const marks = new Map<string, UnitState>();
const lookers = new Map<string, Set<() => void>>();
let following: (() => void) | null = null;
/** What another tap begins with. */
const ANOTHER = ["pointerdown", "click", "keydown"] as const;

/** Each of these panels with what was just told of it. */
export const markedBy = (on: Pick<StandingBatch, "route" | "facts">, facts: readonly BenchFact[], now: Date): UnitState[] =>
  [...new Set(facts.map(({ unit }) => unit))].map((unit) => unitState(unit, on.route, [...(on.facts.get(unit) ?? []), ...facts.filter((fact) => fact.unit === unit)], now));

/** Draws these panels so at once. @param follow what comes of it for the rest of the table, done when they are drawn */
export function mark(states: readonly UnitState[], follow: () => void): void {
  catchUp();
  for (const state of states) marks.set(state.unit, state);
  const rest = (): void => {
    following = null;
    takeBack();
    for (const kind of ANOTHER) window.removeEventListener(kind, catchUp, true);
    follow();
    marks.clear();
    tellLookers(states);
  };
  const takeBack = afterPaint(rest);
  following = rest;
  for (const kind of ANOTHER) window.addEventListener(kind, catchUp, true);
  tellLookers(states);
}

/** Has what was tapped before worked out now: another tap must not be taken for one at a table that has gone on meanwhile. */
function catchUp(): void {
  const rest = following;
  if (rest) flushSync(rest);
}

/** How a panel has just been tapped to stand; null where the table knows it. */
export function useMark(unit: string): UnitState | null {
  const look = useCallback(
    (listener: () => void) => {
      const own = lookers.get(unit) ?? new Set();
      lookers.set(unit, own.add(listener));
      return () => {
        own.delete(listener);
        if (own.size === 0) lookers.delete(unit);
      };
    },
    [unit],
  );
  return useSyncExternalStore(look, () => marks.get(unit) ?? null);
}

function tellLookers(states: readonly UnitState[]): void {
  for (const { unit } of states) for (const listener of lookers.get(unit) ?? []) listener();
}
