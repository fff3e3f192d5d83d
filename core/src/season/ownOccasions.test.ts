import { day } from "../measure/day.ts";
import { comingOccasions, nextKept, keptOn } from "./ownOccasions.ts";

const today = day("2031-11-08");
const birthday = { id: "b", title: "Ida's birthday", year: null, month: 2, date: 29, weeksAhead: 3 };

test("29 February is kept on the 28th in other years", () => {
  expect(keptOn(birthday, 2032)).toBe("2032-02-29");
  expect(keptOn(birthday, 2033)).toBe("2033-02-28");
  expect(keptOn({ ...birthday, year: 2031 }, 2032)).toBeNull();
});

test("Mother's Day comes once for each day on which a country keeps it, with the countries that do", () => {
  const mothers = comingOccasions(["IE", "GB", "DE", "US"], [], today).filter((each) => each.id.startsWith("mothers-day"));
  expect(mothers.map((each) => [each.on, each.countries])).toEqual([
    ["2032-03-07", ["IE", "GB"]],
    ["2032-05-09", ["DE", "US"]],
  ]);
  expect(mothers[0]?.listBy).toBe("2032-02-01");
});

test("own days stand among the others, in order, with the day their listing must be up", () => {
  const found = comingOccasions(["IE"], [birthday, { ...birthday, id: "w", title: "Wedding", year: 2031, month: 12, date: 1, weeksAhead: 0 }], today);
  const ours = found.filter((each) => each.countries.length === 0);
  expect(ours.map((each) => [each.name, each.on, each.listBy])).toEqual([
    ["Wedding", "2031-12-01", null],
    ["Ida's birthday", "2032-02-29", "2032-02-08"],
  ]);
  expect(found.map((each) => each.on)).toEqual([...found.map((each) => each.on)].sort());
});

test("the next time a day is kept is today, this year or the next, and a day of one year is over after it", () => {
  expect(nextKept(birthday, day("2031-03-01"))).toBe("2032-02-29");
  expect(nextKept(birthday, day("2031-02-28"))).toBe("2031-02-28");
  expect(nextKept({ ...birthday, year: 2030 }, day("2031-01-01"))).toBeNull();
});
