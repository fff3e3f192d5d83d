import { lagAfter, sessionAllows, type SeasonJob, type WorkKind, type WorkNeed, type WorkStep } from "./schedule/model.ts";

/** A step of one need with the last moment at which it may begin, were the need alone at the table. */
export interface LatestStep {
  readonly id: string;
  readonly name: string;
  readonly kind: WorkKind;
  readonly units: number;
  /** Minutes of hands, its setups included. */
  readonly hands: number;
  readonly dry: number;
  /** Minutes since the beginning of the job; null where no session is left that could hold it. */
  readonly beginBy: number | null;
}

/**
 * The chain of a need from its day back to the first touch of paper: each step in the last sessions that still leave room
 * for all that follows it, drying and nights included. What else is owed is left aside: this is what the need itself
 * cannot do with less than, whatever the plan says.
 */
export function latestSteps(job: SeasonJob, need: WorkNeed): LatestStep[] {
  const steps = [...need.paint, ...need.finish];
  const found: LatestStep[] = [];
  const end = job.dayEnds[Math.min(need.due, job.dayEnds.length - 1)] ?? 0;
  let next: number | null = end;
  for (let index = steps.length - 1; index >= 0; index -= 1) {
    const step = steps[index];
    if (!step) continue;
    // Assembly begins when the whole batch is dry; within a batch the first units dry while the last are worked on.
    const wholeBatch = index === steps.length - 1 || index === need.paint.length - 1;
    const lag = wholeBatch ? step.dry : lagAfter(step, steps[index + 1]);
    const beginBy: number | null = next === null ? null : placeBackwards(job, step, next - lag);
    const { id, name, kind, units, dry } = step;
    found.unshift({ id, name, kind, units, hands: step.setup + units * step.hands, dry, beginBy });
    next = beginBy;
  }
  return found;
}

/** The moment at which a step begins when its units lie in the last sessions before another; one setup, before the first. */
function placeBackwards(job: SeasonJob, step: WorkStep, endBy: number): number | null {
  let left = step.units;
  if (step.units * step.hands + step.setup === 0) return endBy;
  for (let index = job.sessions.length - 1; index >= 0; index -= 1) {
    const session = job.sessions[index];
    if (!session || session.open >= endBy || !sessionAllows(job, session, step)) continue;
    const close = Math.min(session.close, endBy);
    const room = close - session.open + 1e-9;
    if (room >= step.setup + left * step.hands) return close - step.setup - left * step.hands;
    // The first of them is left for an earlier session, which holds the setup too.
    left -= Math.min(left - 1, step.hands > 0 ? Math.floor(room / step.hands) : left - 1);
  }
  return null;
}
