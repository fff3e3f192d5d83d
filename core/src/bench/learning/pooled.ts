import { choleskyOf, inverseOf, solveWith } from "./cholesky.ts";
import { normalQuantile, truncatedMoments } from "./normal.ts";

/** What bears on a time, by name, and how strongly: 1 for being of a kind, or a figure such as how damp the room was. */
export type Effects = Readonly<Record<string, number>>;

/**
 * A time that was seen, as a multiple of the planned one. It lies between two figures: "still wet" after 25 of 30
 * minutes says more than 25/30 and no more than that; a stop-watch says both figures alike.
 */
export interface Sighting {
  readonly effects: Effects;
  /** Above this; 0 where nothing is known. */
  readonly low: number;
  /** Not above this; Infinity where nothing is known. */
  readonly high: number;
  /** How often it was seen, where that is more than once. */
  readonly count?: number;
  /** Where times seen whole are told by their mean: the squares of their logs around it. */
  readonly squares?: number;
}

/** What an effect is believed to be before anything is seen, in logs of the multiple. Effects of one pool learn their spread together. */
export interface Prior {
  readonly mean: number;
  readonly sd: number;
  readonly pool?: string;
}

/** @param of gives the belief about an effect by its name */
export interface Priors {
  readonly of: (effect: string) => Prior;
  /** Scatter of single times, in logs, and as how many times seen that guess counts. */
  readonly scatter: number;
  readonly weight: number;
}

/** What was learned of times: plain figures, fit to be handed from one thread to another. */
export interface PooledEstimate {
  readonly names: readonly string[];
  readonly means: Float64Array;
  readonly covariance: readonly Float64Array[];
  /** Scatter of single times in logs, and what it was guessed to be. */
  readonly scatter: number;
  readonly guessed: Pick<Priors, "scatter" | "weight">;
  /** The spread that each pool's effects were found to have. */
  readonly pools: ReadonlyMap<string, number>;
  readonly seen: number;
}

const ROUNDS = 80;
/** How far off each effect may be matters less than its value, so it is looked at every so many rounds. */
const LOOKED_EVERY = 8;
/** A pool's own guess at its spread counts as so many effects seen. */
const POOL_WEIGHT = 4;
const SETTLED = 1e-4;

/**
 * Log-normal times with partial pooling: each effect is drawn towards its prior the more, the less was seen of it. Times known only
 * between bounds are taken as what they are on average there (EM for censored normal data: Dempster, Laird and Rubin, J. Royal
 * Statistical Society B 39, 1977; Schmee and Hahn, Technometrics 21, 1979), and count for as much as they tell (Louis, J. Royal
 * Statistical Society B 44, 1982). Scatter and pools follow by variational steps (Gelman et al., Bayesian Data Analysis, section 13.7).
 */
export function learnTimes(sightings: readonly Sighting[], priors: Priors): PooledEstimate {
  const known = sightings.filter(({ low, high }) => high > low || (high === low && low > 0)).filter(({ low, high }) => !(low <= 0 && high === Infinity));
  const names = [...new Set(known.flatMap(({ effects }) => Object.keys(effects)))].sort();
  const place = new Map(names.map((name, index) => [name, index]));
  const rows = known.map(({ effects, low, high, count = 1, squares = 0 }) => ({
    ...{ count, squares },
    at: Object.entries(effects).map(([name, value]) => [place.get(name) ?? 0, value] as const),
    low: low > 0 ? Math.log(low) : -Infinity,
    high: Math.log(high),
  }));
  const beliefs = names.map((name) => priors.of(name));
  const poolNames = [...new Set(beliefs.flatMap(({ pool }) => pool ?? []))];
  const pools = new Map(poolNames.map((pool) => [pool, beliefs.find((belief) => belief.pool === pool)?.sd ?? 1]));
  const n = names.length;
  let means: Float64Array = Float64Array.from(beliefs, ({ mean }) => mean);
  let [inverse, covariance]: [Float64Array[], Float64Array[]] = [[], []];
  // What all sightings would tell together if none were known only between bounds: it stays the same all the way.
  const whole = informationOf(n, rows, null);
  let variance = priors.scatter ** 2;
  const seen = rows.reduce((sum, { count }) => sum + count, 0);
  for (let round = 0; round < ROUNDS; round += 1) {
    const precision = beliefs.map(({ sd, pool }) => 1 / (pool === undefined ? sd : (pools.get(pool) ?? sd)) ** 2);
    const sd = Math.sqrt(variance);
    const latent = rows.map((row) => {
      const fit = along(row.at, means);
      if (row.low === row.high) return { value: row.low, spread: 0 };
      const { mean, variance: inside } = truncatedMoments((row.low - fit) / sd, (row.high - fit) / sd);
      return { value: fit + sd * mean, spread: inside * variance };
    });
    const full = withPriors(whole, precision, 1 / variance);
    const right = Float64Array.from(beliefs, ({ mean }, index) => (precision[index] ?? 0) * mean);
    rows.forEach((row, index) => {
      for (const [column, value] of row.at) right[column] = (right[column] ?? 0) + (row.count * value * (latent[index]?.value ?? 0)) / variance;
    });
    const next = n === 0 ? new Float64Array() : solveWith(choleskyOf(full), right);
    if (round % LOOKED_EVERY === 0 && n > 0) {
      inverse = inverseOf(full);
      covariance = inverseOf(
        withPriors(
          informationOf(n, rows, ({ spread }) => Math.max(0, 1 - spread / variance), latent),
          precision,
          1 / variance,
        ),
      );
    }
    const squares = rows.reduce(
      (sum, row, index) => {
        const { value = 0, spread = 0 } = latent[index] ?? {};
        return sum + row.count * ((value - along(row.at, next)) ** 2 + spread) + row.squares;
      },
      traceOfProduct(inverse, whole),
    );
    const nextVariance = (priors.weight * priors.scatter ** 2 + squares) / (priors.weight + seen);
    for (const pool of poolNames) pools.set(pool, spreadOf(pool, beliefs, next, covariance));
    const change = Math.abs(nextVariance - variance) + next.reduce((most, value, index) => Math.max(most, Math.abs(value - (means[index] ?? 0))), 0);
    means = next;
    variance = nextVariance;
    if (change < SETTLED) break;
  }
  return { names, means, covariance, scatter: Math.sqrt(variance), pools, seen, guessed: { scatter: priors.scatter, weight: priors.weight } };
}

/** How far the effects of a pool lie apart, as far as they are known, beside its own guess. */
function spreadOf(pool: string, beliefs: readonly Prior[], means: Float64Array, covariance: readonly Float64Array[]): number {
  const own = beliefs.flatMap((belief, index) => (belief.pool === pool ? [index] : []));
  const guess = beliefs[own[0] ?? 0]?.sd ?? 1;
  const sum = own.reduce((all, index) => all + ((means[index] ?? 0) - (beliefs[index]?.mean ?? 0)) ** 2 + (covariance[index]?.[index] ?? 0), POOL_WEIGHT * guess ** 2);
  return Math.sqrt(sum / (POOL_WEIGHT + own.length));
}

type Row = readonly (readonly [column: number, value: number])[];
const along = (row: Row, values: Float64Array): number => row.reduce((sum, [column, value]) => sum + value * (values[column] ?? 0), 0);
const quadratic = (row: Row, matrix: readonly Float64Array[]): number =>
  row.reduce((sum, [a, x]) => sum + row.reduce((inner, [b, y]) => inner + x * y * (matrix[a]?.[b] ?? 0), 0), 0);

/** @param share how much of a sighting is told, where not all of it is */
function informationOf<Latent>(
  n: number,
  rows: readonly { readonly at: Row; readonly count: number }[],
  share: ((latent: Latent) => number) | null,
  latent: readonly Latent[] = [],
): Float64Array[] {
  const matrix = Array.from({ length: n }, () => new Float64Array(n));
  rows.forEach(({ at, count }, index) => {
    const own = latent[index];
    const part = count * (share && own !== undefined ? share(own) : 1);
    for (const [a, x] of at) {
      const line = matrix[a];
      if (line) for (const [b, y] of at) line[b] = (line[b] ?? 0) + x * y * part;
    }
  });
  return matrix;
}

const withPriors = (matrix: readonly Float64Array[], precision: readonly number[], scale: number): Float64Array[] =>
  matrix.map((row, index) => {
    const line = row.map((value) => value * scale);
    line[index] = (line[index] ?? 0) + (precision[index] ?? 0);
    return line;
  });

/** The trace of the product of two symmetric matrices; 0 where the first is not there yet. */
const traceOfProduct = (first: readonly Float64Array[], second: readonly Float64Array[]): number =>
  first.reduce((sum, line, row) => sum + line.reduce((inner, value, column) => inner + value * (second[row]?.[column] ?? 0), 0), 0);

/** What is to be expected of a time, as multiples of the planned one. */
export interface Expected {
  readonly typical: number;
  /** The multiple that is not exceeded with a given chance. */
  readonly within: (chance: number) => number;
  /** Eight times in ten it lies between these. */
  readonly low: number;
  readonly high: number;
}

/** What was learned, for a time with these effects. Those never seen come in with what is believed of them, and with its spread. @param priors those it was learned with */
export function expected(learned: PooledEstimate, effects: Effects, priors: Priors): Expected {
  const place = new Map(learned.names.map((name, index) => [name, index]));
  const known: (readonly [number, number])[] = [];
  let mean = 0;
  let unknown = 0;
  for (const [name, value] of Object.entries(effects)) {
    const index = place.get(name);
    if (index === undefined) {
      const prior = priors.of(name);
      mean += value * prior.mean;
      unknown += (value * (prior.pool === undefined ? prior.sd : (learned.pools.get(prior.pool) ?? prior.sd))) ** 2;
    } else known.push([index, value]);
  }
  mean += along(known, learned.means);
  const sd = Math.sqrt(learned.scatter ** 2 + unknown + quadratic(known, learned.covariance));
  const within = (chance: number): number => Math.exp(mean + sd * normalQuantile(chance));
  return { typical: Math.exp(mean), within, low: within(0.1), high: within(0.9) };
}
