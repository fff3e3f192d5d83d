import type { LessonRead, NeedRead } from "@yule/contract";
import { day } from "@yule/core";
import { need, season } from "./examples.ts";
import { fadedLessons, lessonsAsked, lessonsSaid } from "./lessonsSaid.ts";

const lesson: LessonRead = {
  ...{ id: "soap", version: 1, text: "Soap the brush before masking fluid", moment: "painting", designId: need.designId, occasion: null, stageId: null, kind: "keep" },
  ...{ notedOn: "2030-11-08", helped: 0, missed: 0, answeredOn: null },
};
const about = { designs: [need.designId], occasions: ["yule"] };
const outlookOf = (lessons: readonly LessonRead[], needs: readonly NeedRead[] = [need]) => ({ ...season(needs), lessons, today: day("2031-11-08") });
const said = (lessons: readonly LessonRead[], needs?: readonly NeedRead[]) =>
  lessonsSaid(outlookOf(lessons, needs), "painting", about).map((each) => [each.lesson.id, each.isAsked]);
/** All its cards are made and posted. */
const done: NeedRead = { ...need, postedOn: "2031-11-02", lines: need.lines.map((line) => ({ ...line, assembled: line.quantity })) };

test("a lesson is said at its moment, about its design, its occasion or everything, until it has faded", () => {
  const occasion = { ...lesson, id: "yule", designId: null, occasion: "yule" };
  const of = (more: Partial<LessonRead>) => ({ ...lesson, ...more });
  expect(
    said([lesson, occasion, of({ id: "all", designId: null }), of({ id: "other", designId: "x" }), of({ id: "easter", designId: null, occasion: "easter" })]).map(([id]) => id),
  ).toEqual(["soap", "yule", "all"]);
  expect(said([of({ moment: "sending" }), of({ notedOn: "2028-01-01" }), of({ missed: 2, answeredOn: "2031-10-01" })])).toEqual([]);
  expect(fadedLessons(outlookOf([of({ id: "old", notedOn: "2028-01-01" }), lesson, of({ id: "missed", missed: 2, answeredOn: "2031-10-01" })])).map(({ id }) => id)).toEqual([
    "missed",
    "old",
  ]);
});

test("whether it helped is asked once in a season, when what it is about has been done, and not of what was noted just now", () => {
  expect(said([lesson])).toEqual([["soap", false]]);
  expect(said([lesson], [done])).toEqual([["soap", true]]);
  expect(said([{ ...lesson, answeredOn: "2031-11-05" }], [done])).toEqual([["soap", false]]);
  expect(said([{ ...lesson, answeredOn: "2030-12-20" }], [done])).toEqual([["soap", true]]);
  expect(said([{ ...lesson, notedOn: "2031-11-03" }], [done])).toEqual([["soap", false]]);
  const begun = { ...outlookOf([{ ...lesson, notedOn: "2031-11-07" }], [done]), season: { ...season([]).season, from: "2031-11-08" } };
  expect(lessonsAsked(begun)).toEqual([]);
});

test("of a season in which all is done every lesson that came back is asked about, whatever its moment and its design", () => {
  const sending = { ...lesson, id: "seal", moment: "sending" as const };
  const ids = (lessons: readonly LessonRead[], needs: readonly NeedRead[]) => lessonsAsked(outlookOf(lessons, needs)).map((each) => each.lesson.id);
  expect(ids([lesson, sending, { ...lesson, id: "other", designId: "x" }], [done])).toEqual(["soap", "seal"]);
  expect(ids([lesson, sending], [need])).toEqual([]);
});
