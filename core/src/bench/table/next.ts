import { nextMove, type LiveStage, type NextMove, type UnitState } from "../live.ts";

/** A batch at the table as it stands now. */
export interface LiveBatch {
  readonly id: string;
  readonly route: readonly LiveStage[];
  readonly units: readonly UnitState[];
}

/** What the hands were last at, or what the plan has next. */
export interface At {
  readonly batch: string;
  readonly stage: string;
}

export interface TableMove {
  readonly batch: string;
  readonly move: NextMove;
}

/**
 * The next best move over all batches. What must be caught goes first, the soonest to close before the others; then what the plan has
 * next, if its panels are ready; then what the hands are at; then any batch with something ready; else the shortest wait.
 */
export function nextAtTable(batches: readonly LiveBatch[], now: Date, last: At | null, planned: At | null): TableMove | null {
  const all = batches.map((batch) => ({
    batch: batch.id,
    route: batch.route,
    move: nextMove(batch.route, batch.units, now, indexOf(batch, last)),
    closes: closing(batch),
  }));
  const urgent = all.filter(({ move }) => move.kind === "do" && move.urgent).sort((a, b) => a.closes - b.closes)[0];
  if (urgent) return urgent;
  const soonest = Math.min(Infinity, ...all.map(({ closes }) => closes));
  const ready = all.filter(({ move, route }) => move.kind === "do" && endsBefore(route[move.stage], now, soonest));
  const asPlanned = planned ? plannedMove(batches, planned, now, soonest) : null;
  if (asPlanned) return asPlanned;
  const going = ready.find(({ batch, route, move }) => last?.batch === batch && move.kind === "do" && route[move.stage]?.id === last.stage);
  const any = going ?? ready.find(({ batch }) => batch === last?.batch) ?? ready[0];
  if (any) return any;
  const waits = all.flatMap((each) => (each.move.kind === "wait" ? [{ ...each, until: each.move.until }] : []));
  const shortest = waits.sort((a, b) => a.until.getTime() - b.until.getTime())[0];
  return shortest ?? all[0] ?? null;
}

const indexOf = (batch: LiveBatch, at: At | null): number | null => {
  const index = at?.batch === batch.id ? batch.route.findIndex((stage) => stage.id === at.stage) : -1;
  return index < 0 ? null : index;
};

/** When the batch's next wet window closes, open already or still to come; Infinity for none. */
function closing({ route, units }: LiveBatch): number {
  return Math.min(
    Infinity,
    ...units.flatMap(({ done, dryAt, wetness }) => {
      const within = route[done]?.within;
      return dryAt && within != null && (wetness.state === "wet" || wetness.state === "catch") ? [dryAt.getTime() + within * 60_000] : [];
    }),
  );
}

const endsBefore = (stage: LiveStage | undefined, now: Date, closes: number): boolean => stage !== undefined && now.getTime() + stage.hands * 60_000 <= closes;

function plannedMove(batches: readonly LiveBatch[], planned: At, now: Date, closes: number): TableMove | null {
  const batch = batches.find((each) => each.id === planned.batch);
  const stage = batch?.route.findIndex((each) => each.id === planned.stage) ?? -1;
  if (!batch || stage < 0 || !endsBefore(batch.route[stage], now, closes)) return null;
  const units = batch.units.filter(({ done, wetness }) => done === stage && (wetness.state === "waiting" || wetness.state === "dry"));
  return units.length > 0 ? { batch: batch.id, move: { kind: "do", stage, units: units.map(({ unit }) => unit), urgent: false } } : null;
}
