import type { ReviewRead, ShopRead } from "@yule/contract";
import { addDays, day, groupBy, keptSessions, mondayOf, type Day } from "@yule/core";
import { cameDue, isKept, type SeasonReview } from "./review.ts";

const DAYS_OF_WEEK = 7;

/** A week of the season: hands that went into it, and minutes of sessions that were kept free for painting. */
export interface WeekAgainstPlan {
  readonly week: Day;
  readonly minutes: number;
  readonly free: number;
}

/** The weeks with hands, those between them too, with the sessions of the ordinary week and what was different then. @param today beyond it no session has been yet */
export function weeksAgainstPlan({ weeks }: SeasonReview, read: ReviewRead, { lateAfter }: Pick<ShopRead, "lateAfter">, today: Day): WeekAgainstPlan[] {
  const [first, last] = [weeks[0], weeks[weeks.length - 1]];
  if (!first || !last) return [];
  const end = addDays(last.week, DAYS_OF_WEEK - 1);
  const changes = read.changes.map((change) => ({ ...change, first: day(change.first), last: day(change.last) }));
  const free = new Map<Day, number>();
  for (const { day: on, length } of keptSessions(read.sessions, changes, first.week, end < today ? end : today, lateAfter))
    free.set(mondayOf(on), (free.get(mondayOf(on)) ?? 0) + length);
  return weeks.map(({ week, minutes }) => ({ week, minutes, free: free.get(week) ?? 0 }));
}

/** Promises by the week they were due in. */
export interface WeekOfPromises {
  readonly week: Day;
  readonly kept: number;
  readonly late: number;
}

/** From the first week in which a promise came due to the last, those without any among them. */
export function weeksOfPromises(read: ReviewRead, today: Day): WeekOfPromises[] {
  const came = read.needs.filter((need) => cameDue(need, today));
  const known = [...new Set(came.map(({ due }) => mondayOf(due)))].sort();
  const [first, last] = [known[0], known[known.length - 1]];
  if (first === undefined || last === undefined) return [];
  const weeks: WeekOfPromises[] = [];
  for (let week = first; week <= last; week = addDays(week, DAYS_OF_WEEK)) {
    const here = came.filter(({ due }) => mondayOf(due) === week);
    weeks.push({ week, kept: here.filter(isKept).length, late: here.filter((need) => !isKept(need)).length });
  }
  return weeks;
}

/** A time of a stage as its route has it, and as the season showed it. */
export interface TimeAgainstRoute {
  readonly designId: string;
  readonly design: string;
  readonly stageId: string;
  readonly stage: string;
  readonly what: "hands" | "drying";
  /** Minutes. */
  readonly planned: number;
  readonly took: number;
  readonly seen: number;
}

/** Fewer sightings say nothing of a stage. */
const LEAST_SEEN = 5;

/** Times that were seen often enough, those that cost or saved most first: hands by the minutes of all panels, drying by the minutes of one. */
export function timesAgainstRoute({ designs, times }: Pick<ReviewRead, "designs" | "times">): TimeAgainstRoute[] {
  const byStage = groupBy(
    times.filter(({ seen }) => seen >= LEAST_SEEN),
    ({ stage }) => stage,
  );
  const rows = designs.flatMap(({ id: designId, name: design, stages }) =>
    stages.flatMap(({ id: stageId, name: stage, hands, dry }) =>
      (byStage.get(stageId) ?? []).flatMap(({ what, times: by, seen }): TimeAgainstRoute[] => {
        const planned = what === "hands" ? hands : dry;
        return planned === 0 ? [] : [{ designId, design, stageId, stage, what, planned, took: planned * by, seen }];
      }),
    ),
  );
  const off = ({ what, planned, took, seen }: TimeAgainstRoute): number => Math.abs(took - planned) * (what === "hands" ? seen : 1);
  return rows.sort((a, b) => off(b) - off(a) || a.stage.localeCompare(b.stage));
}
