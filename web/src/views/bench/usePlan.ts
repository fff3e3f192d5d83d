import { startTransition, useEffect, useState } from "react";
import type { SmallJob } from "@yule/core";
import { tableKey, type BenchAnswer, type AtTable, type StandingBatch } from "@yule/derive";
import { afterPaint } from "../../kit/afterPaint.ts";
import { useLatest } from "../../kit/useLatest.ts";
import { BenchPlanner } from "../../plan/benchPlanner.ts";
import { asideSolver, solver } from "../../workers/solver.ts";

const REPLAN_MINUTES = 5;

/** Planned anew when something it depends on changes, and every few minutes, not when the clock ticks. */
export function usePlan(lying: readonly StandingBatch[], at: AtTable, small: readonly SmallJob[], now: Date): BenchAnswer | null {
  const every = Math.floor(now.getTime() / (REPLAN_MINUTES * 60_000));
  const queryKey = `${tableKey(lying, at, small)} ${String(every)}`;
  const isOpen = lying.some(({ states, route }) => states.some((state) => state.wetness.state !== "spoilt" && state.done < route.length));
  const [planned, setPlanned] = useState<BenchAnswer | null>(null);
  const [planner] = useState(() => new BenchPlanner(solver, asideSolver, (found) => startTransition(() => setPlanned(found))));
  const latest = useLatest({ lying, at, small });
  useEffect(() => () => planner.ask(null), [planner]);
  useEffect(() => afterPaint(() => planner.ask(queryKey !== "" && isOpen ? latest.current : null)), [queryKey, isOpen, latest, planner]);
  return isOpen ? planned : null;
}
