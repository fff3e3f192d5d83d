import { startTransition, useEffect, useRef, useState } from "react";
import type { SmallJob } from "@yule/core";
import type { BenchAnswer, AtTable, StandingBatch } from "@yule/derive";
import { asideSolver, solver } from "../../workers/solver.ts";
import { afterPaint } from "../../kit/afterPaint.ts";
import { BenchPlanner } from "../../plan/benchPlanner.ts";

const REPLAN_MINUTES = 5;

/** BenchAnswer anew when something was told or learned, when the sessions or the settings change, and every few minutes, not when the clock ticks. */
export function usePlan(lying: readonly StandingBatch[], at: AtTable, small: readonly SmallJob[], now: Date): BenchAnswer | null {
  const { outlook, settings, atBench } = at;
  const told = lying.map(({ batch }) => `${batch.id}:${String(batch.facts.length)}:${String(batch.units.filter((unit) => unit.grade === null).length)}`).join();
  // Of the session that is on only the end is told: its beginning moves with the clock.
  const hours = outlook.allSessions.slice(0, 20).map((session) => `${session.day}${String(session.to)}`);
  const times = lying.flatMap(({ stages }) => stages.map(({ table }) => `${String(table.hands)}/${String(table.dry)}`)).join();
  const every = Math.floor(now.getTime() / (REPLAN_MINUTES * 60_000));
  const asked = [
    told,
    times,
    hours.join(),
    String(settings.boards),
    String(settings.tiresAfter),
    String(settings.heatTool),
    String(atBench),
    String(every),
    small.map(({ name, left }) => name + String(left)).join(),
  ].join("|");
  const open = lying.some(({ states, route }) => states.some((state) => state.wetness.state !== "spoilt" && state.done < route.length));
  const [planned, setPlanned] = useState<BenchAnswer | null>(null);
  const desk = useRef<BenchPlanner | null>(null);
  useEffect(() => {
    const own = new BenchPlanner(solver(), asideSolver(), (found) => startTransition(() => setPlanned(found)));
    desk.current = own;
    return () => own.ask(null);
  }, []);
  useEffect(() => {
    return afterPaint(() => desk.current?.ask(open ? { lying, at, small } : null));
    // What is asked, as text, stands for everything a plan is made of.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked, open]);
  return open ? planned : null;
}
