import { nextAtTable, USUAL_TIRES, usesPaint, type At, type NextMove } from "@yule/core";
import type { StandingBatch } from "./table.ts";

/** A stage that was done, as the hands went through the batches. */
interface Tap extends At {
  readonly unit: string;
  readonly at: string;
}

/** What the hands were last at, over all batches, or over the stages that are meant. */
export function lastTap(lying: readonly StandingBatch[], isMeant: (on: StandingBatch, stage: string) => boolean = () => true): Tap | null {
  let latest: Tap | null = null;
  for (const on of lying)
    for (const { what, at, stageId, unitId } of on.batch.facts)
      if (what === "done" && (latest === null || at > latest.at) && isMeant(on, stageId)) latest = { batch: on.batch.id, stage: stageId, unit: unitId, at };
  return latest;
}

/** The palette that lies mixed: that of the design that was last painted. */
export function mixedNow(lying: readonly StandingBatch[]): string | null {
  const last = lastTap(lying, ({ stages }, id) => stages.some(({ table }) => table.id === id && usesPaint(table)));
  return lying.find(({ batch }) => batch.id === last?.batch)?.design.id ?? null;
}

/** A rest between two stretches at one stage, minutes: shorter ones are none. */
export const REST = USUAL_TIRES.rest;

/** What the hands were last at, and for how many minutes without a rest: from tap to tap of the same stage. */
export function handsAt(lying: readonly StandingBatch[], now: Date): (Tap & { readonly spent: number }) | null {
  const last = lastTap(lying);
  if (!last) return null;
  const on = lying.find(({ batch }) => batch.id === last.batch);
  const hands = on?.stages.find(({ table }) => table.id === last.stage)?.table.hands ?? 0;
  const minute = (at: string): number => Date.parse(at) / 60_000;
  const ended = minute(last.at);
  if (now.getTime() / 60_000 - ended >= REST + hands) return { ...last, spent: 0 };
  // What was done elsewhere in between was a change, which is a rest.
  const elsewhere = lastTap(lying, (other, stage) => other.batch.id !== last.batch || stage !== last.stage)?.at ?? "";
  const taps = (on?.batch.facts ?? []).filter((fact) => fact.what === "done" && fact.stageId === last.stage && fact.at > elsewhere).map((fact) => minute(fact.at));
  let begun = ended - hands;
  for (const tap of taps.sort((a, b) => b - a)) if (begun - tap < REST) begun = Math.min(begun, tap - hands);
  return { ...last, spent: ended - begun };
}

/** The next best move at the table. @param planned what the run sheet has next; null while it is being made */
export function moveAt(lying: readonly StandingBatch[], now: Date, planned: At | null, changeover: number): { readonly on: StandingBatch; readonly move: NextMove } | null {
  const next = nextAtTable(
    lying.map(({ batch, design, route, states }) => ({ id: batch.id, palette: design.id, route, units: states })),
    now,
    lastTap(lying),
    planned,
    { changeover, mixed: mixedNow(lying) },
  );
  const on = lying.find(({ batch }) => batch.id === next?.batch);
  return next && on ? { on, move: next.move } : null;
}
