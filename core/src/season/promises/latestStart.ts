import { SameFutures } from "../odds/sameFutures.ts";
import type { NeedOdds, Spreads } from "../odds/odds.ts";
import { sessionAllows, type SeasonJob, type SeasonWorkPlan, type WorkNeed } from "../schedule/model.ts";

/** How likely a promise is kept when its work is taken up in a session, and not before. */
export interface StartChance {
  /** Index of the session in the job. */
  readonly session: number;
  readonly chance: number;
}

/** The last session in which a need may be taken up for a chance, and the chances that were looked at. */
export interface LatestStart {
  readonly id: string;
  /** Null where even the next session is too late for that chance. */
  readonly session: number | null;
  /** By session. */
  readonly curve: readonly StartChance[];
}

/** The same for the season: nothing at all is painted before a session. */
export interface LatestSeasonStart {
  /** The last one after which every promise that has the chance now still has it; null where the next is the last, or none has it now. */
  readonly session: number | null;
  readonly curve: readonly { readonly session: number; /** Promises expected to be kept. */ readonly kept: number }[];
}

export interface StartLimits {
  /** The chance that is wanted, 0 to 1. */
  readonly level: number;
  readonly seed: number;
  readonly runs: number;
}

/** A curve is drawn through so many points, and through those that finding the last start has looked at. */
const CURVE_POINTS = 9;
/** A chance counted in some hundreds of futures errs by this much: what was safe by that little is not called lost. */
const NOISE = 0.03;

/** Sessions in which a need may be taken up, from the next to the last one that closes by its day. */
export function startsOf(job: SeasonJob, need: WorkNeed, free: readonly number[]): number[] {
  const first = [...need.paint, ...need.finish].find((step) => step.units > 0);
  const end = job.dayEnds[Math.min(need.due, job.dayEnds.length - 1)] ?? 0;
  return job.sessions.flatMap((session, index) => (first && session.open < end && !free.includes(index) && sessionAllows(job, session, first) ? [index] : []));
}

/**
 * A plan that is played from different days of beginning, in the same futures. Of few futures the difference to beginning at once is told far more
 * closely than the chance itself (control variates: Law, Simulation Modeling and Analysis, 5th ed., section 11.4), so each chance is the known one
 * less that difference.
 */
export class LaterStarts {
  private readonly play: ReturnType<SameFutures["held"]>;
  private readonly atOnce: Float64Array;

  /**
   * @param needs what the odds know of each
   * @param chances of the plan as it stands, by need, counted in many more futures
   */
  constructor(
    private readonly job: SeasonJob,
    private readonly plan: SeasonWorkPlan,
    spreads: Spreads,
    needs: readonly NeedOdds[],
    private readonly chances: ReadonlyMap<string, number>,
    private readonly limits: StartLimits,
  ) {
    this.play = new SameFutures(job, spreads, needs, limits.seed).held(plan);
    this.atOnce = this.counted(0);
  }

  /** The last session in which a need may be taken up, found by halving: later is never better. */
  latest(id: string): LatestStart {
    const { at, sessions } = this.startsOfNeed(id);
    const seen = new Map<number, number>();
    const chanceAt = (place: number): number => this.chance(at, sessions[place] ?? 0, seen);
    let [good, bad] = [-1, sessions.length];
    // Most needs have some days of room: the halving begins early.
    for (let place = 0; good + 1 < bad; place = good < 0 ? 0 : (good + bad) >> 1)
      if (chanceAt(place) >= this.limits.level) good = place;
      else bad = place;
    return { id, session: sessions[good] ?? null, curve: sorted(seen) };
  }

  /** The chance of a need against the session in which it is taken up, for a drawing. */
  curve(id: string): LatestStart {
    const found = this.latest(id);
    const { at, sessions } = this.startsOfNeed(id);
    const seen = new Map(found.curve.map(({ session, chance }) => [session, chance]));
    for (const place of spread(sessions.length)) this.chance(at, sessions[place] ?? 0, seen);
    return { ...found, curve: sorted(seen) };
  }

  /** When painting must begin at all, so that whoever is promised now is still promised then. */
  season(): LatestSeasonStart {
    const sessions = this.job.sessions.flatMap((session, index) => (session.who === "maker" && !this.plan.choice.free.includes(index) ? [index] : []));
    const seen = new Map<number, Float64Array>();
    const chances = (place: number): Float64Array => this.allChances(sessions[place] ?? 0, seen);
    if (sessions.length === 0 || this.job.needs.length === 0) return { session: null, curve: [] };
    const promised = [...chances(0)].flatMap((chance, at) => (chance >= this.limits.level ? [at] : []));
    const isKept = (place: number): boolean => promised.every((at) => (chances(place)[at] ?? 0) >= this.limits.level - NOISE);
    let [good, bad] = [0, sessions.length];
    while (promised.length > 0 && good + 1 < bad) {
      const middle = (good + bad) >> 1;
      if (isKept(middle)) good = middle;
      else bad = middle;
    }
    const curve = [...seen].sort((a, b) => a[0] - b[0]).map(([session, all]) => ({ session, kept: all.reduce((sum, each) => sum + each, 0) }));
    return { session: promised.length > 0 ? (sessions[good] ?? null) : null, curve };
  }

  private startsOfNeed(id: string): { readonly at: number; readonly sessions: readonly number[] } {
    const at = this.job.needs.findIndex((need) => need.id === id);
    const need = this.job.needs[at];
    return { at, sessions: need ? startsOf(this.job, need, this.plan.choice.free) : [] };
  }

  private chance(need: number, session: number, seen: Map<number, number>): number {
    const known = seen.get(session);
    if (known !== undefined) return known;
    let kept = 0;
    for (let future = 0; future < this.limits.runs; future += 1) if (this.play(future, need, this.opens(session))(need)) kept += 1;
    const chance = this.corrected(need, kept / this.limits.runs);
    seen.set(session, chance);
    return chance;
  }

  /** What few futures say of a need, put right by what many say of beginning at once. */
  private corrected(need: number, raw: number): number {
    const known = this.chances.get(this.job.needs[need]?.id ?? "");
    // What no future keeps is kept by none.
    if (known === undefined || raw === 0) return raw;
    return Math.min(1, Math.max(0, known + raw - (this.atOnce[need] ?? 0)));
  }

  private counted(until: number): Float64Array {
    const kept = new Float64Array(this.job.needs.length);
    for (let future = 0; future < this.limits.runs; future += 1) {
      const isKept = this.play(future, -1, until);
      for (let need = 0; need < kept.length; need += 1) if (isKept(need)) kept[need] = (kept[need] ?? 0) + 1;
    }
    return kept.map((each) => each / this.limits.runs);
  }

  private allChances(session: number, seen: Map<number, Float64Array>): Float64Array {
    const known = seen.get(session);
    if (known) return known;
    const kept = this.counted(this.opens(session)).map((raw, need) => this.corrected(need, raw));
    seen.set(session, kept);
    return kept;
  }

  private opens(session: number): number {
    return this.job.sessions[session]?.open ?? 0;
  }
}

const sorted = (seen: ReadonlyMap<number, number>): StartChance[] => [...seen].sort((a, b) => a[0] - b[0]).map(([session, chance]) => ({ session, chance }));

/** Places spread evenly over a list, the first and the last among them. */
const spread = (length: number): number[] =>
  length <= CURVE_POINTS
    ? Array.from({ length }, (_, place) => place)
    : Array.from({ length: CURVE_POINTS }, (_, point) => Math.round((point * (length - 1)) / (CURVE_POINTS - 1)));
