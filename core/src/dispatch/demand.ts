/** How a design sold at a fair. Where all were sold, the demand was at least that. */
export interface SoldAtFair {
  readonly brought: number;
  readonly sold: number;
  /** What that fair drew beside a usual one; 1 when left out. */
  readonly draws?: number;
}

/** The posterior falls below this share of its peak where it is cut off, and steps are this small beside its width. */
const TAIL_LOG = 46;
const STEPS_IN_WIDTH = 12;

/**
 * Demand at the next fair: Poisson with a rate that is Gamma before the fairs seen. Fairs that sold out say only that demand was
 * at least that, so the posterior is no Gamma any more; it is summed over the logarithm of the rate by the trapezoid rule, which
 * converges geometrically for such integrands (Trefethen and Weideman, SIAM Review 56, 2014).
 */
export class Demand {
  private readonly rates: number[] = [];
  private readonly weights: number[] = [];
  /** For each rate, the logarithm of the chance of exactly as many as were last asked about, and the chance of fewer. */
  private readonly exactly: number[] = [];
  private readonly fewer: number[] = [];
  private readonly known: number[] = [1];

  /** @param draws what is wanted at the fair to come beside a usual one */
  constructor(seen: readonly SoldAtFair[], [shape, rate]: readonly [number, number], draws = 1) {
    const fairs = seen.filter(({ brought }) => brought > 0);
    const open = fairs.filter(({ brought, sold }) => sold < brought);
    const soldOut = fairs.filter(({ brought, sold }) => sold === brought).map(({ sold, draws: drew = 1 }) => ({ sold, drew }));
    const power = shape + open.reduce((sum, { sold }) => sum + sold, 0);
    const fall = rate + open.reduce((sum, each) => sum + (each.draws ?? 1), 0);
    // With the rate's logarithm as variable, the Jacobian raises the power by one.
    const logDensity = (log: number): number => power * log - fall * Math.exp(log) + soldOut.reduce((sum, { sold, drew }) => sum + logAtLeast(sold, drew * Math.exp(log)), 0);
    const all = power + soldOut.reduce((sum, { sold }) => sum + sold, 0);
    const step = 1 / (STEPS_IN_WIDTH * Math.sqrt(all + 1));
    const start = peakOf(logDensity, Math.log(all / (fall + soldOut.reduce((sum, { drew }) => sum + drew, 0))), step);
    const top = logDensity(start);
    for (const way of [1, -1]) {
      for (let index = way > 0 ? 0 : 1; ; index += 1) {
        const log = start + way * index * step;
        const density = logDensity(log) - top;
        if (density < -TAIL_LOG) break;
        this.rates.push(draws * Math.exp(log));
        this.weights.push(Math.exp(density));
      }
    }
    const sum = this.weights.reduce((total, weight) => total + weight, 0);
    this.weights.forEach((weight, index) => (this.weights[index] = weight / sum));
    this.rates.forEach((each) => {
      this.exactly.push(-each);
      this.fewer.push(0);
    });
  }

  /** The chance that at least so many are wanted. */
  atLeast(count: number): number {
    for (let next = this.known.length; next <= count; next += 1) {
      let chance = 0;
      for (let index = 0; index < this.rates.length; index += 1) {
        const rate = this.rates[index] ?? 0;
        const fewer = (this.fewer[index] ?? 0) + Math.exp(this.exactly[index] ?? 0);
        this.fewer[index] = fewer;
        this.exactly[index] = (this.exactly[index] ?? 0) + Math.log(rate / next);
        chance += (this.weights[index] ?? 0) * Math.max(0, 1 - fewer);
      }
      this.known.push(chance);
    }
    return this.known[count] ?? 0;
  }
}

/** Climbs to where a function with one peak is highest, in steps that grow and halve. */
function peakOf(of: (at: number) => number, from: number, least: number): number {
  let [at, step] = [from, 1];
  let height = of(at);
  while (step > least) {
    const [up, down] = [of(at + step), of(at - step)];
    if (up > height && up >= down) [at, height] = [at + step, up];
    else if (down > height) [at, height] = [at - step, down];
    else step /= 2;
  }
  return at;
}

/** The logarithm of the chance that a Poisson demand is at least so many: a series of terms above zero where the rate is small, the rest of a finite sum where it is large. */
function logAtLeast(count: number, rate: number): number {
  let logTerm = -rate;
  if (rate < count + 1) {
    for (let index = 1; index <= count; index += 1) logTerm += Math.log(rate / index);
    let [sum, term] = [1, 1];
    for (let index = 1; term > 1e-17 * sum; index += 1) {
      term *= rate / (count + index);
      sum += term;
    }
    return logTerm + Math.log(sum);
  }
  let fewer = 0;
  for (let index = 0; index < count; index += 1) {
    fewer += Math.exp(logTerm);
    logTerm += Math.log(rate / (index + 1));
  }
  return Math.log1p(-Math.min(fewer, 1 - 1e-16));
}
