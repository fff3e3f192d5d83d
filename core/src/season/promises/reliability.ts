import type { Spreads } from "../odds/odds.ts";
import type { Spread } from "../odds/spread.ts";
import { STATES, type PromiseState } from "./promiseState.ts";

/** What was said of a promise, and what came of it. */
export interface Claim {
  readonly need: string;
  /** The chance that was said, 0 to 1. */
  readonly chance: number;
  readonly kept: boolean;
}

/** Claims of one state against what came of them. */
export interface ReliabilityBand {
  readonly state: PromiseState;
  readonly claims: number;
  /** Chance that was said in the mean, and the share that was kept. */
  readonly said: number;
  readonly kept: number;
}

/** How true the chances of a shop have been. */
export interface Reliability {
  /** Needs that met their day or missed it, and claims made of them. */
  readonly needs: number;
  readonly claims: number;
  /** Mean square of what was said less what came, 0 best (Brier, Monthly Weather Review 78, 1950); null before there is any. */
  readonly brier: number | null;
  readonly bands: readonly ReliabilityBand[];
  /** So many times as wide as believed the times of the shop turned out; 1 where it was not too sure. */
  readonly widen: number;
}

/** Before anything came of anything. */
export const NOTHING_CLAIMED: Reliability = { needs: 0, claims: 0, brier: null, bands: [], widen: 1 };

/** A chance nearer to certain than this is not told apart from certain: one surprise would outweigh all else. */
const NEARLY = 0.02;
/** Belief before any claim that the chances are right: the slope is 1 give or take so much. */
const SLOPE_SD = 0.3;
/** Beliefs are widened by no more than this at once. */
const MOST_WIDER = 2.5;
const NEWTON_STEPS = 25;

/**
 * How true the chances have been. Several claims of one need count as one together: they share what came of it.
 * Too sure or not is told by the slope of what came on the log odds of what was said (Cox, Biometrika 45, 1958): of a time that is spread normally
 * around its day the log odds go as the distance in standard deviations, so a slope below 1 says that the true deviation is so many times wider.
 */
export function reliabilityOf(claims: readonly Claim[]): Reliability {
  if (claims.length === 0) return NOTHING_CLAIMED;
  const times = new Map<string, number>();
  for (const { need } of claims) times.set(need, (times.get(need) ?? 0) + 1);
  const weighed = claims.map((claim): Weighed => ({ ...claim, weight: 1 / (times.get(claim.need) ?? 1) }));
  return {
    needs: times.size,
    claims: claims.length,
    brier: mean(weighed, ({ chance, kept }) => (chance - Number(kept)) ** 2),
    bands: STATES.flatMap(({ state, from }, index): ReliabilityBand[] => {
      const until = STATES[index - 1]?.from ?? Infinity;
      const own = weighed.filter(({ chance }) => chance >= from && chance < until);
      return own.length === 0 ? [] : [{ state, claims: own.length, said: mean(own, ({ chance }) => chance), kept: mean(own, ({ kept }) => Number(kept)) }];
    }),
    widen: Math.min(MOST_WIDER, Math.max(1, 1 / slopeOf(weighed))),
  };
}

/** Beliefs as wide as what came says they must be. */
export function widened(spreads: Spreads, widen: number): Spreads {
  const wider = (spread: Spread): Spread => ({ ...spread, scale: spread.scale * widen ** 2 });
  return widen === 1 ? spreads : { ...spreads, hands: wider(spreads.hands), drying: wider(spreads.drying) };
}

interface Weighed extends Claim {
  readonly weight: number;
}

const mean = (claims: readonly Weighed[], of: (claim: Weighed) => number): number =>
  claims.reduce((sum, claim) => sum + claim.weight * of(claim), 0) / claims.reduce((sum, { weight }) => sum + weight, 0);

/** The slope with the greatest posterior, by Newton's method: the posterior has one peak. */
function slopeOf(claims: readonly Weighed[]): number {
  let slope = 1;
  for (let step = 0; step < NEWTON_STEPS; step += 1) {
    let [gradient, curvature] = [(1 - slope) / SLOPE_SD ** 2, 1 / SLOPE_SD ** 2];
    for (const { chance, kept, weight } of claims) {
      const bounded = Math.min(1 - NEARLY, Math.max(NEARLY, chance));
      const logit = Math.log(bounded / (1 - bounded));
      const told = 1 / (1 + Math.exp(-slope * logit));
      gradient += weight * logit * (Number(kept) - told);
      curvature += weight * logit * logit * told * (1 - told);
    }
    const next = Math.max(1 / MOST_WIDER, slope + gradient / curvature);
    if (Math.abs(next - slope) < 1e-9) break;
    slope = next;
  }
  return slope;
}
