import { isOver, look, paintUnit, rehearsal, wait, type RehearsedBench, type RehearsalSetting } from "@yule/core";
import { useEffect, useReducer } from "react";

/** How fast the rehearsal's clock runs: times the world's, or as fast as she taps. */
export const SPEEDS = [
  { id: "1", words: "as in life", times: 1 },
  { id: "20", words: "20 times", times: 20 },
  { id: "60", words: "a minute a second", times: 60 },
  { id: "tap", words: "as fast as I tap", times: Infinity },
] as const;
export type Speed = (typeof SPEEDS)[number]["id"];

/** How it is played. */
export interface RehearsalManner {
  readonly speed: Speed;
  /** The next best move is said, as on the live bench. */
  readonly isCoached: boolean;
}

/** A rehearsal, and how far its clock has shown it: the hands are busy until the clock has caught up with what they began. */
export interface RehearsalPlay {
  readonly at: RehearsedBench;
  readonly shown: number;
  readonly isPaused: boolean;
}

export type RehearsalTurn =
  | { readonly kind: "paint" | "look"; readonly batch: string; readonly units: readonly string[]; readonly times: number }
  | { readonly kind: "wait"; readonly until: number; readonly times: number }
  | { readonly kind: "goes by"; readonly minutes: number }
  | { readonly kind: "pause"; readonly isPaused: boolean };

export const isBusy = ({ at, shown }: RehearsalPlay): boolean => shown < at.now;

/** One turn. While the hands are busy nothing else is begun. */
export function turned(before: RehearsalPlay, turn: RehearsalTurn): RehearsalPlay {
  if (turn.kind === "pause") return { ...before, isPaused: turn.isPaused };
  if (turn.kind === "goes by") {
    if (before.isPaused || (isOver(before.at) && !isBusy(before))) return before;
    const shown = before.shown + turn.minutes;
    // What was begun is seen to its end first; then the time of idle hands goes by.
    return isBusy(before) ? { ...before, shown: Math.min(shown, before.at.now) } : { ...before, at: wait(before.at, shown), shown };
  }
  if (isBusy(before)) return before;
  const after = turn.kind === "wait" ? wait(before.at, turn.until) : turn.kind === "paint" ? paintUnit(before.at, turn.batch, turn.units) : look(before.at, turn.batch, turn.units);
  return { ...before, at: after, shown: turn.times === Infinity ? after.now : before.shown };
}

const TICK_MS = 250;

/** A rehearsal that runs by a clock of its own; the one timer stops where time stands. */
export function useRehearsal(setting: RehearsalSetting, times: number): readonly [RehearsalPlay, (turn: RehearsalTurn) => void] {
  const [playing, turn] = useReducer(turned, setting, (first): RehearsalPlay => ({ at: rehearsal(first), shown: 0, isPaused: false }));
  const stands = playing.isPaused || times === Infinity || (isOver(playing.at) && !isBusy(playing));
  useEffect(() => {
    if (stands) return;
    const timer = setInterval(() => turn({ kind: "goes by", minutes: (times * TICK_MS) / 60_000 }), TICK_MS);
    return () => clearInterval(timer);
  }, [stands, times]);
  return [playing, turn];
}
