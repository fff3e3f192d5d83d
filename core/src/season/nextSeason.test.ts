import { day, weekdayOf } from "../measure/day.ts";
import { carriedForward, type PastNeed } from "./nextSeason.ts";

const line = { colourway: "blue", quantity: 12, assembled: 12, sold: null, given: null, leftOver: null };
const past = (part: Partial<PastNeed>): PastNeed => ({ id: "n", due: day("2031-04-10"), occasion: null, photoOn: null, liveBy: null, lines: [line], ...part });
const today = day("2031-06-01");

test("Easter moves with the moon, and the days before it stay as many", () => {
  // Easter Sunday is 13 April in 2031 and 28 March in 2032.
  const carried = carriedForward(past({ occasion: "easter", liveBy: day("2031-03-09"), photoOn: day("2031-03-02") }), "IE", [], today);
  expect(carried).toMatchObject({ due: "2032-03-25", liveBy: "2032-02-22", photoOn: "2032-02-15", by: "occasion" });
});

test("Mother's Day follows the country: March in Ireland, May in the United States", () => {
  expect(carriedForward(past({ due: day("2031-03-19"), occasion: "mothers-day" }), "IE", [], today).due).toBe("2032-03-03");
  expect(carriedForward(past({ due: day("2031-05-08"), occasion: "mothers-day" }), "US", [], today).due).toBe("2032-05-06");
});

test("an own day comes back on its date, one of 29 February on the 28th", () => {
  const own = [{ id: "ida", title: "Ida", year: null, month: 2, date: 29, weeksAhead: 0 }];
  expect(carriedForward(past({ due: day("2032-02-29"), occasion: "ida" }), "IE", own, day("2032-03-05"))).toMatchObject({ due: "2033-02-28", by: "own occasion" });
});

test("a fair falls on its weekday again, and what was forgotten for years does not land in the past", () => {
  const fair = past({ due: day("2028-11-18") });
  const carried = carriedForward(fair, "IE", [], today);
  expect(carried.by).toBe("weekday");
  expect(carried.due > today).toBe(true);
  expect(weekdayOf(carried.due)).toBe(weekdayOf(fair.due));
});

test("quantities start from what was sold and given; what was not told starts from last time", () => {
  const of = (part: Partial<typeof line> | { sold: number; given: number; leftOver: number }) => carriedForward(past({ lines: [{ ...line, ...part }] }), "IE", [], today).lines[0];
  expect(of({})).toEqual({ colourway: "blue", quantity: 12, why: "untold" });
  expect(of({ sold: 7, given: 1, leftOver: 4 })).toEqual({ colourway: "blue", quantity: 8, why: "gone" });
  expect(of({ sold: 12, given: 0, leftOver: 0 })).toEqual({ colourway: "blue", quantity: 12, why: "all gone" });
  expect(of({ sold: 0, given: 0, leftOver: 12 })).toEqual({ colourway: "blue", quantity: 1, why: "gone" });
});

test("an occasion that the country does not keep falls back on the weekday", () => {
  expect(carriedForward(past({ due: day("2031-11-20"), occasion: "thanksgiving" }), "IE", [], day("2031-12-01"))).toMatchObject({ due: "2032-11-18", by: "weekday" });
});
