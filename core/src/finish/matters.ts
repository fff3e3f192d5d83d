import type { FaultSeen, PanelFault } from "./inspect/model.ts";

/** Of panels on which a photo clearly showed a difference, how many were judged good all the same, and how many not. */
export interface FaultMatters {
  readonly kind: PanelFault;
  readonly good: number;
  readonly bad: number;
}

/** Until she has judged some, a difference is as likely to matter as not: as if so many had been judged each way. */
const GUESS = 2;

/** Counts what was judged, by what was seen. */
export function faultMatters(judged: readonly { readonly seen: readonly PanelFault[]; readonly isGood: boolean }[]): FaultMatters[] {
  const counts = new Map<PanelFault, FaultMatters>();
  for (const { seen, isGood } of judged) {
    for (const kind of new Set(seen)) {
      const { good, bad } = counts.get(kind) ?? { good: 0, bad: 0 };
      counts.set(kind, { kind, good: good + Number(isGood), bad: bad + Number(!isGood) });
    }
  }
  return [...counts.values()];
}

/**
 * How much a panel is in doubt, 0 to 1: what was seen of it, each kind weighed by how often she minded it on this design. With nothing judged yet it is what
 * the photo said.
 */
export const doubtOf = (faults: readonly FaultSeen[], matters: readonly FaultMatters[]): number =>
  faults.reduce((most, { kind, amount }) => {
    const own = matters.find((each) => each.kind === kind) ?? { good: 0, bad: 0 };
    const minds = (GUESS + own.bad) / (2 * GUESS + own.bad + own.good);
    return Math.max(most, Math.min(1, amount * 2 * minds));
  }, 0);
