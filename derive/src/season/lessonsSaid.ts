import type { LessonMoment, LessonRead } from "@yule/contract";
import { day, daysBetween, isFaded, type Day, type LessonHeard } from "@yule/core";
import type { NeedStage, NeedView } from "./needView.ts";
import type { Outlook } from "./workOut.ts";

export interface LessonSaid {
  readonly lesson: LessonRead;
  /** What it is about has been done since it came back: whether it helped can be said now. */
  readonly isAsked: boolean;
}

const heard = ({ notedOn, missed, answeredOn }: LessonRead): LessonHeard => ({ notedOn: day(notedOn), missed, answeredOn: answeredOn === null ? null : day(answeredOn) });

/** Lessons that are said no more, the one that was noted last first. */
export const fadedLessons = ({ lessons, today }: Pick<Outlook, "lessons" | "today">): LessonRead[] =>
  lessons.filter((lesson) => isFaded(heard(lesson), today)).sort((a, b) => (a.notedOn < b.notedOn ? 1 : -1));

/** Those that have not faded. */
export const livingLessons = ({ lessons, today }: Pick<Outlook, "lessons" | "today">): LessonRead[] => lessons.filter((lesson) => !isFaded(heard(lesson), today));

/** The lessons of a moment about these designs, these occasions, or everything; those that have faded are left out. */
export function lessonsSaid(
  outlook: Pick<Outlook, "lessons" | "today" | "needs" | "season">,
  moment: LessonMoment,
  about: { readonly designs: readonly string[]; readonly occasions: readonly string[] },
): LessonSaid[] {
  return livingLessons(outlook)
    .filter((lesson) => lesson.moment === moment && isAbout(lesson, about))
    .map((lesson) => ({ lesson, isAsked: isAskedNow(lesson, outlook) }));
}

/** All lessons of which it can be said now whether they helped, whatever their moment: what is done is worked on nowhere else. */
export const lessonsAsked = (outlook: Pick<Outlook, "lessons" | "today" | "needs" | "season">): LessonSaid[] =>
  livingLessons(outlook).flatMap((lesson) => (isAskedNow(lesson, outlook) ? [{ lesson, isAsked: true }] : []));

const isAbout = ({ designId, occasion }: LessonRead, { designs, occasions }: { readonly designs: readonly string[]; readonly occasions: readonly string[] }): boolean =>
  designId === null ? occasion === null || occasions.includes(occasion) : designs.includes(designId);

/** A lesson that was noted just now has not come back yet, though a season has begun since. */
const COMES_BACK_AFTER = 14;

/** From which stage of a need on what a moment is about has been done. */
const DONE_FROM: Readonly<Record<LessonMoment, readonly NeedStage[]>> = {
  planning: ["done"],
  splitting: ["on the bench", "to inspect", "to assemble", "to post", "done"],
  painting: ["to inspect", "to assemble", "to post", "done"],
  finishing: ["to post", "done"],
  sending: ["done"],
};

/** Once in a season, when what it is about has been done with the lesson in mind. */
function isAskedNow(lesson: LessonRead, { today, needs, season }: Pick<Outlook, "today" | "needs" | "season">): boolean {
  if (daysBetween(day(lesson.notedOn), today) < COMES_BACK_AFTER || isSaidSince(lesson, day(season.from))) return false;
  return needs.some((view) => concerns(lesson, view) && DONE_FROM[lesson.moment].includes(view.stage));
}

const isSaidSince = ({ answeredOn }: LessonRead, from: Day): boolean => answeredOn !== null && answeredOn >= from;
const concerns = ({ designId, occasion }: LessonRead, { need, design }: NeedView): boolean =>
  designId === null ? occasion === null || need.occasion === occasion : design.id === designId;
