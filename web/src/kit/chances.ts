/** A chance as makers say it; what is not certain is never said to be. */
export const inHundred = (chance: number): string => `${String(chance >= 1 ? 100 : Math.min(99, Math.round(chance * 100)))} in 100`;

/** The same in a sentence: `81 times in 100`. */
export const timesInHundred = (chance: number): string => inHundred(chance).replace(" in", " times in");
