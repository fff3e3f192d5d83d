/** The value that a share of all stay below. @param share 0 to 1 */
export const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? Number.NaN;

export const rest = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
