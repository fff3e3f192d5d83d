import { minutes, type Minutes } from "../measure/minutes.ts";

/** A stage of the route on the live bench. */
export interface LiveStage {
  readonly id: string;
  readonly name: string;
  readonly hands: Minutes;
  /** Before a row of panels, where it is known. */
  readonly setup?: Minutes;
  readonly dry: Minutes;
  readonly within: Minutes | null;
  /** After so long it is mostly dry, though not surely; and after so long as good as always. Where they are known. */
  readonly damp?: Minutes;
  readonly bone?: Minutes;
  /** No paint is used in it: what is mixed stays on the palette. */
  readonly withoutPaint?: boolean;
}

/** Something that happened to a unit. `done` ends a stage, `skipped` leaves it out, `dry` and `still-wet` correct its clock, `heated` says the heat tool dried it, `spoilt` ends the unit. */
export interface BenchFact {
  readonly unit: string;
  readonly stage: string;
  readonly what: "done" | "dry" | "heated" | "still-wet" | "spoilt" | "skipped";
  readonly at: Date;
}

export type Wetness =
  | { readonly state: "waiting" }
  | { readonly state: "wet"; readonly dryAt: Date; readonly dampAt?: Date }
  | { readonly state: "catch"; readonly until: Date }
  | { readonly state: "missed"; readonly since: Date }
  | { readonly state: "dry"; readonly boneAt?: Date }
  | { readonly state: "finished" }
  | { readonly state: "spoilt" };

/** A unit as it stands: how many stages are done and how wet it is. `dryAt` is when the last stage is or was dry. */
export interface UnitState {
  readonly unit: string;
  readonly done: number;
  readonly wetness: Wetness;
  readonly dryAt: Date | null;
}

/** Whether a unit stands as it stood, clocks and all. */
export function sameStanding(a: UnitState, b: UnitState): boolean {
  const at = (wetness: Wetness): (number | undefined)[] =>
    wetness.state === "wet"
      ? [wetness.dryAt.getTime(), wetness.dampAt?.getTime()]
      : wetness.state === "catch"
        ? [wetness.until.getTime()]
        : wetness.state === "missed"
          ? [wetness.since.getTime()]
          : wetness.state === "dry"
            ? [wetness.boneAt?.getTime()]
            : [];
  const before = at(b.wetness);
  return a.unit === b.unit && a.done === b.done && a.wetness.state === b.wetness.state && at(a.wetness).every((time, index) => time === before[index]);
}

/** When a unit next stands otherwise by the clock alone: damp, dry, its window closed, bone dry. Null where only hands change it. */
export function changesAt({ wetness }: UnitState, now: Date): Date | null {
  const coming = wetness.state === "wet" ? [wetness.dampAt, wetness.dryAt] : wetness.state === "catch" ? [wetness.until] : wetness.state === "dry" ? [wetness.boneAt] : [];
  return coming.find((at) => at !== undefined && at > now) ?? null;
}

/** A unit still wet when it should be dry is looked at again after so long. */
const LOOK_AGAIN = minutes(10);
const later = (from: Date, by: Minutes): Date => new Date(from.getTime() + by * 60_000);

/**
 * Where a unit stands at a moment, from the facts told about it. Of the same fact told twice the earlier moment wins.
 * @param facts those of this unit, in any order
 */
export function unitState(unit: string, route: readonly LiveStage[], facts: readonly BenchFact[], now: Date): UnitState {
  const earliest = new Map<string, Date>();
  for (const fact of facts) {
    const key = `${fact.stage}/${fact.what}`;
    const before = earliest.get(key);
    // "Still wet" is told again and again; its latest telling counts.
    if (!before || (fact.what === "still-wet" ? fact.at > before : fact.at < before)) earliest.set(key, fact.at);
  }
  let done = 0;
  const isPast = (stage: LiveStage | undefined): boolean => stage !== undefined && (earliest.has(`${stage.id}/done`) || earliest.has(`${stage.id}/skipped`));
  while (isPast(route[done])) done += 1;
  if (facts.some((fact) => fact.what === "spoilt")) return { unit, done, wetness: { state: "spoilt" }, dryAt: null };
  // What was skipped wets nothing: the stage before it is what may still be drying.
  const last = route.slice(0, done).findLast((stage) => earliest.has(`${stage.id}/done`));
  const next = route[done];
  const ended = last ? earliest.get(`${last.id}/done`) : undefined;
  if (!last || !ended) return { unit, done, wetness: { state: next ? "waiting" : "finished" }, dryAt: null };
  const planned = later(ended, last.dry);
  const saidWet = earliest.get(`${last.id}/still-wet`);
  // The later word counts: what was found wet again is not dry for having been called so.
  const saidDry = facts
    .filter((fact) => fact.stage === last.id && (fact.what === "dry" || fact.what === "heated") && (!saidWet || fact.at > saidWet))
    .reduce<Date | undefined>((first, { at }) => (first && first <= at ? first : at), undefined);
  const dryAt = saidDry ?? (saidWet && later(saidWet, LOOK_AGAIN) > planned ? later(saidWet, LOOK_AGAIN) : planned);
  const dampAt = last.damp === undefined || saidWet || next?.within != null ? {} : { dampAt: later(ended, last.damp) };
  if (now < dryAt) return { unit, done, wetness: { state: "wet", dryAt, ...dampAt }, dryAt };
  if (!next) return { unit, done, wetness: { state: "finished" }, dryAt };
  // Told to be dry it is as dry as a finger tells; only time makes it bone dry.
  if (next.within === null) return { unit, done, wetness: { state: "dry", ...(last.bone === undefined ? {} : { boneAt: later(ended, last.bone) }) }, dryAt };
  const until = later(dryAt, next.within);
  return { unit, done, wetness: now <= until ? { state: "catch", until } : { state: "missed", since: until }, dryAt };
}

/** What to do now, or how long to wait. */
export type NextMove =
  | { readonly kind: "do"; readonly stage: number; readonly units: readonly string[]; readonly urgent: boolean }
  | { readonly kind: "wait"; readonly until: Date; readonly unit: string; readonly stage: number }
  | { readonly kind: "finished" };

/**
 * The next best move at one batch. What must be caught while wet goes first, and nothing is begun that would run into
 * such a window; then the stage that the hands are at, as long as units are ready for it; then the earliest stage, so
 * that what dries longest starts first.
 */
export function nextMove(route: readonly LiveStage[], units: readonly UnitState[], now: Date, lastStage: number | null): NextMove {
  const open = units.filter((unit) => unit.wetness.state !== "spoilt" && unit.wetness.state !== "finished" && unit.done < route.length);
  const [caught] = open.filter((unit) => unit.wetness.state === "catch" || unit.wetness.state === "missed").sort((a, b) => (a.dryAt?.getTime() ?? 0) - (b.dryAt?.getTime() ?? 0));
  if (caught) return { kind: "do", stage: caught.done, units: [caught.unit], urgent: true };
  const soonest = open.filter((unit) => unit.wetness.state === "wet" && route[unit.done]?.within != null).sort((a, b) => (a.dryAt?.getTime() ?? 0) - (b.dryAt?.getTime() ?? 0))[0];
  const free = (stage: number): boolean => {
    const within = soonest ? (route[soonest.done]?.within ?? 0) : 0;
    return !soonest?.dryAt || later(now, route[stage]?.hands ?? minutes(0)) <= later(soonest.dryAt, minutes(within));
  };
  const ready = open.filter((unit) => (unit.wetness.state === "waiting" || unit.wetness.state === "dry") && free(unit.done));
  const stages = [...new Set(ready.map((unit) => unit.done))].sort((a, b) => a - b);
  const stage = lastStage !== null && stages.includes(lastStage) ? lastStage : stages[0];
  if (stage !== undefined) return { kind: "do", stage, units: ready.filter((unit) => unit.done === stage).map((unit) => unit.unit), urgent: false };
  const waiting = open.filter((unit) => unit.wetness.state === "wet").sort((a, b) => (a.dryAt?.getTime() ?? 0) - (b.dryAt?.getTime() ?? 0))[0];
  if (waiting?.dryAt) return { kind: "wait", until: waiting.dryAt, unit: waiting.unit, stage: waiting.done };
  return units.some((unit) => unit.wetness.state === "wet") ? waitForLast(units) : { kind: "finished" };
}

function waitForLast(units: readonly UnitState[]): NextMove {
  const [last] = units.filter((unit) => unit.wetness.state === "wet").sort((a, b) => (b.dryAt?.getTime() ?? 0) - (a.dryAt?.getTime() ?? 0));
  return last?.dryAt ? { kind: "wait", until: last.dryAt, unit: last.unit, stage: last.done } : { kind: "finished" };
}
