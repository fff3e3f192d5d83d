import { dampness, dryingSightings, handsSightings, type SeenBatch, type SeenStage } from "./sightings.ts";

/**
 * What was seen of a stage's times, counted: enough to learn from, however many panels it was. Whole numbers alone, so that what a batch
 * taught can be added and taken out again to the last digit. Drying times lie between two bounds and are counted by them and by how damp
 * the room was; hands times are summed by practice, since they are seen whole and their number, sum and squares tell all of them.
 */
export interface TimesSeen {
  readonly stage: string;
  readonly what: "drying" | "hands";
  /** Bounds of the log of the multiple of the planned time, in steps of `BOUND`; 0 for hands. */
  readonly low: number;
  readonly high: number;
  /** How damp the room was, or how much practice there was before, in steps. */
  readonly beside: number;
  readonly count: number;
  /** Of the logs of hands times, in steps of `HUNDREDTH`, and of their squares; 0 for drying. */
  readonly sum: number;
  readonly squares: number;
}

/** The same of one stage, with what bears on it. */
export interface StageRecord extends Pick<SeenStage, "id" | "medium" | "water"> {
  readonly paper: string;
  readonly drying: readonly (readonly [low: number, high: number, damp: number, count: number])[];
  readonly hands: readonly (readonly [practice: number, count: number, sum: number, squares: number])[];
}

/** Steps are far finer than single times scatter: 0.2 and more. */
const [BOUND, HUNDREDTH, DAMP, PRACTICE] = [0.05, 0.01, 0.1, 0.25];
/** Bounds that are none, as steps: e to the fiftieth is beyond any drying. */
const NO_BOUND = 1000;

const stepsOf = (value: number, step: number): number => Math.round(value / step) || 0;

/** What one batch taught of times, each kind of sighting once. */
export function timesSeen(batch: SeenBatch): TimesSeen[] {
  const drying = dryingSightings(batch).map(({ stage, low, high, room }): TimesSeen => ({
    ...{ stage, what: "drying", count: 1, sum: 0, squares: 0, beside: stepsOf(dampness(room), DAMP) },
    low: low > 0 ? stepsOf(Math.log(low), BOUND) : -NO_BOUND,
    high: high < Infinity ? stepsOf(Math.log(high), BOUND) : NO_BOUND,
  }));
  const hands = handsSightings(batch).map(({ stage, before, took }): TimesSeen => {
    const log = stepsOf(Math.log(took), HUNDREDTH);
    return { ...{ stage, what: "hands", low: 0, high: 0, count: 1, sum: log, squares: log * log, beside: stepsOf(Math.log2(1 + before), PRACTICE) } };
  });
  return sumOfSeen([drying, hands]);
}

/** What tells one kind of sighting from another. */
export const sightingKey = ({ stage, what, low, high, beside }: Omit<TimesSeen, "count" | "sum" | "squares">): string => [stage, what, low, high, beside].join(" ");

const joined = (one: TimesSeen | undefined, other: TimesSeen): TimesSeen =>
  one ? { ...other, count: one.count + other.count, sum: one.sum + other.sum, squares: one.squares + other.squares } : other;

/** Records of stages from what was seen of them; a stage of which nothing is told is left out. */
export function recordsOf(stages: readonly (Pick<SeenStage, "id" | "medium" | "water"> & { readonly paper: string })[], seen: readonly TimesSeen[]): StageRecord[] {
  const byStage = new Map<string, TimesSeen[]>();
  for (const cell of seen) byStage.set(cell.stage, [...(byStage.get(cell.stage) ?? []), cell]);
  return stages.flatMap(({ id, medium, water, paper }) => {
    const cells = byStage.get(id);
    if (!cells) return [];
    const of = (what: TimesSeen["what"]): TimesSeen[] => cells.filter((cell) => cell.what === what);
    return [
      {
        ...{ id, medium, water, paper },
        drying: of("drying").map(({ low, high, beside, count }) => [low, high, beside, count] as const),
        hands: of("hands").map(({ beside, count, sum, squares }) => [beside, count, sum, squares] as const),
      },
    ];
  });
}

/** Steps of what is only borrowed from are coarser: it tells of the shop, of a medium and a paper, not of a stage. */
const COARSE = 4;

/**
 * Stages that nothing asks for now, taken together by what bears on them: what they tell of the shop, its air and its practice stays, at the
 * length of a few stages, however many there were.
 */
export function takenTogether(records: readonly StageRecord[]): StageRecord[] {
  const coarse = (steps: number): number => (Math.abs(steps) >= NO_BOUND ? steps : COARSE * Math.round(steps / COARSE) || 0);
  const kinds = new Map<string, StageRecord[]>();
  for (const record of records) {
    const key = JSON.stringify([record.medium, record.water, record.paper]);
    kinds.set(key, [...(kinds.get(key) ?? []), record]);
  }
  return [...kinds.values()].flatMap((of) => {
    const [first] = of;
    if (!first) return [];
    const stage = `earlier ${first.medium} ${first.water} ${first.paper}`;
    const seen = sightingsIn(of).map((cell) => ({ ...cell, stage, low: coarse(cell.low), high: coarse(cell.high), beside: coarse(cell.beside) }));
    return recordsOf([{ ...first, id: stage }], sumOfSeen([seen]));
  });
}

/** Several batches' worth, and what one of them taught taken out again where it is told with `less`. */
export function sumOfSeen(parts: readonly (readonly TimesSeen[])[], less: readonly TimesSeen[] = []): TimesSeen[] {
  const cells = new Map<string, TimesSeen>();
  const add = (cell: TimesSeen): void => {
    const key = sightingKey(cell);
    cells.set(key, joined(cells.get(key), cell));
  };
  for (const cell of parts.flat()) add(cell);
  for (const cell of less) add({ ...cell, count: -cell.count, sum: -cell.sum, squares: -cell.squares });
  return [...cells.values()].filter(({ count, sum, squares }) => count !== 0 || sum !== 0 || squares !== 0);
}

/** The same as cells again. */
export const sightingsIn = (records: readonly StageRecord[]): TimesSeen[] =>
  records.flatMap(({ id: stage, drying, hands }) => [
    ...drying.map(([low, high, beside, count]): TimesSeen => ({ stage, what: "drying", low, high, beside, count, sum: 0, squares: 0 })),
    ...hands.map(([beside, count, sum, squares]): TimesSeen => ({ stage, what: "hands", low: 0, high: 0, beside, count, sum, squares })),
  ]);

/** Bounds of a counted drying, as multiples of the planned time. */
export const boundsOf = (low: number, high: number): { readonly low: number; readonly high: number } => ({
  low: low <= -NO_BOUND ? 0 : Math.exp(low * BOUND),
  high: high >= NO_BOUND ? Infinity : Math.exp(high * BOUND),
});
export const dampOf = (steps: number): number => steps * DAMP;
/** Panels done before, as the middle of its step has it. */
export const practiceOf = (steps: number): number => 2 ** (steps * PRACTICE) - 1;
/** Mean of the multiple, and the squares of the logs around their mean. */
export function handsOf(count: number, sum: number, squares: number): { readonly took: number; readonly squares: number } {
  const mean = sum / count;
  return { took: Math.exp(mean * HUNDREDTH), squares: Math.max(0, squares - count * mean * mean) * HUNDREDTH ** 2 };
}
