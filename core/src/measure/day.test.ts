import { addDays, dayAt, dayOf, daysBetween, isDay, minuteOfDayAt, momentAt, day, weekdayOf } from "./day.ts";
import { minutes, printClock, printMinutes } from "./minutes.ts";

test("a day is the shop's own, whatever UTC says", () => {
  expect(dayAt(new Date("2031-11-08T23:30:00Z"), "Europe/Berlin")).toBe("2031-11-09");
  expect(dayAt(new Date("2031-11-08T03:30:00Z"), "America/Chicago")).toBe("2031-11-07");
  expect(minuteOfDayAt(new Date("2031-11-08T10:05:00Z"), "Europe/Berlin")).toBe(11 * 60 + 5);
});

test("sessions keep their wall-clock time across the change of the clocks", () => {
  expect(momentAt(day("2031-10-25"), 600, "Europe/Berlin").toISOString()).toBe("2031-10-25T08:00:00.000Z");
  expect(momentAt(day("2031-10-26"), 600, "Europe/Berlin").toISOString()).toBe("2031-10-26T09:00:00.000Z");
  // 02:30 does not exist on 30 March 2031, and comes twice on 26 October.
  expect(momentAt(day("2031-03-30"), 150, "Europe/Berlin").toISOString()).toBe("2031-03-30T01:30:00.000Z");
  expect(momentAt(day("2031-10-26"), 150, "Europe/Berlin").toISOString()).toBe("2031-10-26T00:30:00.000Z");
  expect(momentAt(day("2031-06-01"), 0, "America/Los_Angeles").toISOString()).toBe("2031-06-01T07:00:00.000Z");
});

test("counting days does not notice the clocks", () => {
  expect(addDays(day("2031-03-29"), 2)).toBe("2031-03-31");
  expect(daysBetween(day("2031-10-25"), day("2031-10-27"))).toBe(2);
  expect(dayOf(2028, 2, 30)).toBe("2028-03-01");
  expect(weekdayOf(day("2026-11-25"))).toBe(3);
});

test("only real days are days", () => {
  expect(isDay("2028-02-29")).toBe(true);
  expect(isDay("2027-02-29")).toBe(false);
  expect(isDay("27-2-1")).toBe(false);
});

test("time and money are said as a maker says them", () => {
  expect(printMinutes(minutes(170))).toBe("2 h 50 min");
  expect(printMinutes(minutes(35))).toBe("35 min");
  expect(printMinutes(minutes(120))).toBe("2 h");
  expect(printMinutes(minutes(125))).toBe("2 h 5 min");
  expect(printClock(minutes(1.6667))).toBe("1:40");
  expect(printClock(minutes(12.1))).toBe("13");
});
