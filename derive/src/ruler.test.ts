import { day, mannerOf, saidDay, saidMonth, saidTime, type Day } from "@yule/core";
import { aroundToday, hang, panned, rulerOf, TAG_WIDTH, xOf, zoomed, type RulerTag } from "./ruler.ts";

const manner = mannerOf("GB");
const words = { day: (on: Day) => saidDay(on, manner), month: (on: Day) => saidMonth(on, manner), time: (minute: number) => saidTime(minute, manner), firstDay: 1 };

const tag = (index: number, safety: RulerTag["safety"] = "safe", x = index * 30): RulerTag => ({
  id: String(index),
  title: "Kites",
  detail: "12 cards",
  day: day("2031-11-08"),
  x,
  safety,
  chance: null,
  to: "/season",
});

const today = day("2031-11-08");

test("seven weeks have a tick a day, months by name and today a little from the left", () => {
  const ruler = rulerOf(today, aroundToday(49), 1280, words);
  expect(ruler.from).toBe(-7);
  expect(ruler.ticks.filter((tick) => tick.kind !== "hour").length).toBeGreaterThanOrEqual(49);
  expect(ruler.ticks[0]).toMatchObject({ kind: "month", label: "November", x: 0 });
  expect(ruler.ticks.find((tick) => tick.label === "10")?.x).toBeCloseTo(9 * (1280 / 49));
  expect(xOf(ruler, today, 720)).toBeCloseTo(7.5 * (1280 / 49));
});

test("one day is told by its hours, a year by its months", () => {
  const close = rulerOf(today, { days: 1, from: 0 }, 1280, words);
  expect(close.ticks.filter((tick) => tick.kind === "hour").map((tick) => tick.label)).toContain("10:00");
  expect(xOf(close, today, 600)).toBeCloseTo((1280 * 10) / 24);
  const far = rulerOf(today, { days: 371, from: -20 }, 1280, words);
  expect(far.ticks.filter((tick) => tick.label !== "").every((tick) => tick.kind === "month")).toBe(true);
  expect(far.ticks.filter((tick) => tick.kind === "month")).toHaveLength(12);
});

test("zooming keeps the day under the finger, and ends at a day and at a year", () => {
  const before = { days: 49, from: -7 };
  const dayAt = (shown: typeof before, share: number): number => shown.from + shown.days * share;
  const after = zoomed(before, 0.5, 0.3);
  expect(after.days).toBe(24.5);
  expect(dayAt(after, 0.3)).toBeCloseTo(dayAt(before, 0.3));
  expect(zoomed(before, 0.001, 0.5).days).toBe(1);
  expect(zoomed(before, 1000, 0.5).days).toBe(371);
  expect(panned(before, 1e6).from).toBe(400);
});

test("forty needs in four weeks never touch: two heights, and pegs for the rest", () => {
  const hung = hang(
    Array.from({ length: 40 }, (_, index) => tag(index, index === 20 ? "cannot" : "safe")),
    1280,
  );
  for (const a of hung) {
    for (const b of hung) {
      if (a !== b && a.row !== null && a.row === b.row) expect(Math.abs(a.left - b.left)).toBeGreaterThanOrEqual(TAG_WIDTH);
    }
  }
  expect(hung.filter((each) => each.row !== null).length).toBeGreaterThanOrEqual(14);
  expect(hung.find((each) => each.safety === "cannot")?.row).toBe(0);
  expect(hung.filter((each) => each.row === null).length).toBeGreaterThan(0);
});

test("a tag at the edge stays on the screen", () => {
  const [left, right] = hang([tag(0, "safe", 1), tag(1, "safe", 819)], 820);
  expect(left?.left).toBeGreaterThanOrEqual(0);
  expect((right?.left ?? 0) + TAG_WIDTH).toBeLessThanOrEqual(820);
});
