/** How sure a promise is, by its chance: kept, likely, unlikely, or one that cannot be given. */
export type PromiseState = "safe" | "tight" | "at risk" | "cannot";

/** The least chance of each state, from the best down. The one place where a chance becomes a state. */
export const STATES: readonly { readonly state: PromiseState; readonly from: number }[] = [
  { state: "safe", from: 0.8 },
  { state: "tight", from: 0.5 },
  { state: "at risk", from: 0.2 },
  { state: "cannot", from: 0 },
];

/**
 * The state of a promise with a chance. A chance is counted and printed in hundredths, so it is judged as it is printed: what reads "80 in 100"
 * is safe.
 * @param chance from 0 to 1
 */
export function stateOf(chance: number): PromiseState {
  const printed = hundredths(chance) / 100;
  return STATES.find(({ from }) => printed >= from)?.state ?? "cannot";
}

/** A chance in whole hundredths, as it is said: neither none nor all of them unless it is so. */
export function hundredths(chance: number): number {
  const rounded = Math.round(chance * 100);
  if (rounded === 100 && chance < 1) return 99;
  return rounded === 0 && chance > 0 ? 1 : rounded;
}

/** The worst of some states, "safe" where there are none. */
export const worstState = (states: readonly PromiseState[]): PromiseState => [...STATES].reverse().find(({ state }) => states.includes(state))?.state ?? "safe";
