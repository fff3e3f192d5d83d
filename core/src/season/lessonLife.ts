import { daysBetween, type Day } from "../measure/day.ts";

/** What is known of a lesson: when it was noted, and what was said of it since. */
export interface LessonHeard {
  readonly notedOn: Day;
  /** How often in a row it did not help. */
  readonly missed: number;
  readonly answeredOn: Day | null;
}

/** A lesson is as strong as on its first day when it has helped; half as strong for each time in a row that it did not, and in a year by so much. */
const A_YEAR_LEAVES = 0.7;
const A_MISS_LEAVES = 0.5;
/** One that is weaker is said no more: after two and a half years without a word, after one miss and eight months, after two misses at once. */
const FADED_BELOW = 0.4;
const DAYS_A_YEAR = 365.25;

/** How much a lesson is still worth saying: 1 on its first day, and whenever it has helped. */
export function lessonStrength({ notedOn, missed, answeredOn }: LessonHeard, today: Day): number {
  const years = Math.max(0, daysBetween(answeredOn ?? notedOn, today)) / DAYS_A_YEAR;
  return A_YEAR_LEAVES ** years * A_MISS_LEAVES ** missed;
}

/** Whether it is said no more at its moment. It is still to be looked up, and said again when it helps after all. */
export const isFaded = (lesson: LessonHeard, today: Day): boolean => lessonStrength(lesson, today) < FADED_BELOW;
