/** A stage with what is believed of it: the chance that a panel comes through it whole is Beta(whole, lost). */
export interface StageYield {
  readonly whole: number;
  readonly lost: number;
}

/** Panels that were seen to come through a stage, and those that were lost there. */
export interface StageSeen {
  readonly through: number;
  readonly lost: number;
}

/**
 * What is believed of each step that a panel must come through, the judging last.
 *
 * Of a design never painted so many are believed to be good as Beta(prior) says; half of what is lost is lost at the bench, in equal parts,
 * and half when it is judged. The parts are chosen so that their product is Beta(prior) itself: the product of independent Beta(a, b) and
 * Beta(a + b, c) is Beta(a, b + c) (Jambunathan, Ann. Math. Stat. 25, 1954). What was seen is added to each.
 * @param stages by their order on the bench
 */
export function yieldsOf(prior: readonly [number, number], stages: readonly StageSeen[], judged: { readonly good: number; readonly bad: number }): StageYield[] {
  const [good, bad] = prior;
  const [atBench, atJudging] = stages.length === 0 ? [0, bad] : [bad / 2 / stages.length, bad / 2];
  const last: StageYield = { whole: good + judged.good, lost: atJudging + judged.bad };
  const before = stages.map(({ through, lost }, index): StageYield => ({ whole: good + atJudging + atBench * (stages.length - 1 - index) + through, lost: atBench + lost }));
  return [...before, last];
}

/**
 * The chance of coming through all of them as one Beta: exact where all panels that came through a step were seen at the next; otherwise the one with
 * the same mean and variance (Fan, Comm. Stat. Theory 20, 1991). An empty list is no hurdle: (1, 0).
 */
export function asOne(yields: readonly StageYield[]): readonly [good: number, bad: number] {
  let [mean, square] = [1, 1];
  for (const { whole, lost } of yields) {
    const all = whole + lost;
    mean *= whole / all;
    square *= (whole / all) * ((whole + 1) / (all + 1));
  }
  const variance = square - mean * mean;
  if (variance <= 0) return [1, 0];
  const strength = (mean * (1 - mean)) / variance - 1;
  // What follows from whole counts is told as whole counts, not a rounding beside them.
  const told = (value: number): number => Math.round(value * 1e6) / 1e6;
  return [told(mean * strength), told((1 - mean) * strength)];
}

/** Chances are compared a little below the wanted one, so that 9 in 10 reached exactly counts as reached. */
const SLACK = 1e-12;
/** More panels than this are not reckoned one by one: the table has room for some hundreds. */
const MOST_ON_TABLE = 600;

/**
 * The chances that 0, 1, 2 ... panels come out good, of those that stand before the steps now.
 *
 * Panels before one step share its chance, so how many come through is beta-binomial; those that came through, and those that wait before
 * the next, go on together. Exact up to rounding; O(steps × panels²).
 * @param waiting how many panels stand before each step, the judging last
 * @returns one chance for each number from 0 to all of them
 */
export function goodOnes(yields: readonly StageYield[], waiting: readonly number[]): Float64Array {
  let chances = Float64Array.of(1);
  yields.forEach(({ whole, lost }, step) => {
    const joined = Math.min(MOST_ON_TABLE, waiting[step] ?? 0);
    const after = new Float64Array(chances.length + joined);
    chances.forEach((chance, alive) => {
      if (chance === 0) return;
      betaBinomial(alive + joined, whole, lost).forEach((share, come) => {
        after[come] = (after[come] ?? 0) + chance * share;
      });
    });
    chances = after;
  });
  return chances;
}

/** The chance that at least so many are good. */
export function chanceOfEnough(yields: readonly StageYield[], waiting: readonly number[], wanted: number): number {
  if (wanted <= 0) return 1;
  return Math.min(
    1,
    goodOnes(yields, waiting)
      .subarray(wanted)
      .reduce((sum, each) => sum + each, 0),
  );
}

/**
 * How many panels to begin now, beside those that are on their way, so that enough are good as surely as is wished.
 * @returns null where no number up to ten times what is wanted is enough
 */
export function moreToBegin(
  yields: readonly StageYield[],
  waiting: readonly number[],
  wanted: number,
  confidence: number,
): { readonly more: number; readonly chance: number } | null {
  const most = Math.min(MOST_ON_TABLE, 10 * Math.max(1, wanted));
  const chanceWith = (more: number): number =>
    chanceOfEnough(
      yields,
      waiting.map((each, step) => each + (step === 0 ? more : 0)),
      wanted,
    );
  const asSure = confidence - SLACK;
  // More are never less sure, so the fewest are found between a number that is too small and one that is enough.
  let [tooFew, enough] = [-1, 0];
  while (chanceWith(enough) < asSure) {
    if (enough >= most) return null;
    [tooFew, enough] = [enough, Math.min(most, Math.max(1, 2 * enough))];
  }
  while (enough - tooFew > 1) {
    const middle = Math.floor((tooFew + enough) / 2);
    if (chanceWith(middle) < asSure) tooFew = middle;
    else enough = middle;
  }
  return { more: enough, chance: chanceWith(enough) };
}

/** Chances of 0 to n when each comes through with a chance of Beta(a, b) they share, by its ratio of terms. */
function betaBinomial(n: number, a: number, b: number): Float64Array {
  const chances = new Float64Array(n + 1);
  if (b <= 0) {
    chances[n] = 1;
    return chances;
  }
  let term = 1;
  for (let index = 0; index < n; index += 1) term *= (a + index) / (a + b + index);
  // Too small for a number where hundreds are to come through a step that loses most: begun at one, and scaled in the end.
  const isTiny = term < 1e-280;
  chances[n] = isTiny ? 1 : term;
  for (let come = n; come > 0; come -= 1) {
    const next = ((chances[come] ?? 0) * (come / (n - come + 1)) * (b + n - come)) / (a + come - 1);
    chances[come - 1] = next;
    if (next > 1e250) {
      for (let index = come - 1; index <= n; index += 1) chances[index] = (chances[index] ?? 0) / 1e250;
    }
  }
  if (!isTiny) return chances;
  const sum = chances.reduce((all, each) => all + each, 0);
  return chances.map((each) => each / sum);
}
