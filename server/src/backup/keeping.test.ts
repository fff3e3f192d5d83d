import { dayAt, day, addDays } from "@yule/core";
import fc from "fast-check";
import { isNightDue, superseded } from "./keeping.ts";

const ZONE = "Europe/Dublin";
const made = (on: string) => ({ made: new Date(on) });
const NOW = new Date("2031-11-08T10:04:00Z");

test("of a year of nights seven days, five weeks and twelve months stay", () => {
  const nights = Array.from({ length: 400 }, (_, ago) => made(`${addDays(day("2031-11-08"), -ago)}T03:00:00Z`));
  const gone = new Set(superseded(nights, NOW, ZONE));
  const stay = nights.filter((each) => !gone.has(each)).map((each) => each.made.toISOString().slice(0, 10));
  expect(stay.slice(0, 7)).toEqual(["2031-11-08", "2031-11-07", "2031-11-06", "2031-11-05", "2031-11-04", "2031-11-03", "2031-11-02"]);
  // The last night of each week before, and of each month.
  expect(stay.slice(7)).toEqual([
    "2031-10-31",
    "2031-10-26",
    "2031-10-19",
    "2031-10-12",
    ...["09-30", "08-31", "07-31", "06-30", "05-31", "04-30", "03-31", "02-28", "01-31"].map((on) => `2031-${on}`),
    "2030-12-31",
  ]);
});

test("the newest always stays, as does all that is younger than a day, and what stays once is not taken a moment later", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 800 * 24 }), { minLength: 1, maxLength: 60 }), (hours) => {
      const all = hours.map((ago) => ({ made: new Date(NOW.getTime() - ago * 3_600_000) }));
      const gone = new Set(superseded(all, NOW, ZONE));
      const stay = all.filter((each) => !gone.has(each));
      const newest = Math.max(...all.map((each) => each.made.getTime()));
      expect(stay.some((each) => each.made.getTime() === newest)).toBe(true);
      for (const each of gone) expect(NOW.getTime() - each.made.getTime()).toBeGreaterThanOrEqual(86_400_000);
      expect(superseded(stay, NOW, ZONE)).toEqual([]);
      // Whatever month of the last twelve had one still has one.
      const months = [...new Set(all.map((each) => dayAt(each.made, ZONE).slice(0, 7)))].sort().reverse().slice(0, 12);
      for (const month of months) expect(stay.some((each) => dayAt(each.made, ZONE).startsWith(month))).toBe(true);
    }),
  );
});

test("a night's backup is due once after 3 o'clock in the shop's own zone, also when the machine slept then", () => {
  expect(isNightDue(null, NOW, ZONE)).toBe(true);
  expect(isNightDue(new Date("2031-11-08T02:59:00Z"), NOW, ZONE)).toBe(true);
  expect(isNightDue(new Date("2031-11-08T03:01:00Z"), NOW, ZONE)).toBe(false);
  expect(isNightDue(new Date("2031-11-07T03:01:00Z"), new Date("2031-11-08T02:30:00Z"), ZONE)).toBe(false);
  expect(isNightDue(new Date("2031-11-08T10:00:00Z"), new Date("2031-11-08T11:00:00Z"), "Asia/Tokyo")).toBe(false);
  expect(isNightDue(new Date("2031-11-07T17:00:00Z"), new Date("2031-11-07T19:00:00Z"), "Asia/Tokyo")).toBe(true);
});
