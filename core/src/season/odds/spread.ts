import { normalDraw, gammaDraw } from "./draws.ts";

/**
 * What is believed of how real times relate to planned ones: the log of their ratio is normal with unknown mean and
 * variance, both under a normal-inverse-gamma belief, so that each time seen sharpens it (Gelman et al., Bayesian Data
 * Analysis, 3rd ed., section 3.3).
 */
export interface Spread {
  /** Mean of the log ratio; 0 is as planned. */
  readonly mean: number;
  /** As how many times seen the mean counts. */
  readonly weight: number;
  /** Shape and scale of the inverse gamma of the variance. */
  readonly shape: number;
  readonly scale: number;
  /** Times seen in this shop; 0 is a guess. */
  readonly seen: number;
}

/** A belief before anything was seen. @param typical ratio of the real time to the planned; @param sd of its log */
export const guess = (typical: number, sd: number, weight = 4): Spread => ({ mean: Math.log(typical), weight, shape: 3, scale: 2 * sd * sd, seen: 0 });

/** The belief after ratios of real to planned times were seen. Ratios that are not above zero tell nothing. */
export function learn(before: Spread, ratios: readonly number[]): Spread {
  const logs = ratios.filter((ratio) => ratio > 0 && Number.isFinite(ratio)).map(Math.log);
  const count = logs.length;
  if (count === 0) return before;
  const average = logs.reduce((sum, each) => sum + each, 0) / count;
  const squares = logs.reduce((sum, each) => sum + (each - average) ** 2, 0);
  const weight = before.weight + count;
  return {
    mean: (before.weight * before.mean + count * average) / weight,
    weight,
    shape: before.shape + count / 2,
    scale: before.scale + squares / 2 + (before.weight * count * (average - before.mean) ** 2) / (2 * weight),
    seen: before.seen + count,
  };
}

/**
 * The belief after times were seen that scatter so much around the ones that were learned, which the scatter's own first guess is taken out of.
 * @param learned `scatter` in logs, with the guess it began from and as how many times seen that counts
 */
export function around(
  before: Spread,
  { scatter, seen, guessed }: { readonly scatter: number; readonly seen: number; readonly guessed: { readonly scatter: number; readonly weight: number } },
): Spread {
  const squares = Math.max(0, (guessed.weight + seen) * scatter ** 2 - guessed.weight * guessed.scatter ** 2);
  return { mean: before.mean, weight: before.weight + seen, shape: before.shape + seen / 2, scale: before.scale + squares / 2, seen: before.seen + seen };
}

/** One possible truth under a belief: mean and standard deviation of the log ratio. */
export function drawTruth(spread: Spread, random: () => number): { mean: number; sd: number } {
  const variance = spread.scale / gammaDraw(spread.shape, random);
  return { mean: spread.mean + Math.sqrt(variance / spread.weight) * normalDraw(random), sd: Math.sqrt(variance) };
}

/** The ratio that is as likely to be exceeded as not. */
export const typicalRatio = (spread: Spread): number => Math.exp(spread.mean);
