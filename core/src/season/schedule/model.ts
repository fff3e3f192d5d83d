/** What kind of hands a step asks for; a helper may do some, a tired maker fewer. */
export type WorkKind = "prepare" | "draw" | "mask" | "paint" | "finish" | "assemble" | "pack";

/** One step of a need's work, the same for each of its units. Times in minutes. */
export interface WorkStep {
  readonly id: string;
  readonly name: string;
  readonly kind: WorkKind;
  /** Panels, cards or parcels that go through it. */
  readonly units: number;
  /** Hands time of one unit, uninterrupted. */
  readonly hands: number;
  /** Hands time before the first, whenever the hands come from something else. */
  readonly setup: number;
  /** What is waited for it to be dry. */
  readonly dry: number;
  /** What it mostly takes to dry, where the plan waits longer to be sure; the odds are drawn around it. */
  readonly mostlyDry?: number;
  /** Whether drying units lie on the rack; flattening under books does not. */
  readonly rack: boolean;
  /** Fit for a tired evening. */
  readonly light: boolean;
}

/** A need as work. Needs of one design may be painted as one batch; each is finished on its own. */
export interface WorkNeed {
  readonly id: string;
  readonly design: string;
  readonly palette: string;
  /** The last day for it, counted from the first day of the job, which is 0. */
  readonly due: number;
  /** The first minute at which it may begin: supplies must be there. */
  readonly release: number;
  readonly paint: readonly WorkStep[];
  readonly finish: readonly WorkStep[];
}

/** A stretch of one person's time, in real minutes since the beginning of the job, so that drying is true over a change of the clocks. */
export interface WorkSession {
  readonly day: number;
  readonly open: number;
  readonly close: number;
  /** Late at night: used only where it saves lateness. */
  readonly late: boolean;
  /** Only light steps. */
  readonly light: boolean;
  readonly who: "maker" | "helper";
}

/** A whole season as one job for the planner. */
export interface SeasonJob {
  readonly needs: readonly WorkNeed[];
  /** In order of opening; those of one person do not overlap. */
  readonly sessions: readonly WorkSession[];
  /** Fresh water and a clean palette between designs, minutes. */
  readonly changeover: number;
  /** Units that can dry at once; null for any number. */
  readonly drying: number | null;
  /** Minutes since the beginning at which each day ends, from day 0 on; at least to the last session's day. */
  readonly dayEnds: readonly number[];
  readonly helperMay: readonly WorkKind[];
}

/** Consecutive units of one step in one session. `setup` minutes lie before `start`. */
export interface WorkBlock {
  readonly session: number;
  /** The needs it serves; several when their panels are painted together. */
  readonly needs: readonly string[];
  readonly step: string;
  readonly name: string;
  readonly units: number;
  readonly setup: number;
  readonly start: number;
  readonly end: number;
}

export interface NeedFinish {
  readonly id: string;
  /** The day on which it is ready; past the last session an estimate. */
  readonly day: number;
  readonly lateDays: number;
  /** Minute at which all of it is done and dry; null where the sessions end before. */
  readonly at: number | null;
  readonly firstStart: number | null;
}

/** What a plan is judged by, first to last. */
export interface PlanScore {
  /** Days late, summed over needs. */
  readonly lateDays: number;
  readonly lateSessions: number;
  readonly changeovers: number;
}

export interface SeasonWorkPlan {
  readonly blocks: readonly WorkBlock[];
  readonly needs: readonly NeedFinish[];
  readonly score: PlanScore;
  /** Which needs are painted together. */
  readonly batches: readonly (readonly string[])[];
  /** What the search turned: given again it makes the same plan, and is where the next search begins. */
  readonly choice: PlanChoice;
}

/** The decisions of a plan; a decoder makes the blocks from them. */
export interface PlanChoice {
  /** Need ids, most pressing first. */
  readonly order: readonly string[];
  /** Needs that are painted together with the one of the same design due before them. */
  readonly joined: readonly string[];
  /** Among how many ready pieces of work one of the palette in use is preferred. */
  readonly reach: number;
  /** Minutes the hands rather wait for the palette in use than fetch fresh water for another. */
  readonly patience: number;
  /** Late sessions, by their index, that are left free. */
  readonly free: readonly number[];
  /** Needs that are not promised: hands take them up where nothing else can be done. */
  readonly resigned: readonly string[];
}

/** One figure for a score, so that two plans can be compared: a day late outweighs any number of late evenings, and these any changeovers. */
export const weigh = (score: PlanScore): number => score.lateDays * 1e8 + score.lateSessions * 1e4 + score.changeovers;

/** The day in which a minute lies; past the last known end of day it goes on by whole days. */
export function dayIndexOf(job: Pick<SeasonJob, "dayEnds">, minute: number): number {
  let [low, high] = [0, job.dayEnds.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((job.dayEnds[middle] ?? Infinity) >= minute) high = middle;
    else low = middle + 1;
  }
  if (low < job.dayEnds.length) return low;
  const last = job.dayEnds[job.dayEnds.length - 1] ?? 0;
  return job.dayEnds.length - 1 + Math.ceil((minute - last) / 1440);
}

export const stepHands = (step: WorkStep): number => step.units * step.hands;
export const seasonModelOf = (need: WorkNeed): number => [...need.paint, ...need.finish].reduce((sum, step) => sum + stepHands(step), 0);

/** Whether a session may hold a step at all. */
export const sessionAllows = (job: Pick<SeasonJob, "helperMay">, session: WorkSession, step: Pick<WorkStep, "kind" | "light">): boolean =>
  (!session.light || step.light) && (session.who === "maker" || job.helperMay.includes(step.kind));

/**
 * How long after the last unit of a step the next step may begin, when units follow each other in the same order: the
 * drying of the first is over while the last is still worked on.
 */
export const lagAfter = (step: WorkStep, next: WorkStep | undefined): number =>
  next ? Math.max(0, step.dry - Math.max(0, Math.min(step.units, next.units) - 1) * Math.min(step.hands, next.hands)) : step.dry;
