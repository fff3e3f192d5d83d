import fc from "fast-check";
import { addDays, day, weekdayOf, type Day } from "../measure/day.ts";
import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { lastPostingDay, linesTaking, nextPostingDay, serviceFor, zoneOf, type Transit } from "./transit.ts";

const letter: Transit = { zone: "inland", service: "letter", workingDays: 3, price: money(95), mostGrams: 50 };
const swift: Transit = { ...letter, service: "swift", workingDays: 1, price: money(310) };
const none = new Set<Day>();

test("three working days before a Wednesday is the Saturday, since nothing moves on Sunday", () => {
  // Wed 12, Tue 11, Mon 10 are the working days; posted on Saturday 8.
  expect(lastPostingDay(day("2031-11-12"), letter, none)).toBe("2031-11-08");
  expect(lastPostingDay(day("2031-11-12"), letter, new Set([day("2031-11-11")]))).toBe("2031-11-07");
});

test("the cheapest service in time is taken, and when none is, the quickest", () => {
  const choose = (today: string) => {
    const found = serviceFor([letter, swift], "inland", day("2031-11-12"), day(today), none);
    return found.ok ? found.value.service : null;
  };
  expect(choose("2031-11-08")).toBe("letter");
  expect(choose("2031-11-10")).toBe("swift");
  expect(choose("2031-11-12")).toBe("swift");
  expect(serviceFor([letter], "overseas", day("2031-11-12"), day("2031-11-08"), none).ok).toBe(false);
});

test("nothing is ever posted on a day when the carrier does not work, and the days between suffice", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 12 }), fc.array(fc.integer({ min: 0, max: 400 })), (offset, workingDays, off) => {
      const holidays = new Set(off.map((each) => addDays(day("2031-01-01"), each)));
      const due = addDays(day("2031-01-01"), offset);
      const posted = lastPostingDay(due, { ...letter, workingDays }, holidays);
      expect(weekdayOf(posted)).not.toBe(0);
      expect(holidays.has(posted)).toBe(false);
      let moved = 0;
      for (let each = addDays(posted, 1); each <= due; each = addDays(each, 1)) if (weekdayOf(each) !== 0 && !holidays.has(each)) moved += 1;
      expect(moved).toBeGreaterThanOrEqual(workingDays);
    }),
  );
});

test("zones are seen from the shop's own country", () => {
  expect(zoneOf("IE", "IE", ["GB"])).toBe("inland");
  expect(zoneOf("GB", "IE", ["GB"])).toBe("neighbour");
  expect(zoneOf("NZ", "IE", ["GB"])).toBe("overseas");
});

test("the next posting day leaps over Sundays and holidays", () => {
  expect(nextPostingDay(day("2031-11-07"), new Set())).toBe("2031-11-08");
  expect(nextPostingDay(day("2031-11-08"), new Set())).toBe("2031-11-10");
  expect(nextPostingDay(day("2031-12-24"), new Set([day("2031-12-25"), day("2031-12-26")]))).toBe("2031-12-27");
});

test("a letter goes by what takes its weight and thickness, the cheapest first; one that nothing takes is told the most that goes", () => {
  const lines = [
    { ...letter, service: "Parcel", price: money(480), mostGrams: 2000 },
    { ...letter, service: "Flat", price: money(85), mostGrams: 50, mostThick: mm(5) },
  ];
  const by = (grams: number, thick: number) => linesTaking(lines, letter.zone, { grams, thick: mm(thick) });
  expect(by(50, 5)).toMatchObject({ ok: true, value: [{ service: "Flat" }, { service: "Parcel" }] });
  expect(by(50, 5.1)).toMatchObject({ ok: true, value: [{ service: "Parcel" }] });
  expect(by(51, 1)).toMatchObject({ ok: true, value: [{ service: "Parcel" }] });
  expect(by(2001, 1)).toMatchObject({ ok: false, faults: [{ code: "no-step" }] });
});
