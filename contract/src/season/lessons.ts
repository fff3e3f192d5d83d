import { z } from "zod";
import { id, version } from "../common/envelope.ts";
import { text } from "../common/text.ts";

/** When a lesson matters: while a season is planned, sheets are split, panels painted, cards finished, parcels sent. */
export const lessonMoments = ["planning", "splitting", "painting", "finishing", "sending"] as const;
export type LessonMoment = (typeof lessonMoments)[number];

/** What a lesson asks for: do it so again, do it otherwise, or never again. */
export const lessonKinds = ["keep", "change", "never"] as const;
export type LessonKind = (typeof lessonKinds)[number];

/** What was learned the hard way, to be said again at the moment it matters. About a design, an occasion, or everything. */
export const noteLesson = z.strictObject({
  id,
  text: text().trim().min(1).max(400),
  moment: z.enum(lessonMoments),
  designId: id.nullable().default(null),
  occasion: text().max(40).nullable().default(null),
  stageId: id.nullable().default(null).describe("the stage of the design's route that it concerns"),
  kind: z.enum(lessonKinds).default("keep"),
});
/** Whether a lesson that was said again has helped. One that helped is said for years again; one that did not is said less long. */
export const answerLesson = z.strictObject({ id, version, helped: z.boolean() });
export const removeLesson = z.strictObject({ id, version });

export interface LessonRead {
  readonly id: string;
  readonly version: number;
  readonly text: string;
  readonly moment: LessonMoment;
  readonly designId: string | null;
  readonly occasion: string | null;
  readonly stageId: string | null;
  readonly kind: LessonKind;
  /** The day it was noted. */
  readonly notedOn: string;
  /** How often it has helped, how often in a row it did not since, and when that was said last; null while nobody was asked. */
  readonly helped: number;
  readonly missed: number;
  readonly answeredOn: string | null;
}
