/** What counts of a material taught: intervals between counts, and the logs of what really went against what was assumed, in ten-thousandths. */
export interface CountsSeen {
  readonly counts: number;
  readonly logSum: number;
  readonly logSquares: number;
}
export const NO_COUNTS: CountsSeen = { counts: 0, logSum: 0, logSquares: 0 };
export const LOG_UNITS = 10_000;

/** How much goes of it against what the tables assume: the ratio most likely, and how far the truth may lie from it, in logs. */
export interface LearnedUse {
  readonly ratio: number;
  readonly scatter: number;
  readonly counts: number;
}

/** First guess: what is assumed is right to within a third, two times in three, as much as one count would say. */
const GUESSED_SCATTER = 0.3;
const GUESS_WEIGHT = 1;
/** A count that finds ten times as much gone, or a tenth, tells of something else. */
const MOST_LOG = Math.log(10);

/** What one count teaches, whole numbers; null where nothing was assumed to go, or nothing went. */
export function countTeaches(assumed: number, really: number): CountsSeen | null {
  if (assumed <= 0 || really <= 0) return null;
  const log = Math.max(-MOST_LOG, Math.min(MOST_LOG, Math.log(really / assumed)));
  return { counts: 1, logSum: Math.round(log * LOG_UNITS), logSquares: Math.round(log * log * LOG_UNITS) };
}

/**
 * What is believed after some counts: the mean of the logs with the guess as one more count at no difference, and its standard deviation by the
 * normal-inverse-gamma rule (Murphy 2007), for the next stretch of work: its own scatter and what is not known of the mean.
 * @param exact a material that is taken whole scatters not at all until a count says otherwise
 */
export function learnedUse({ counts, logSum, logSquares }: CountsSeen, exact: boolean): LearnedUse {
  if (counts === 0 && exact) return { ratio: 1, scatter: 0, counts };
  const weight = GUESS_WEIGHT + counts;
  const mean = logSum / LOG_UNITS / weight;
  const squares = GUESS_WEIGHT * GUESSED_SCATTER ** 2 + logSquares / LOG_UNITS - weight * mean ** 2;
  const variance = Math.max(1e-4, squares / weight);
  return { ratio: Math.exp(mean), scatter: Math.sqrt(variance * (1 + 1 / weight)), counts };
}
