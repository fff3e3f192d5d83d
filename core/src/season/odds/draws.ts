const { exp, log, sqrt } = Math;
/** Draws from the usual distributions, from a stream of numbers in [0, 1). */

const LAYERS = 128;
/** Where the tail begins, and the area of each layer, for 128 layers. */
const TAIL = 3.442619855899;
const AREA = 9.91256303526217e-3;
const EDGES = layerEdges();
const RATIOS = Float64Array.from({ length: LAYERS }, (_, index) => (EDGES[index + 1] ?? 0) / (EDGES[index] ?? 1));

function layerEdges(): Float64Array {
  const edges = new Float64Array(LAYERS + 1);
  let density = exp(-0.5 * TAIL * TAIL);
  edges[0] = AREA / density;
  edges[1] = TAIL;
  for (let index = 2; index < LAYERS; index += 1) {
    const edge = sqrt(-2 * log(AREA / (edges[index - 1] ?? 1) + density));
    edges[index] = edge;
    density = exp(-0.5 * edge * edge);
  }
  return edges;
}

/** Standard normal, by the ziggurat (Marsaglia and Tsang 2000, with the layer drawn apart as Doornik 2005 asks). */
export function normalDraw(random: () => number): number {
  for (;;) {
    const u = 2 * random() - 1;
    const layer = (random() * LAYERS) | 0;
    const edge = EDGES[layer] ?? 0;
    if ((u < 0 ? -u : u) < (RATIOS[layer] ?? 0)) return u * edge;
    if (layer === 0) return u < 0 ? -tailDraw(random) : tailDraw(random);
    const x = u * edge;
    const below = EDGES[layer + 1] ?? 0;
    const low = exp(-0.5 * (edge * edge - x * x));
    const high = exp(-0.5 * (below * below - x * x));
    if (high + random() * (low - high) < 1) return x;
  }
}

function tailDraw(random: () => number): number {
  for (;;) {
    const x = -log(random() + 1e-300) / TAIL;
    if (-2 * log(random() + 1e-300) >= x * x) return TAIL + x;
  }
}

/** Gamma of a shape, scale 1 (Marsaglia and Tsang 2000). */
export function gammaDraw(shape: number, random: () => number): number {
  if (shape < 1) return gammaDraw(shape + 1, random) * random() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / sqrt(9 * d);
  for (;;) {
    const x = normalDraw(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && log(random() + 1e-300) < 0.5 * x * x + d - d * v + d * log(v)) return d * v;
  }
}

export function betaDraw(a: number, b: number, random: () => number): number {
  const x = gammaDraw(a, random);
  return x / (x + gammaDraw(b, random));
}

/** How many of `count` succeed: by inversion (Kachitvichyanukul and Schmeiser 1988, BINV); above 60 by the normal curve, which is near enough there. */
export function binomialDraw(count: number, chance: number, random: () => number): number {
  if (count > 60) return Math.max(0, Math.min(count, Math.round(count * chance + sqrt(count * chance * (1 - chance)) * normalDraw(random))));
  // The rarer of the two is counted: the walk is as long as its number.
  const rare = Math.min(chance, 1 - chance);
  const ratio = rare / (1 - rare);
  let left = random();
  let weight = (1 - rare) ** count;
  let found = 0;
  while (left > weight && found < count) {
    left -= weight;
    found += 1;
    weight *= ((count - found + 1) / found) * ratio;
  }
  return chance <= 0.5 ? found : count - found;
}
