import type { BatchRead, UnitRead } from "@yule/contract";
import { minuteOfDayAt, type FateOf } from "@yule/core";

/** Panels of one batch of which all this was the same. */
export type BatchFate = Omit<FateOf, "design" | "paper">;

/** Humidity from which air is damp, and below which it is dry; minutes of the day at which the afternoon and the evening begin. */
const [DRY, DAMP] = [0.45, 0.6];
const [NOON, EVENING] = [12 * 60, 18 * 60];

/** Panels that were spoilt at the bench, with the stage and what was told of why. */
export function spoiltAt({ facts }: Pick<BatchRead, "facts">): ReadonlyMap<string, { readonly stage: string; readonly why: string }> {
  const spoilt = new Map<string, { stage: string; why: string }>();
  for (const { what, unitId, stageId, why = "" } of facts) if (what === "spoilt") spoilt.set(unitId, { stage: stageId, why: why || (spoilt.get(unitId)?.why ?? "") });
  return spoilt;
}

/** What came of the panels of a batch, and in what air and at what hour they were painted. */
export function fatesOf(batch: BatchRead, spoilt: ReturnType<typeof spoiltAt>, timeZone: string): BatchFate[] {
  const days = paintedWhen(batch, timeZone);
  const counts = new Map<string, BatchFate>();
  for (const unit of batch.units) {
    const end = endOf(unit, spoilt);
    if (!end) continue;
    const fate = { ...(days.get(unit.id) ?? NOBODY_KNOWS), ...end };
    const key = JSON.stringify(fate);
    counts.set(key, { ...fate, panels: (counts.get(key)?.panels ?? 0) + 1 });
  }
  return [...counts.values()];
}

/** Null for a panel that is neither judged nor lost. */
function endOf({ id, grade, causes }: UnitRead, spoilt: ReturnType<typeof spoiltAt>): Pick<FateOf, "stage" | "cause"> | null {
  const lost = spoilt.get(id);
  if (lost) return { stage: lost.stage, cause: lost.why };
  if (grade === null || grade === "rescue") return null;
  return { stage: null, cause: grade === "good" ? null : (causes?.[0] ?? "") };
}

type Circumstances = Pick<FateOf, "air" | "hour">;
const NOBODY_KNOWS: Circumstances = { air: null, hour: null };

function paintedWhen({ facts }: BatchRead, timeZone: string): ReadonlyMap<string, Circumstances> {
  const seen = new Map<string, { humid: number[]; minutes: number[] }>();
  for (const { what, unitId, at, room } of facts) {
    if (what !== "done") continue;
    const own = seen.get(unitId) ?? { humid: [], minutes: [] };
    seen.set(unitId, own);
    own.minutes.push(minuteOfDayAt(new Date(at), timeZone));
    if (room) own.humid.push(room.humid);
  }
  return new Map([...seen].map(([id, { humid, minutes }]) => [id, { air: airOf(humid), hour: hourOf(minutes) }]));
}

function airOf(humid: readonly number[]): FateOf["air"] {
  if (humid.length === 0) return null;
  const mean = humid.reduce((sum, each) => sum + each, 0) / humid.length;
  return mean < DRY ? "dry air" : mean > DAMP ? "damp air" : "middling air";
}

/** The hour of the middle one of the taps: one late touch does not make an evening of an afternoon. */
function hourOf(minutes: readonly number[]): FateOf["hour"] {
  const middle = [...minutes].sort((a, b) => a - b)[Math.floor(minutes.length / 2)];
  return middle === undefined ? null : middle < NOON ? "before noon" : middle < EVENING ? "in the afternoon" : "in the evening";
}
