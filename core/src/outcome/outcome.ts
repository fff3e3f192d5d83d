/** What a maker can cause is returned as a fault; what only a programmer can cause is thrown. */

/** Where in the input a fault lies, outermost first: `["panels", 0, "count"]`. */
export type FaultPath = readonly (string | number)[];

/**
 * One thing wrong with what was given. `given` and `allowed` are words in the maker's units;
 * wording beyond that is made in the contract.
 */
export interface Fault {
  readonly code: string;
  readonly path: FaultPath;
  readonly given: string;
  readonly allowed: string;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] };

export const succeed = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = <T = never>(...faults: readonly Fault[]): Result<T> => ({ ok: false, faults });

/** The end of an exhaustive choice. Reaching it is a bug, so it throws. */
export function unreachable(value: never): never {
  throw new Error(`not a known case: ${JSON.stringify(value)}`);
}
