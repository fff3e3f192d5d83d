import { addDays, day } from "../measure/day.ts";
import { learnedLength, learnedWeek } from "./sessionLength.ts";

const evening = { weekday: 2, from: 1170, to: 1290 };
/** Tuesdays on which work went on for so long, from the hour she keeps. */
const tuesdays = (...lasted: number[]) => lasted.map((length, week) => ({ day: addDays(day("2031-09-02"), 7 * week), from: 1175, to: 1175 + length }));

test("an evening told as two hours that lasts an hour and a half is believed to be shorter, the more often the more", () => {
  expect(learnedLength(evening, [])).toEqual({ minutes: 120, seen: 0 });
  expect(learnedLength(evening, tuesdays(90, 90))).toEqual({ minutes: 120, seen: 2 });
  const [few, many] = [learnedLength(evening, tuesdays(90, 90, 90)), learnedLength(evening, tuesdays(...Array.from({ length: 30 }, () => 90)))];
  expect(few).toEqual({ minutes: 105, seen: 3 });
  expect(many).toEqual({ minutes: 95, seen: 30 });
});

test("work on another weekday or in the morning is not this evening's", () => {
  const morning = { day: day("2031-09-02"), from: 500, to: 560 };
  const friday = { day: day("2031-09-05"), from: 1175, to: 1200 };
  expect(learnedLength(evening, [morning, friday]).seen).toBe(0);
});

test("a session that grows never runs into the next or past midnight, and a helper's hours stay as told", () => {
  const week = [evening, { weekday: 2, from: 1300, to: 1400 }, { ...evening, who: "helper" as const }, { weekday: 3, from: 1380, to: 1430 }];
  const long = tuesdays(200, 200, 200, 200, 200, 200);
  const late = Array.from({ length: 6 }, (_, index) => ({ day: addDays(day("2031-09-03"), 7 * index), from: 1380, to: 1440 }));
  const [first, , helper, last] = learnedWeek(week, [...long, ...late]);
  expect(first?.to).toBe(1300);
  expect(helper?.to).toBe(1290);
  expect(last?.to).toBe(1435);
});
