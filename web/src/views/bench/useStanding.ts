import { changesAt } from "@yule/core";
import { standingBatches, type PlannedBatch, type StandingBatch } from "@yule/derive";
import { useEffect, useMemo, useState } from "react";
import { presentMoment } from "../../data/serverClock.ts";
import { useNow } from "../../data/clock.ts";
import { signsAt } from "./signals.ts";

/** The table at a moment. */
export interface TableStanding {
  readonly lying: readonly StandingBatch[];
  readonly now: Date;
}

/** A timer that comes a little late finds the change there; one that comes early would have to be set again. */
const AFTER_MS = 20;

/** The table as it stands, worked out anew when something is told, each minute, and when a clock runs out: by one timer, set for the next change alone. */
export function useStanding(laid: readonly PlannedBatch[]): TableStanding {
  const minute = useNow(60_000);
  const [turn, setTurn] = useState(0);
  const standing = useMemo(() => standingNow(laid, minute, turn), [laid, minute, turn]);
  useEffect(() => {
    const next = nextChange(standing);
    if (next === null) return;
    const timer = setTimeout(() => setTurn((before) => before + 1), Math.max(0, next - presentMoment().getTime()) + AFTER_MS);
    return () => clearTimeout(timer);
  }, [standing]);
  return standing;
}

/** Something told, a minute over, or a clock run out: each is a reason to look again. */
function standingNow(laid: readonly PlannedBatch[], ..._reasons: readonly unknown[]): TableStanding {
  const now = presentMoment();
  return { now, lying: standingBatches(laid, now) };
}

/** When a panel stands otherwise, or a sign is due; null while nothing is wet. */
export function nextChange({ lying, now }: TableStanding): number | null {
  const changes = lying.flatMap(({ states }) => states.flatMap((state) => changesAt(state, now)?.getTime() ?? []));
  const [sign] = signsAt(lying, now);
  const next = Math.min(Infinity, ...changes, ...(sign ? [sign.at] : []));
  return next === Infinity ? null : next;
}
