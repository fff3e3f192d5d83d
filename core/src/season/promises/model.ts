/** Something the hands do to a need, and how long it dries after; times are minutes. */
export interface PromiseStep {
  readonly id: string;
  readonly hands: number;
  readonly dry: number;
  /** What lies mixed for it; null where it takes no paint. */
  readonly palette: string | null;
}

/** Something owed by a time: its steps in their order, and how much it matters. */
export interface PromisedNeed {
  readonly id: string;
  readonly weight: number;
  /** Minutes from now. */
  readonly due: number;
  readonly steps: readonly PromiseStep[];
}

/** What is uncertain: the spread of hands and of drying as standard deviations of a logarithm, and how often a session is lost. */
export interface PromiseSpread {
  readonly hands: number;
  readonly drying: number;
  readonly lost: number;
}

/** Promises, and the sessions in which they may be kept, one after another. */
export interface PromiseJob {
  readonly sessions: readonly (readonly [open: number, close: number])[];
  readonly needs: readonly PromisedNeed[];
  /** Minutes for fresh water and a clean palette. */
  readonly changeover: number;
  readonly spread: PromiseSpread;
}

/** Which steps come first whenever the hands are free, and what that keeps. */
export interface PromisePlan {
  /** All steps, the most pressing first, each need's in its own order. */
  readonly order: readonly { readonly need: string; readonly step: string }[];
  /** The chance of each need to be on time. */
  readonly onTime: ReadonlyMap<string, number>;
  /** The expected weight of promises kept. */
  readonly kept: number;
  /** Futures in which the chances were counted. None of them was looked at by the search. */
  readonly runs: number;
}
