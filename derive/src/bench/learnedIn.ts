import type { RoomRead } from "@yule/contract";
import { dryingTime, handsTime, learnBench, measured, recordsOf, sightingsIn, sumOfSeen, timesSeen, type LearnedTime, type StageRecord, t } from "@yule/core";
import type { StandingBatch } from "./table.ts";
import { timedBatch } from "./learnedRoute.ts";

/** A time that is known otherwise than before, minutes. */
export interface LearnedNow {
  readonly stage: string;
  readonly what: "drying" | "hands";
  readonly before: number;
  readonly after: number;
  /** How well it is known now: eight times in ten it lies between these. */
  readonly low: number;
  readonly high: number;
  readonly seen: number;
}

/** Less than this is no news. */
const WORTH_TELLING = 0.03;

/** What the facts from one moment on have taught about the stages on the table, the largest changes first. */
export function learnedIn(records: readonly StageRecord[], lying: readonly StandingBatch[], room: RoomRead | null, from: Date): LearnedNow[] {
  const told = lying.filter(({ batch }) => batch.facts.some(({ at }) => Date.parse(at) >= from.getTime()));
  const earlier = told.map(({ batch, design }) => timesSeen(timedBatch({ ...batch, facts: batch.facts.filter(({ at }) => Date.parse(at) < from.getTime()) }, design)));
  const since = told.flatMap(({ batch, design }) => timesSeen(timedBatch(batch, design)));
  // What has not come up to the server yet is in no record, and so is not taken out of one.
  const before = sumOfSeen([sightingsIn(records), ...earlier], since).filter(({ count }) => count > 0);
  const [was, is] = [learnBench(recordsOf(records, before)), learnBench(records)];
  const changed = (stage: string, what: LearnedNow["what"], before: LearnedTime, after: LearnedTime): LearnedNow[] =>
    after.seen > before.seen && Math.abs(after.typical / before.typical - 1) >= WORTH_TELLING
      ? [{ stage, what, before: before.typical, after: after.typical, low: after.low, high: after.high, seen: after.seen }]
      : [];
  const seen = new Set<string>();
  const found = lying.flatMap(({ stages, design }) =>
    stages.flatMap(({ timed, table }, index) => {
      if (seen.has(table.id)) return [];
      seen.add(table.id);
      const paper = design.paperId ?? "";
      const settles = stages[index + 1]?.table.within != null;
      const care = { chance: 0.5, why: "" };
      const drying = timed.dry === 0 || settles ? [] : changed(table.name, "drying", dryingTime(was, timed, paper, room, care), dryingTime(is, timed, paper, room, care));
      return [...drying, ...changed(table.name, "hands", handsTime(was, timed, 0), handsTime(is, timed, 0))];
    }),
  );
  return found.sort((a, b) => Math.abs(Math.log(b.after / b.before)) - Math.abs(Math.log(a.after / a.before)));
}

/** `First wash dries in about 9 min (was 8), eight times in ten 7 to 12, on 14 taps`. */
export const learnedWords = ({ stage, what, before, after, low, high, seen }: LearnedNow): string =>
  t`${stage} ${what === "drying" ? t`dries in` : t`takes the hands`} about ${measured(after)} min (was ${measured(before)}), eight times in ten ${measured(low)} to ${measured(high)}, on ${seen === 1 ? t`one tap` : t`${String(seen)} taps`}`;
