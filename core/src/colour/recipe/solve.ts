import type { Lab } from "../light.ts";
import { LOAD } from "../mix.ts";
import { leastSquares } from "./least.ts";
import type { Mixer, pullsAt, MixWay } from "./mixer.ts";

/** What mixes are reckoned on: quickly, in full, and towards which colour. */
export interface Ground {
  readonly rough: Mixer;
  readonly mixer: Mixer;
  readonly ways: (lab: Lab) => MixWay;
  readonly strengths: readonly number[];
}

/** Amounts of a set of paints that come nearest to the wanted colour, and how the way there changes with each. */
export interface Solved {
  readonly amounts: readonly number[];
  readonly way: MixWay;
  readonly columns: readonly MixWay[];
  readonly away: number;
}

const ROUNDS = 3;
/** An amount of which one would be far below nothing leads nowhere: without that paint the mix is better. */
const HOPELESS = -0.35;
const LEAST_SHARE = 0.04;

const long = (way: MixWay): number => Math.sqrt(way[0] * way[0] + way[1] * way[1] + way[2] * way[2]);

/**
 * Amounts to begin with, if colours just added up along their pulls at the wanted colour.
 * @param hopeless share of the largest below nothing at which a set is left; -Infinity leaves none
 */
export function begin(ids: readonly number[], pulls: ReturnType<typeof pullsAt>, hopeless = HOPELESS): number[] | null {
  const columns = ids.map((id) => pulls.paints[id] ?? ([0, 0, 0] as MixWay));
  const amounts = leastSquares(columns, pulls.whole, 1e-6);
  if (!amounts) return null;
  const most = Math.max(...amounts);
  if (most <= 0) return ids.length === 1 ? [0.2] : null;
  return amounts.some((amount) => amount < hopeless * most) ? null : amounts.map((amount) => Math.max(amount, LEAST_SHARE * most));
}

/** @param giveUp leaves a set whose first answers stay farther than this */
export function nearestAmounts(ids: readonly number[], start: readonly number[], ground: Ground, giveUp: number): Solved | null {
  let amounts = withinLoad(ids, start, ground.strengths);
  let solved = slopesAt(ids, amounts, ground);
  for (let round = 1; round < ROUNDS; round += 1) {
    const [p, q, r] = solved.way;
    const step = leastSquares(solved.columns, [-p, -q, -r], 1e-4);
    if (!step) break;
    const least = LEAST_SHARE * Math.max(...amounts);
    const next = withinLoad(
      ids,
      amounts.map((amount, index) => Math.max(least, Math.min(2.2 * amount, Math.max(0.35 * amount, amount + (step[index] ?? 0))))),
      ground.strengths,
    );
    const after = slopesAt(ids, next, ground);
    if (after.away > solved.away) break;
    amounts = next;
    solved = after;
    if (solved.away > giveUp) return null;
  }
  if (solved.away > giveUp) return null;
  const way = ground.ways(ground.mixer.lab(ids, amounts));
  return { ...solved, way, away: long(way) };
}

function withinLoad(ids: readonly number[], amounts: readonly number[], strengths: readonly number[]): number[] {
  const load = ids.reduce((sum, id, index) => sum + (amounts[index] ?? 0) * (strengths[id] ?? 1), 0);
  const scale = load > LOAD.most ? LOAD.most / load : load < LOAD.least ? LOAD.least / Math.max(1e-9, load) : 1;
  return amounts.map((amount) => amount * scale);
}

function slopesAt(ids: readonly number[], amounts: number[], { rough, ways }: Ground): Solved {
  const way = ways(rough.lab(ids, amounts));
  const moved = [...amounts];
  const columns = amounts.map((amount, index): MixWay => {
    const step = 0.02 * amount + 1e-4;
    moved[index] = amount + step;
    const there = ways(rough.lab(ids, moved));
    moved[index] = amount;
    return [(there[0] - way[0]) / step, (there[1] - way[1]) / step, (there[2] - way[2]) / step];
  });
  return { amounts, way, columns, away: long(way) };
}
