import { addDays, day } from "../measure/day.ts";
import { isFaded, lessonStrength } from "./lessonLife.ts";

const noted = { notedOn: day("2029-11-08"), missed: 0, answeredOn: null };
const after = (days: number) => addDays(noted.notedOn, days);

test("a lesson that nobody speaks of is said for two seasons more, and not a fourth time", () => {
  expect(lessonStrength(noted, noted.notedOn)).toBe(1);
  expect([0, 365, 730, 1_095].map((days) => isFaded(noted, after(days)))).toEqual([false, false, false, true]);
});

test("one that did not help is said once more that year, after a second time no more", () => {
  const missed = { ...noted, missed: 1, answeredOn: after(365) };
  expect([365, 500, 700].map((days) => isFaded(missed, after(days)))).toEqual([false, false, true]);
  expect(isFaded({ ...missed, missed: 2 }, after(365))).toBe(true);
});

test("one that has helped is as strong as on its first day", () => {
  const helped = { ...noted, answeredOn: after(1_095) };
  expect(lessonStrength(helped, after(1_095))).toBe(1);
  expect(isFaded(helped, after(1_800))).toBe(false);
});

test("a clock that is set back does not make a lesson stronger than new", () => {
  expect(lessonStrength(noted, after(-40))).toBe(1);
});
