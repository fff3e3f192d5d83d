const { abs, exp, log, sqrt, PI } = Math;

export const normalDensity = (z: number): number => exp((-z * z) / 2) / sqrt(2 * PI);

/**
 * Chance that a standard normal value is above z, with a relative error under 1.2e-7 everywhere.
 * Complementary error function by Chebyshev fitting: Press et al., Numerical Recipes, 2nd ed., section 6.2.
 */
export function normalAbove(z: number): number {
  const x = abs(z) / Math.SQRT2;
  const t = 1 / (1 + x / 2);
  const series =
    -1.26551223 +
    t * (1.00002368 + t * (0.37409196 + t * (0.09678418 + t * (-0.18628806 + t * (0.27886807 + t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))));
  const above = (t * exp(-x * x + series)) / 2;
  return z >= 0 ? above : 1 - above;
}

/** The standard normal value below which a share lies. P. J. Acklam's rational approximation (2003), relative error under 1.2e-9. */
export function normalQuantile(share: number): number {
  if (share <= 0) return -Infinity;
  if (share >= 1) return Infinity;
  if (share < 0.02425) {
    const q = sqrt(-2 * log(share));
    return tail(q);
  }
  if (share > 1 - 0.02425) return -tail(sqrt(-2 * log(1 - share)));
  const q = share - 0.5;
  const r = q * q;
  const top = ((((-39.69683028665376 * r + 220.9460984245205) * r - 275.9285104469687) * r + 138.357751867269) * r - 30.66479806614716) * r + 2.506628277459239;
  const bottom = ((((-54.47609879822406 * r + 161.5858368580409) * r - 155.6989798598866) * r + 66.80131188771972) * r - 13.28068155288572) * r + 1;
  return (q * top) / bottom;
}

function tail(q: number): number {
  const top = ((((-0.007784894002430293 * q - 0.3223964580411365) * q - 2.400758277161838) * q - 2.549732539343734) * q + 4.374664141464968) * q + 2.938163982698783;
  const bottom = (((0.007784695709041462 * q + 0.3224671290700398) * q + 2.445134137142996) * q + 3.754408661907416) * q + 1;
  return top / bottom;
}

/** Mean and variance of a standard normal value that is known to lie between two bounds. Stays finite far out in the tails. */
export function truncatedMoments(low: number, high: number): { mean: number; variance: number } {
  // Both bounds above the middle are mirrored, so that differences are taken of small numbers.
  if (low > 0) {
    const { mean, variance } = truncatedMoments(-high, -low);
    return { mean: -mean, variance };
  }
  if (high < -6) {
    // Far out the value hugs its bound like an exponential of rate |high|.
    const rate = -high;
    const width = high - low;
    const share = width === Infinity ? 0 : exp(-rate * width);
    const inside = width === Infinity ? 1 / rate : 1 / rate - (width * share) / (1 - share || 1e-300);
    return { mean: high - inside, variance: 1 / (rate * rate) };
  }
  const mass = normalAbove(-high) - normalAbove(-low);
  if (mass < 1e-12) return { mean: high === Infinity ? low : low === -Infinity ? high : (low + high) / 2, variance: 1e-6 };
  const [atLow, atHigh] = [low === -Infinity ? 0 : normalDensity(low), high === Infinity ? 0 : normalDensity(high)];
  const mean = (atLow - atHigh) / mass;
  const edges = ((low === -Infinity ? 0 : low * atLow) - (high === Infinity ? 0 : high * atHigh)) / mass;
  return { mean, variance: Math.max(1e-9, 1 + edges - mean * mean) };
}
