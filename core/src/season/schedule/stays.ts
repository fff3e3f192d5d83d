import type { WorkBlock } from "./model.ts";

/** Work that was planned for a session. */
export type Stay = Pick<WorkBlock, "needs" | "step" | "session" | "units">;

/** Sessions in order, and the units of a step that lie in later ones. */
export interface LaterUnits {
  readonly session: number;
  readonly units: number;
}

const keyOf = (needs: readonly string[], step: string): string => `${needs.join("+")}/${step}`;

/**
 * What a plan that stands keeps for later: a step is not drawn forward out of its session, and what could not be done in it goes on in the next
 * (right-shift repair; Smith, Reactive Scheduling Systems, 1995). So a change moves what it must and the rest stays where it was.
 */
export class Stays {
  private readonly planned = new Map<string, LaterUnits[]>();

  constructor(stays: readonly Stay[]) {
    for (const { needs, step, session, units } of [...stays].sort((a, b) => b.session - a.session)) {
      const key = keyOf(needs, step);
      const known = this.planned.get(key) ?? [];
      if (known.length === 0) this.planned.set(key, known);
      known.push({ session, units });
    }
  }

  /** The sessions of a step from the last to the first, with their units; null where it may be done at any time. */
  of(needs: readonly string[], step: string): readonly LaterUnits[] | null {
    return this.planned.get(keyOf(needs, step)) ?? null;
  }
}

/** Units that are kept for sessions after one. */
export function unitsAfter(planned: readonly LaterUnits[], session: number): number {
  let units = 0;
  for (const each of planned) {
    if (each.session <= session) break;
    units += each.units;
  }
  return units;
}
