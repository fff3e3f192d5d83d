/** What a number of panels that is wrong costs, for each panel by which it is wrong: in one unit, whichever it is. */
export interface Wrong {
  /** One too few. */
  readonly tooFew: number;
  /** One too many, less what is got for it later. */
  readonly tooMany: number;
}

/** Neither chance nor certainty is ever aimed at: below it a coin would do, above it a single panel more is believed to save a season. */
const [LEAST, MOST] = [0.5, 0.99];

/**
 * How sure to be that enough come out good: the critical ratio of the newsvendor, too few / (too few + too many)
 * (Arrow, Harris and Marschak, Econometrica 19, 1951), kept between one half and 99 in 100.
 */
export function newsvendorQuantile({ tooFew, tooMany }: Wrong): number {
  const all = tooFew + tooMany;
  return all <= 0 ? LEAST : Math.min(MOST, Math.max(LEAST, tooFew / all));
}
