import { nextMove, type LiveStage, type NextMove, type UnitState } from "../live.ts";

/** A batch at the table as it stands now. */
export interface LiveBatch {
  readonly id: string;
  readonly palette: string;
  readonly route: readonly LiveStage[];
  readonly units: readonly UnitState[];
}

/** What the hands were last at, or what the plan has next. */
export interface At {
  readonly batch: string;
  readonly stage: string;
}

/** Minutes for fresh water and a clean palette, and the palette that lies mixed; null where none does. */
export interface MixedWater {
  readonly changeover: number;
  readonly mixed: string | null;
}

export interface TableMove {
  readonly batch: string;
  readonly move: NextMove;
}

/**
 * The next best move over all batches. What must be caught goes first, the soonest to close before the others; then what the plan has
 * next, if its panels are ready; then what the hands are at; then any batch with something ready; else the shortest wait.
 */
export function nextAtTable(batches: readonly LiveBatch[], now: Date, last: At | null, planned: At | null, water: MixedWater): TableMove | null {
  const all = batches.map((batch) => ({
    batch: batch.id,
    route: batch.route,
    move: nextMove(batch.route, batch.units, now, indexOf(batch, last)),
    closes: closing(batch).at,
  }));
  const urgent = all.filter(({ move }) => move.kind === "do" && move.urgent).sort((a, b) => a.closes - b.closes)[0];
  if (urgent) return urgent;
  const catches = batches.map((batch) => ({ batch, ...closing(batch) })).sort((a, b) => a.at - b.at)[0] ?? null;
  const fits = (batch: LiveBatch, stage: LiveStage | undefined): boolean =>
    stage !== undefined && now.getTime() + awayFor(batch, stage, last, catches, water) * 60_000 <= (catches?.at ?? Infinity);
  const ready = all.filter(({ batch, move, route }) => move.kind === "do" && batches.some((each) => each.id === batch && fits(each, route[move.stage])));
  const asPlanned = planned ? plannedMove(batches, planned, fits) : null;
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

/** When the batch's next wet window closes, open already or still to come, and for which stage; Infinity for none. */
function closing({ route, units }: LiveBatch): { readonly at: number; readonly stage: LiveStage | null } {
  let first: { at: number; stage: LiveStage | null } = { at: Infinity, stage: null };
  for (const { done, dryAt, wetness } of units) {
    const stage = route[done];
    if (!dryAt || stage?.within == null || (wetness.state !== "wet" && wetness.state !== "catch")) continue;
    const at = dryAt.getTime() + stage.within * 60_000;
    if (at < first.at) first = { at, stage };
  }
  return first;
}

/** Hands are slower than usual now and then: nine times in ten they are through by this much more. */
const SLOWER = 1.25;

/** How long the hands are away from what must be caught if they do one panel of a stage first: setting up and fresh water, there and back. */
function awayFor(batch: LiveBatch, stage: LiveStage, last: At | null, catches: { batch: LiveBatch; stage: LiveStage | null } | null, { changeover, mixed }: MixedWater): number {
  const goesOn = last?.batch === batch.id && last.stage === stage.id;
  const paletteFor = (of: LiveBatch, at: LiveStage, before: string | null): string | null => (at.withoutPaint ? before : of.palette);
  const fresh = (before: string | null, after: string | null): number => (before === null || before === after ? 0 : changeover);
  const there = paletteFor(batch, stage, mixed);
  const out = (goesOn ? 0 : (stage.setup ?? 0)) + fresh(mixed, there);
  const back = catches?.stage ? (catches.stage.setup ?? 0) + fresh(there, paletteFor(catches.batch, catches.stage, there)) : 0;
  return out + stage.hands * SLOWER + back;
}

function plannedMove(batches: readonly LiveBatch[], planned: At, fits: (batch: LiveBatch, stage: LiveStage | undefined) => boolean): TableMove | null {
  const batch = batches.find((each) => each.id === planned.batch);
  const stage = batch?.route.findIndex((each) => each.id === planned.stage) ?? -1;
  if (!batch || stage < 0 || !fits(batch, batch.route[stage])) return null;
  const units = batch.units.filter(({ done, wetness }) => done === stage && (wetness.state === "waiting" || wetness.state === "dry"));
  return units.length > 0 ? { batch: batch.id, move: { kind: "do", stage, units: units.map(({ unit }) => unit), urgent: false } } : null;
}
