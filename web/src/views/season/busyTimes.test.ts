import { day } from "@yule/core";
import { busyTimesIn } from "./busyTimes.ts";

const file = (...events: string[]): string =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Test//EN", ...events.flatMap((event) => ["BEGIN:VEVENT", ...event.split("|"), "END:VEVENT"]), "END:VCALENDAR"].join("\r\n");
const read = (...events: string[]) =>
  busyTimesIn(file(...events), "Europe/Dublin", day("2031-11-08")).busy.map(({ what, first, last, from, to, title }) => [what, first, last, from ?? null, to ?? null, title]);

test("an hour is busy, whole days are away, what is over or marked free is left out", () => {
  expect(
    read(
      "UID:a|DTSTART:20311112T190000Z|DTEND:20311112T203000Z|SUMMARY:Choir",
      "UID:b|DTSTART;VALUE=DATE:20311220|DTEND;VALUE=DATE:20311224|SUMMARY:Cousins",
      "UID:c|DTSTART:20310112T190000Z|DTEND:20310112T200000Z|SUMMARY:Long ago",
      "UID:d|DTSTART:20311113T190000Z|DTEND:20311113T200000Z|SUMMARY:Maybe|TRANSP:TRANSPARENT",
    ),
  ).toEqual([
    ["busy", "2031-11-12", "2031-11-12", 1140, 1230, "Choir"],
    ["away", "2031-12-20", "2031-12-23", null, null, "Cousins"],
  ]);
});

test("repeats are written out, at the same time on the wall over a change of the clocks", () => {
  const weekly = read("UID:a|DTSTART:20320320T190000Z|DTEND:20320320T200000Z|RRULE:FREQ=WEEKLY;COUNT=3|SUMMARY:Choir");
  // Given in UTC, it is an hour later on the wall from 28 March 2032 on.
  expect(weekly.map((each) => [each[1], each[3]])).toEqual([
    ["2032-03-20", 1140],
    ["2032-03-27", 1140],
    ["2032-04-03", 1200],
  ]);
});

test("a night over midnight is busy on both days, and what is no calendar says so", () => {
  expect(read("UID:a|DTSTART:20311112T220000Z|DTEND:20311113T010000Z|SUMMARY:Train").map((each) => each.slice(1, 5))).toEqual([
    ["2031-11-12", "2031-11-12", 1320, 1440],
    ["2031-11-13", "2031-11-13", 0, 60],
  ]);
  expect(busyTimesIn("title,kind", "UTC", day("2031-11-08")).faults[0]).toContain("allowed a calendar file that begins with BEGIN:VCALENDAR");
});
