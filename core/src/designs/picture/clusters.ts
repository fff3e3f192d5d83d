export type LabColour = readonly [L: number, a: number, b: number];

/** How far two colours lie apart, squared (CIE76). */
export const far = (a: LabColour, b: LabColour): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

interface Clustering {
  readonly most: number;
  /** Colours to begin with lie at least so far apart. */
  readonly apart: number;
  readonly rounds: number;
}

/**
 * Colours in groups: k-means in CIE Lab (Lloyd 1982), begun at colours that lie farthest from each other, so that the same picture gives the same groups.
 * @returns the middle of each group, and the group of each sample
 */
export function clustered(samples: readonly LabColour[], { most, apart, rounds }: Clustering): { readonly centres: readonly LabColour[]; readonly members: readonly number[] } {
  let centres = farthest(samples, most, apart);
  let members: number[] = [];
  for (let round = 0; round < rounds; round += 1) {
    members = samples.map((sample) => nearest(sample, centres));
    centres = centres.map((centre, index) => meanOf(samples.filter((_, at) => members[at] === index)) ?? centre);
  }
  return { centres, members };
}

/** Colours to begin with: the mean, then always the sample that lies farthest from all taken so far. */
function farthest(samples: readonly LabColour[], most: number, apart: number): LabColour[] {
  const centres = [meanOf(samples) ?? ([0, 0, 0] as const)];
  const away = samples.map((sample) => far(sample, centres[0] ?? sample));
  while (centres.length < most) {
    const at = away.reduce((best, value, index) => (value > (away[best] ?? 0) ? index : best), 0);
    const next = samples[at];
    if (!next || (away[at] ?? 0) < apart ** 2) break;
    centres.push(next);
    samples.forEach((sample, index) => (away[index] = Math.min(away[index] ?? Infinity, far(sample, next))));
  }
  return centres;
}

/** The centre that a colour lies nearest to. */
export const nearest = (sample: LabColour, centres: readonly LabColour[]): number =>
  centres.reduce((best, centre, index) => (far(sample, centre) < far(sample, centres[best] ?? centre) ? index : best), 0);

const meanOf = (samples: readonly LabColour[]): LabColour | null => {
  if (samples.length === 0) return null;
  const sum = samples.reduce<[number, number, number]>((total, [l, a, b]) => [total[0] + l, total[1] + a, total[2] + b], [0, 0, 0]);
  return [sum[0] / samples.length, sum[1] / samples.length, sum[2] / samples.length];
};
