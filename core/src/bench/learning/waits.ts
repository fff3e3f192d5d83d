import { techniqueOf, type TechniqueId } from "../../designs/route/techniques.ts";
import { boundsOf, dampOf, handsOf, practiceOf, type StageRecord } from "./records.ts";
import { dampness, dryingEffects, handsEffects, type SeenStage } from "./sightings.ts";
import { expected, learnTimes, type PooledEstimate, type Priors } from "./pooled.ts";
import type { Room } from "../../colour/puddles.ts";

/** Guesses from the craft: a wash of half an hour dries in 20 to 45 minutes, and what dries in one room dries alike. */
const DRYING_PRIORS: Priors = {
  of: (effect) => {
    const [pool = ""] = effect.split(":");
    if (effect === "damp") return { mean: 1, sd: 0.35 };
    if (effect === "shop") return { mean: 0, sd: 0.2 };
    return { mean: 0, sd: pool === "water" ? 0.1 : 0.15, pool };
  },
  scatter: 0.22,
  weight: 8,
};

/** Hands are told too short by a tenth, and gain about 7 % each time the panels done of a stage double (Wright, J. Aeronautical Sciences 3, 1936). */
const HANDS_PRIORS: Priors = {
  of: (effect) => {
    const [pool = ""] = effect.split(":");
    if (effect === "practice") return { mean: 0.1, sd: 0.06 };
    if (effect === "shop") return { mean: 0.1, sd: 0.2 };
    return { mean: 0, sd: 0.15, pool };
  },
  scatter: 0.25,
  weight: 8,
};

export interface BenchTimes {
  readonly drying: PooledEstimate;
  readonly hands: PooledEstimate;
  /** Sightings of each stage, by its id. */
  readonly seen: ReadonlyMap<string, { readonly dry: number; readonly hands: number }>;
}

/** What a shop's benches have told of times, from the counts of it. */
export function learnBench(records: readonly StageRecord[]): BenchTimes {
  const drying = records.flatMap((stage) =>
    stage.drying.map(([low, high, damp, count]) => ({ effects: dryingEffects(stage, stage.paper, dampOf(damp)), ...boundsOf(low, high), count })),
  );
  const hands = records.flatMap((stage) =>
    stage.hands.map(([practice, count, sum, squares]) => {
      const { took, squares: around } = handsOf(count, sum, squares);
      return { effects: handsEffects(stage, practiceOf(practice)), low: took, high: took, count, squares: around };
    }),
  );
  return {
    drying: learnTimes(drying, DRYING_PRIORS),
    hands: learnTimes(hands, HANDS_PRIORS),
    seen: new Map(
      records.map(({ id, ...of }) => [id, { dry: of.drying.reduce((sum, [, , , count]) => sum + count, 0), hands: of.hands.reduce((sum, [, count]) => sum + count, 0) }]),
    ),
  };
}

/** How sure it should be that a panel is dry before what comes next touches it, by what touching too early costs. */
export interface Care {
  readonly chance: number;
  readonly why: string;
}
const CARES: readonly Care[] = [
  { chance: 0.7, why: "little is lost if it is a little damp" },
  { chance: 0.8, why: "a wash over damp paint blooms, and can mostly be saved" },
  { chance: 0.9, why: "over damp paper it runs or smears" },
  { chance: 0.95, why: "over damp paper it tears the surface, and the panel is lost" },
];
/** Pulled off damp paper these tear it, whatever else they risk. */
const TEARS: ReadonlySet<string> = new Set(["unmask", "untape"]);

/** @param next what comes after the drying; null where nothing is known of it or nothing comes */
export function careBefore(next: TechniqueId | null): Care {
  const [least = { chance: 0.7, why: "" }, wash = least, runs = wash, tears = runs] = CARES;
  if (next === null) return wash;
  if (TEARS.has(next)) return tears;
  const { risk, wets } = techniqueOf(next);
  return risk >= 3 ? tears : risk === 2 ? runs : wets || risk === 1 ? wash : least;
}

/** A time as it is planned with, and how well it is known. Minutes. */
export interface LearnedTime {
  readonly planned: number;
  /** What it mostly takes. */
  readonly typical: number;
  /** Eight times in ten it takes between these. */
  readonly low: number;
  readonly high: number;
  /** What to wait: not exceeded with the chance that the next stage asks for. The typical time for hands. */
  readonly take: number;
  readonly seen: number;
}

export function dryingTime(times: BenchTimes, stage: SeenStage, paper: string, room: Room | null, care: Care): LearnedTime {
  const of = expected(times.drying, dryingEffects(stage, paper, dampness(room)), DRYING_PRIORS);
  return { ...inMinutes(stage.dry, of), take: stage.dry * of.within(care.chance), seen: times.seen.get(stage.id)?.dry ?? 0 };
}

/** @param before panels of the stage done already: practice makes the next ones quicker */
export function handsTime(times: BenchTimes, stage: SeenStage, before: number): LearnedTime {
  const of = expected(times.hands, handsEffects(stage, before), HANDS_PRIORS);
  return { ...inMinutes(stage.hands, of), take: stage.hands * of.typical, seen: times.seen.get(stage.id)?.hands ?? 0 };
}

const inMinutes = (planned: number, of: { typical: number; low: number; high: number }) => ({
  planned,
  typical: planned * of.typical,
  low: planned * of.low,
  high: planned * of.high,
});

/** Which other stages a stage's drying leans on: those of the same medium with sightings, the most seen first. */
export function borrowedFrom(times: BenchTimes, stage: SeenStage, others: readonly SeenStage[]): { readonly stage: string; readonly seen: number }[] {
  return others
    .filter((other) => other.id !== stage.id && other.medium === stage.medium)
    .map((other) => ({ stage: other.id, seen: times.seen.get(other.id)?.dry ?? 0 }))
    .filter(({ seen }) => seen > 0)
    .sort((a, b) => b.seen - a.seen);
}
