import { faultLine } from "@yule/contract";
import { yearlyDaysIn } from "./yearlyDays.ts";

const calendar = (...events: string[]): string => ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//test//EN", ...events, "END:VCALENDAR"].join("\r\n");
const event = (summary: string, start: string, rule: string | null): string =>
  ["BEGIN:VEVENT", `UID:${summary}`, "DTSTAMP:20310101T000000Z", `DTSTART${start}`, `SUMMARY:${summary}`, ...(rule ? [`RRULE:${rule}`] : []), "END:VEVENT"].join("\r\n");

test("whole days that come back every year are birthdays, weddings are anniversaries; what comes once or weekly is neither", () => {
  const read = yearlyDaysIn(
    calendar(
      event("Ida's birthday", ";VALUE=DATE:19840229", "FREQ=YEARLY"),
      event("Wedding of Bo and Ann", ";VALUE=DATE:20110618", "FREQ=YEARLY"),
      event("Dentist", ";VALUE=DATE:20311203", null),
      event("Choir", ":20311204T190000Z", "FREQ=WEEKLY"),
    ),
    [],
  );
  expect(read.faults.map((fault) => faultLine(fault))).toEqual([]);
  expect(read.days).toMatchObject([
    { title: "Ida's birthday", kind: "birthday", since: 1984, month: 2, date: 29 },
    { title: "Wedding of Bo and Ann", kind: "anniversary", month: 6, date: 18 },
  ]);
});

test("what is kept already and what stands twice in the file is read once", () => {
  const ida = event("Ida", ";VALUE=DATE:19840302", "FREQ=YEARLY");
  const read = yearlyDaysIn(calendar(ida, event("Bo", ";VALUE=DATE:19900405", "FREQ=YEARLY"), event("Bo", ";VALUE=DATE:19900405", "FREQ=YEARLY")), [
    { title: "Ida", month: 3, date: 2 },
  ]);
  expect([read.known, read.days.map((each) => each.title)]).toEqual([1, ["Bo"]]);
});

test("a file that is no calendar is said to be none", () => {
  expect(yearlyDaysIn("title,kind", []).faults.map((fault) => faultLine(fault))).toEqual(['file: given "title,kind", allowed a calendar file that begins with BEGIN:VCALENDAR']);
});
