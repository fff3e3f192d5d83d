/** Draws from the usual distributions, from a stream of numbers in [0, 1). */

/** Standard normal, by the polar method (Marsaglia and Bray 1964). */
export const normalDraw = (random: () => number): number => normalStream(random)();

/** A stream of standard normals; the method makes two at a time, and both are used. */
export function normalStream(random: () => number): () => number {
  let spare = NaN;
  return () => {
    if (!Number.isNaN(spare)) {
      const kept = spare;
      spare = NaN;
      return kept;
    }
    for (;;) {
      const u = 2 * random() - 1;
      const v = 2 * random() - 1;
      const s = u * u + v * v;
      if (s > 0 && s < 1) {
        const stretch = Math.sqrt((-2 * Math.log(s)) / s);
        spare = v * stretch;
        return u * stretch;
      }
    }
  };
}

/** Gamma of a shape, scale 1 (Marsaglia and Tsang 2000). */
export function gammaDraw(shape: number, random: () => number): number {
  if (shape < 1) return gammaDraw(shape + 1, random) * random() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normalDraw(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(random() + 1e-300) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

export function betaDraw(a: number, b: number, random: () => number): number {
  const x = gammaDraw(a, random);
  return x / (x + gammaDraw(b, random));
}

/** How many of `count` succeed; above 60 by the normal curve, which is near enough there. */
export function binomialDraw(count: number, chance: number, random: () => number): number {
  if (count > 60) return Math.max(0, Math.min(count, Math.round(count * chance + Math.sqrt(count * chance * (1 - chance)) * normalDraw(random))));
  let successes = 0;
  for (let index = 0; index < count; index += 1) if (random() < chance) successes += 1;
  return successes;
}
