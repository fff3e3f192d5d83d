import { cardByCard } from "./construct.ts";
import { toMinutes, workOf, type RunJob } from "./model.ts";

/**
 * How long the job takes when each card is painted to its end before the next begins, by the same rules.
 * @returns minutes until the last is dry, or null when the windows do not hold it
 */
export function cardByCardMakespan(job: RunJob): number | null {
  const timetable = cardByCard(workOf(job));
  return timetable ? toMinutes(timetable.makespan()) : null;
}
