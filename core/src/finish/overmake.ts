import { fail, succeed, phrase, type Result } from "../outcome/outcome.ts";

export interface OvermakeQuestion {
  readonly need: number;
  /** Panels seen to come out good, and bad. */
  readonly good: number;
  readonly bad: number;
  readonly confidence: number;
  /** Beta prior of the chance that a panel comes out good. */
  readonly prior: readonly [number, number];
}

export interface Overmake {
  readonly make: number;
  readonly chance: number;
}

/** More panels than this is not advice any more. */
const MOST = 10_000_000;

/** Chances are compared a little below the wanted one, so that 9 in 10 reached exactly counts as reached. */
const SLACK = 1e-12;

/**
 * The fewest panels to paint so that at least `need` are good with at least `confidence`, when the chance of a good
 * one is Beta(prior + seen). The number painted until `need` are good has a beta negative binomial distribution
 * (Johnson, Kemp and Kotz, Univariate Discrete Distributions, 2005, 6.2.3); it is summed by its ratio of terms, which
 * is exact to rounding and needs no gamma function.
 * @fault too-many: no number up to ten million is enough
 */
export function overmake(question: OvermakeQuestion): Result<Overmake> {
  const { need, confidence } = question;
  if (need === 0) return succeed({ make: 0, chance: 1 });
  const a = question.prior[0] + question.good;
  const b = question.prior[1] + question.bad;
  // In logarithms, since the chance that every one is good can be too small for a number.
  let logTerm = 0;
  for (let index = 0; index < need; index += 1) logTerm -= Math.log1p(b / (a + index));
  let scaleLog = logTerm < -600 ? logTerm : 0;
  let term = scaleLog === 0 ? productOfGood(a, b, need) : 1;
  let sum = term;
  for (let painted = need; painted <= MOST; painted += 1) {
    const chance = scaleLog === 0 ? sum : sum * Math.exp(scaleLog);
    if (chance >= confidence - SLACK) return succeed({ make: painted, chance: Math.min(1, chance) });
    term *= (painted / (painted - need + 1)) * ((b + painted - need) / (a + b + painted));
    sum += term;
    if (sum > 1e250) {
      scaleLog += Math.log(1e250);
      term /= 1e250;
      sum /= 1e250;
    }
  }
  return fail({
    code: "too-many",
    path: ["confidence"],
    given: phrase`${confidence}`,
    allowed: phrase`a confidence that ${MOST} panels can reach with this record of good and bad`,
  });
}

const productOfGood = (a: number, b: number, need: number): number => {
  let product = 1;
  for (let index = 0; index < need; index += 1) product *= (a + index) / (a + b + index);
  return product;
};
