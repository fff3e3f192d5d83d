import { unitState, type BenchFact, type UnitState } from "../live.ts";
import { nextAtTable, type LiveBatch } from "../table/next.ts";
import { isLost, isOver, paintUnit, rehearsal, through, wait, type RehearsedBench, type RehearsalSetting, type RehearsedBatch } from "./bench.ts";

/** A way of playing a bench: the next move. */
export type Player = (at: RehearsedBench) => RehearsedBench;

/** Any moment will do for a clock that is only rehearsed. */
const BEGUN = Date.UTC(2000, 0, 1);
const momentOf = (minutes: number): Date => new Date(BEGUN + minutes * 60_000);
const minutesOf = (moment: Date): number => (moment.getTime() - BEGUN) / 60_000;

/** The panels of a batch as a clock on the bench would show them. */
export function standing(at: RehearsedBench, batch: RehearsedBatch): UnitState[] {
  const facts = new Map<string, BenchFact[]>(batch.units.map((unit) => [unit, []]));
  for (const fact of at.facts) facts.get(fact.unit)?.push({ unit: fact.unit, stage: fact.stage, what: fact.what, at: momentOf(fact.at) });
  const route = batch.route.map(({ live }) => live);
  return batch.units.map((unit) => unitState(unit, route, facts.get(unit) ?? [], momentOf(at.now)));
}

/** Does at every turn what the live bench says, panel by panel, and waits until its clocks have run out. */
export const byTheClock: Player = (at) => {
  const table = at.setting.batches.map((batch): LiveBatch => ({ id: batch.id, palette: batch.palette, route: batch.route.map(({ live }) => live), units: standing(at, batch) }));
  const next = nextAtTable(table, momentOf(at.now), at.hands, null, { changeover: at.setting.changeover, mixed: at.mixed });
  if (!next || next.move.kind === "finished") return at;
  const { move, batch } = next;
  if (move.kind === "wait") return wait(at, minutesOf(move.until));
  return paintUnit(at, batch, move.units.slice(0, 1));
};

/** Paints whatever stands farthest ahead as soon as a share of its clock has run, as one does who cannot wait. */
export const impatient =
  (share: number): Player =>
  (at) => {
    const soonest = at.setting.batches
      .flatMap((batch) =>
        batch.units
          .filter((unit) => !isLost(at, unit) && through(at, unit) < batch.route.length)
          .map((unit) => {
            const layer = batch.route[through(at, unit) - 1];
            const done = at.facts.find((fact) => fact.unit === unit && fact.what === "done" && fact.stage === layer?.id)?.at ?? 0;
            return { batch: batch.id, unit, from: layer ? done + layer.live.dry * share : 0 };
          }),
      )
      .sort((a, b) => a.from - b.from)[0];
    return soonest ? paintUnit(wait(at, soonest.from), soonest.batch, [soonest.unit]) : at;
  };

/** Takes one panel through its whole route before the next, waiting out every clock. */
export const cardAfterCard: Player = (at) => {
  for (const batch of at.setting.batches) {
    const state = standing(at, batch).find(({ unit, done }) => !isLost(at, unit) && done < batch.route.length);
    if (state) return paintUnit(state.wetness.state === "wet" && state.dryAt ? wait(at, minutesOf(state.dryAt)) : at, batch.id, [state.unit]);
  }
  return at;
};

/** More moves than any bench that is rehearsed has. */
const MOST_MOVES = 20_000;

/** Plays a bench to its end. @throws where a player stands still before it is over */
export function play(from: RehearsedBench, player: Player): RehearsedBench {
  let at = from;
  for (let move = 0; !isOver(at) && move < MOST_MOVES; move += 1) {
    const after = player(at);
    if (after === at) throw new Error(`the player stands still after ${String(at.now)} min`);
    at = after;
  }
  return at;
}

/** What there is to say when a rehearsal is over, or left. */
export interface Played {
  /** Minutes from its beginning until the last panel was through. */
  readonly minutes: number;
  readonly busy: number;
  readonly good: number;
  readonly lost: number;
  /** Minutes of work that went into panels that were lost, or into saving others. */
  readonly wasted: number;
  readonly palettes: number;
}

export function played(at: RehearsedBench): Played {
  const units = at.setting.batches.flatMap((batch) => batch.units.map((unit) => ({ batch, unit })));
  const lost = units.filter(({ unit }) => isLost(at, unit));
  const hands = ({ batch, unit }: (typeof units)[number]): number => batch.route.slice(0, through(at, unit)).reduce((sum, stage) => sum + stage.hands, 0);
  return {
    minutes: at.now,
    busy: at.busy,
    good: units.filter(({ batch, unit }) => !isLost(at, unit) && through(at, unit) === batch.route.length).length,
    lost: lost.length,
    wasted: lost.reduce((sum, each) => sum + hands(each), 0) + at.broken.reduce((sum, { minutes }) => sum + minutes, 0),
    palettes: at.palettes,
  };
}

/** How a bench goes by the clock, over many benches: minutes at the earliest, mostly and at the latest, and panels lost on one. */
export interface Forecast {
  readonly quickest: number;
  readonly mostly: number;
  readonly slowest: number;
  readonly lost: number;
  /** Minutes where each panel is taken to its end before the next. */
  readonly cardByCard: number;
}

/** Plays benches with numbers of their own from the given one on. @param benches how many, at least 1 */
export function rehearsalForecast(setting: RehearsalSetting, benches: number): Forecast {
  const all = Array.from({ length: benches }, (_, more) => played(play(rehearsal({ ...setting, seed: setting.seed + more }), byTheClock)));
  const sorted = all.map((each) => each.minutes).sort((a, b) => a - b);
  return {
    quickest: sorted[0] ?? 0,
    mostly: sorted[Math.floor(sorted.length / 2)] ?? 0,
    slowest: sorted[sorted.length - 1] ?? 0,
    lost: all.reduce((sum, { lost }) => sum + lost, 0) / benches,
    cardByCard: played(play(rehearsal(setting), cardAfterCard)).minutes,
  };
}
