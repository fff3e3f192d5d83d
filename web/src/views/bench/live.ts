import type { BenchRead } from "@yule/contract";
import type { BenchTimes } from "@yule/core";
import type { Outlook, BenchSession, BenchSettings, moveAt, StandingBatch, BenchPlan, BenchAnswer } from "@yule/derive";
import { createContext, useContext, useDeferredValue } from "react";
import type { Tell } from "./words.ts";

/** What was tapped last that may want a reason. */
export interface Lost {
  readonly on: StandingBatch;
  readonly taps: readonly { readonly unit: string; readonly stage: number }[];
}

/** The bench as it stands, for all its parts. Each reads it by itself, so that a tap draws anew only those that it changes. */
export interface Live {
  readonly lying: readonly StandingBatch[];
  readonly now: Date;
  readonly next: NonNullable<ReturnType<typeof moveAt>>;
  /** Batches whose boards are drawn; the first is the one looked at. */
  readonly boards: readonly [StandingBatch, ...StandingBatch[]];
  readonly planned: BenchAnswer | null;
  readonly plan: BenchPlan | null;
  readonly chosen: ReadonlySet<string>;
  readonly choose: (units: ReadonlySet<string>) => void;
  readonly lost: Lost | null;
  readonly leaveLost: () => void;
  readonly tell: Tell;
  readonly undo: (() => void) | null;
  readonly session: BenchSession | null;
  readonly outlook: Outlook;
  readonly settings: BenchSettings;
  readonly times: BenchTimes;
  readonly room: BenchRead["room"];
}

export const LiveContext = createContext<Live | null>(null);

/** The bench as it stands this moment: for what must follow a tap at once. */
export function useLive(): Live {
  const live = useContext(LiveContext);
  if (!live) throw new Error("no bench is live here");
  return live;
}

/** The bench as it stood a blink ago: for all that is said about it, which follows as soon as there is time. */
export const useSaid = (): Live => useDeferredValue(useLive());
