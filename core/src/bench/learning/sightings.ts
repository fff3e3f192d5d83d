import { evaporation, USUAL_ROOM, type Room } from "../../colour/puddles.ts";
import type { BenchFact } from "../live.ts";
import type { Effects } from "./pooled.ts";

/** A stage as far as its times go. */
export interface SeenStage {
  readonly id: string;
  readonly hands: number;
  readonly dry: number;
  readonly within: number | null;
  /** What is put on: watercolour, ink, masking fluid ... */
  readonly medium: string;
  readonly water: string;
}

/** What happened to the units of one batch. */
export interface SeenBatch {
  readonly route: readonly SeenStage[];
  /** With the room as it was, where that is known. */
  readonly facts: readonly (BenchFact & { readonly room?: Room | null })[];
}

/** Minutes of the heat tool on one panel. */
export const HEATING = 3;

const MINUTE = 60_000;
/** Between two taps there may have been more than painting: these multiples of the planned time are no sightings. */
const [SHORTEST, LONGEST] = [0.2, 4];
/** Taps that tell of drying quicker or slower than these multiples were made afterwards, or with a clock that was wrong. */
const [QUICKEST, SLOWEST] = [0.15, 8];
/** With as many panels behind it, a stage takes as long as planned. */
const PRACTISED = 10;

/** How much slower a room dries than the usual one, as a log: what a thin sheet of water loses to still air tells. */
export const dampness = (room: Room | null | undefined): number => (room ? Math.log(evaporation(USUAL_ROOM) / evaporation(room)) : 0);

/** What bears on a stage's drying. @param damp by `dampness` */
export function dryingEffects({ id, medium, water }: Pick<SeenStage, "id" | "medium" | "water">, paper: string, damp: number): Effects {
  return { shop: 1, [`medium:${medium}`]: 1, [`water:${water}`]: 1, [`stage:${id}`]: 1, [`paper:${paper}`]: 1, damp };
}

/** A drying that was seen, between two multiples of the planned time. */
export interface DryingSeen {
  readonly stage: string;
  /** 0 and Infinity where nothing is known. */
  readonly low: number;
  readonly high: number;
  readonly room: Room | null;
}
/** Hands on one panel, as a multiple of the planned time, with so many panels done of the stage before. */
export interface HandsSeen {
  readonly stage: string;
  readonly before: number;
  readonly took: number;
}

/**
 * Drying times as the taps tell them, as multiples of the planned ones. "Still wet" is a time it was not dry by; "dry already", or the next
 * stage begun, a time by which it was; a stage that is caught while wet says nothing of when it would have been dry. What the heat tool
 * dried was still wet when it was taken up: that is all it says of the air, and what came after says nothing.
 */
export function dryingSightings({ route, facts }: SeenBatch): DryingSeen[] {
  return byUnit(facts).flatMap((ofUnit) =>
    route.flatMap((stage, index) => {
      const ended = ofUnit.find((fact) => fact.stage === stage.id && fact.what === "done");
      if (!ended || stage.dry === 0) return [];
      const after = (at: Date): number => (at.getTime() - ended.at.getTime()) / MINUTE / stage.dry;
      const next = route[index + 1];
      const begun = next ? ofUnit.find((fact) => fact.stage === next.id && fact.what === "done") : undefined;
      const heated = ofUnit.find((fact) => fact.stage === stage.id && fact.what === "heated");
      const byAir = ofUnit.filter((fact) => !heated || fact.at < heated.at);
      const goneOn = begun && byAir.includes(begun) && next && next.within === null ? after(begun.at) - next.hands / stage.dry : Infinity;
      const takenUp = heated ? after(heated.at) - HEATING / stage.dry : 0;
      const low = Math.max(0, takenUp, ...byAir.filter((fact) => fact.stage === stage.id && fact.what === "still-wet").map((fact) => after(fact.at)));
      const high = Math.min(goneOn, ...byAir.filter((fact) => fact.stage === stage.id && fact.what === "dry").map((fact) => after(fact.at)));
      if ((low <= 0 && high === Infinity) || high < QUICKEST || low > SLOWEST) return [];
      // Said to be wet after it was said to be dry: the later word counts.
      return [{ stage: stage.id, low, high: high > low && high > 0 ? high : Infinity, room: ended.room ?? null }];
    }),
  );
}

/** What bears on the hands of a stage, with so many panels done of it before. */
export const handsEffects = (stage: Pick<SeenStage, "id" | "medium">, before: number): Effects => ({
  shop: 1,
  [`medium:${stage.medium}`]: 1,
  [`stage:${stage.id}`]: 1,
  practice: -Math.log((1 + before) / PRACTISED),
});

/** Hands times of single panels: from one tap to the next of the same stage, where nothing else lay between. */
export function handsSightings({ route, facts }: SeenBatch): HandsSeen[] {
  const done = facts.filter((fact) => fact.what === "done").sort((a, b) => a.at.getTime() - b.at.getTime());
  const before = new Map<string, number>();
  return done.flatMap((fact, index) => {
    const count = before.get(fact.stage) ?? 0;
    before.set(fact.stage, count + 1);
    const last = done[index - 1];
    const stage = route.find((each) => each.id === fact.stage);
    if (!stage || stage.hands === 0 || last?.stage !== fact.stage) return [];
    const took = (fact.at.getTime() - last.at.getTime()) / MINUTE / stage.hands;
    return took >= SHORTEST && took <= LONGEST ? [{ stage: stage.id, before: count, took }] : [];
  });
}

function byUnit<Fact extends BenchFact>(facts: readonly Fact[]): Fact[][] {
  const units = new Map<string, Fact[]>();
  for (const fact of facts) units.set(fact.unit, [...(units.get(fact.unit) ?? []), fact]);
  return [...units.values()];
}

/** The humidity that dries as slowly as a room does, at the warmth of the usual room: `dampness` turned round. @param damp by `dampness` */
export function humidityOf(damp: number): number {
  const { warm } = USUAL_ROOM;
  const dry = evaporation({ warm, humid: 0 });
  return Math.max(0, Math.min(1, 1 - (evaporation(USUAL_ROOM) * Math.exp(-damp)) / dry));
}
