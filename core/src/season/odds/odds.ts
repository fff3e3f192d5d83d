import { seededRandom } from "../../search/search.ts";
import { dayIndexOf, type SeasonJob, type SeasonWorkPlan } from "../schedule/model.ts";
import { courseOf, type Course } from "./course.ts";
import { betaDraw, binomialDraw, normalDraw } from "./draws.ts";
import { FuturePlay, type Draws } from "./playing.ts";
import { drawTruth, type Spread } from "./spread.ts";

const { exp } = Math;

/** Everything that may come otherwise than planned. */
export type Uncertainty = "hands" | "drying" | "yield" | "interruptions" | "post" | "supplies";
export const UNCERTAINTIES: readonly Uncertainty[] = ["hands", "drying", "yield", "interruptions", "post", "supplies"];

export interface Spreads {
  readonly hands: Spread;
  readonly drying: Spread;
  /** Beta counts of sessions kept and sessions lost. */
  readonly sessions: { readonly kept: number; readonly lost: number; readonly seen: number };
  /** Chance of so many days late, by day: [0.9, 0.08, 0.02] is two in a hundred two days late. */
  readonly post: readonly number[];
  readonly supplies: readonly number[];
}

/** What the odds need to know of a need beyond its work. */
export interface NeedOdds {
  readonly id: string;
  /** Cards that must be good, of the units painted. */
  readonly cards: number;
  readonly units: number;
  /** Beta counts of the design's panels, guess included. */
  readonly good: number;
  readonly bad: number;
  readonly posted: boolean;
  /** How much it matters that it is kept; an ordinary promise to somebody who waits is 1. */
  readonly weight: number;
}

export interface OddsAnswer {
  readonly runs: number;
  readonly needs: readonly {
    readonly id: string;
    readonly chance: number;
    /** Days by which it is ready with 50, 80 and 95 in 100. */
    readonly by: readonly [number, number, number];
  }[];
  /** Chance that nothing is late. */
  readonly season: number;
  /** Days by which all is done. */
  readonly by: readonly [number, number, number];
  /** How much the expected number of needs on time rises when one uncertainty is taken away, largest first. */
  readonly matters: readonly { readonly what: Uncertainty; readonly gain: number }[];
}

export interface OddsLimits {
  readonly seed: number;
  readonly runs: number;
  readonly stop: () => boolean;
}

/**
 * Chance of being on time, by playing the plan through many times with times, drying, yields, lost sessions, post and
 * supplies drawn from what is believed of them. The order of the plan is kept, but hands whose next panel is not dry
 * take up what is. Panels missing after inspection are painted again before the cards are assembled.
 */
export function odds(job: SeasonJob, plan: SeasonWorkPlan, spreads: Spreads, needs: readonly NeedOdds[], limits: OddsLimits): OddsAnswer {
  const course = courseOf(job, plan);
  const all = play(job, course, spreads, needs, limits, null);
  const few = { ...limits, runs: Math.max(200, Math.round(limits.runs / 20)) };
  const base = play(job, course, spreads, needs, few, null).onTime;
  const matters = UNCERTAINTIES.map((what) => ({ what, gain: limits.stop() ? 0 : Math.max(0, play(job, course, spreads, needs, few, what).onTime - base) })).sort(
    (a, b) => b.gain - a.gain,
  );
  return { runs: all.runs, needs: all.needs, season: all.season, by: all.by, matters };
}

/** The odds alone, without asking what matters most. */
export const forecast = (job: SeasonJob, plan: SeasonWorkPlan, spreads: Spreads, needs: readonly NeedOdds[], limits: OddsLimits): Omit<OddsAnswer, "matters"> =>
  play(job, courseOf(job, plan), spreads, needs, limits, null);

interface Played {
  readonly runs: number;
  readonly needs: OddsAnswer["needs"];
  readonly season: number;
  readonly by: readonly [number, number, number];
  /** Expected number of needs on time. */
  readonly onTime: number;
}

function play(job: SeasonJob, course: Course, spreads: Spreads, needs: readonly NeedOdds[], limits: OddsLimits, without: Uncertainty | null): Played {
  const random = seededRandom(limits.seed);
  const known = job.needs.map((need) => needs.find((each) => each.id === need.id));
  const playing = new FuturePlay(course, job.needs.length, random);
  const days = job.needs.map(() => new Int32Array(limits.runs));
  const seasonDays = new Int32Array(limits.runs);
  const inTime = new Float64Array(job.needs.length);
  let allInTime = 0;
  let runs = 0;
  for (; runs < limits.runs; runs += 1) {
    if ((runs & 127) === 127 && limits.stop()) break;
    drawTimes(course, playing.draws, spreads, without, random);
    for (let at = 0; at < known.length; at += 1) {
      const each = known[at];
      playing.draws.extra[at] = each ? missingAfterInspection(each, without === "yield", random) : 0;
    }
    playing.draws.lost = without === "interruptions" ? 0 : betaDraw(spreads.sessions.lost, spreads.sessions.kept, random);
    playing.draws.supplies = without === "supplies" ? 0 : daysLate(spreads.supplies, random) * 1440;
    playing.run();
    let late = false;
    let lastDay = 0;
    for (let at = 0; at < known.length; at += 1) {
      const day = Math.max(dayIndexOf(job, playing.finished[at] ?? 0), course.beyond[at] ?? 0);
      const posted = known[at]?.posted && without !== "post" ? daysLate(spreads.post, random) : 0;
      // Posted as soon as it is ready: what was finished early may travel longer.
      if (day + posted <= (job.needs[at]?.due ?? 0)) inTime[at] = (inTime[at] ?? 0) + 1;
      else late = true;
      const own = days[at];
      if (own) own[runs] = day;
      lastDay = Math.max(lastDay, day);
    }
    seasonDays[runs] = lastDay;
    if (!late) allInTime += 1;
  }
  const count = Math.max(1, runs);
  return {
    runs,
    needs: job.needs.map((need, at) => ({ id: need.id, chance: (inTime[at] ?? 0) / count, by: quantiles(days[at] ?? new Int32Array(0), runs) })),
    season: allInTime / count,
    by: quantiles(seasonDays, runs),
    onTime: inTime.reduce((sum, each) => sum + each, 0) / count,
  };
}

/** One truth for the shop in this run, and around it a time for each piece. What has nothing to dry is not drawn. */
export function drawTimes(course: Course, draws: Draws, spreads: Spreads, without: Uncertainty | null, random: () => number): void {
  const hands = without === "hands" ? { mean: spreads.hands.mean, sd: 0 } : drawTruth(spreads.hands, random);
  const dry = without === "drying" ? { mean: spreads.drying.mean, sd: 0 } : drawTruth(spreads.drying, random);
  const { minutes, isDrying } = course;
  const { minutes: took, drying } = draws;
  const [handsMean, handsSd, dryMean, drySd] = [hands.mean, hands.sd, dry.mean, dry.sd];
  for (let at = 0; at < minutes.length; at += 1) {
    took[at] = (minutes[at] ?? 0) * exp(handsMean + handsSd * normalDraw(random));
    drying[at] = isDrying[at] === 0 ? 1 : exp(dryMean + drySd * normalDraw(random));
  }
}

/** Panels to paint again because too few came out good. */
export function missingAfterInspection(need: NeedOdds, certain: boolean, random: () => number): number {
  if (need.units === 0) return 0;
  const mean = need.good / (need.good + need.bad);
  const chance = certain ? mean : betaDraw(need.good, need.bad, random);
  const good = certain ? Math.round(need.units * mean) : binomialDraw(need.units, chance, random);
  return good >= need.cards ? 0 : (need.cards - good) / Math.max(0.2, chance);
}

export function daysLate(chances: readonly number[], random: () => number): number {
  let left = random();
  for (let day = 0; day < chances.length; day += 1) {
    left -= chances[day] ?? 0;
    if (left < 0) return day;
  }
  return chances.length - 1;
}

function quantiles(values: Int32Array, count: number): [number, number, number] {
  const sorted = values.slice(0, count).sort();
  const at = (share: number): number => sorted[Math.min(count - 1, Math.ceil(count * share) - 1)] ?? 0;
  return [at(0.5), at(0.8), at(0.95)];
}
