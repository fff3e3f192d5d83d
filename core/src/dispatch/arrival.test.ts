import { day } from "../measure/day.ts";
import { money } from "../measure/money.ts";
import { arrivesWithin, chanceToArrive, daysAway, learnedTransit, workingDaysTo } from "./arrival.ts";
import type { Transit } from "./transit.ts";

const none = new Set<never>();
const letter: Transit = { zone: "inland", service: "Letter", workingDays: 4, price: money(85), mostGrams: 50 };

test("until a letter has arrived the carrier's table holds as it stands", () => {
  expect([1, 2, 3, 6, 12].map((days) => daysAway(days, []))).toEqual([1, 2, 3, 6, 12]);
  expect(arrivesWithin(4, [], 4)).toBeCloseTo(0.8955, 9);
  expect(arrivesWithin(4, [], 0)).toBe(0);
  expect(learnedTransit([letter], new Map())).toEqual([letter]);
});

test("letters that took longer than the table move its days, and quick ones bring them down", () => {
  const slow = learnedTransit([letter], new Map([["Letter", [0, 0, 0, 0, 4, 10, 16, 20, 10]]]))[0];
  expect(slow).toMatchObject({ tableDays: 4 });
  expect(slow?.workingDays).toBeGreaterThanOrEqual(7);
  const quick = learnedTransit([letter], new Map([["Letter", [0, 40, 30, 2]]]))[0];
  expect(quick?.workingDays).toBeLessThan(4);
  expect(chanceToArrive(quick ?? letter, day("2031-11-10"), day("2031-11-12"), none)).toBeGreaterThan(0.8);
});

test("a later day is never less sure, and nothing is certain", () => {
  const seen = [0, 3, 9, 4, 0, 1];
  const chances = Array.from({ length: 30 }, (_, days) => arrivesWithin(3, seen, days));
  for (let days = 1; days < 30; days += 1) expect(chances[days]).toBeGreaterThanOrEqual(chances[days - 1] ?? 0);
  expect(chances[29]).toBeLessThan(1);
});

test("Sundays and holidays of either country are no working days", () => {
  // Posted on Friday 7: Saturday 8, Monday 10 and Tuesday 11 count.
  expect(workingDaysTo(day("2031-11-07"), day("2031-11-11"), none)).toBe(3);
  expect(workingDaysTo(day("2031-11-07"), day("2031-11-11"), new Set([day("2031-11-11")]))).toBe(2);
  expect(workingDaysTo(day("2031-11-07"), day("2031-11-07"), none)).toBe(0);
});
