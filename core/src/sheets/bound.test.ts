import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { costBound, countBound, roundedUp } from "./bound.ts";
import type { Sheet, Splitter } from "./model.ts";

const sheet = (cost: number, count: number | null = null): Sheet => ({ id: String(cost), width: mm(10), height: mm(10), count, cost: money(cost) });
const setting = (sheets: Sheet[], demand: number[]) => ({ splitter: {} as Splitter, sheets, demand });

test("ten pieces of which a sheet of 100 holds four cost at least 250, which is three sheets", () => {
  const bound = costBound(setting([sheet(100)], [10]), [25], [100], 10);
  expect(bound).toBe(250);
  expect(roundedUp(bound, [sheet(100)], 300)).toBe(300);
});

test("prices that are too high are lowered until no sheet is worth more than it costs", () => {
  expect(costBound(setting([sheet(100)], [10]), [50], [200], 10)).toBe(250);
  expect(costBound(setting([sheet(100)], [10]), [0], [0], 10)).toBe(0);
});

test("a limited sheet is charged what it is worth beyond its cost, once per sheet", () => {
  expect(costBound(setting([sheet(10, 1), sheet(100)], [10]), [25], [100, 100], 10)).toBe(250 - 90);
});

test("with dear pieces left out, the bound is for the cheap ones alone", () => {
  expect(costBound(setting([sheet(100)], [4, 6]), [90, 10], [100], 6)).toBe(60);
});

test("no more pieces than the sheets there are can hold; as many as wanted where one is unlimited", () => {
  expect(countBound(setting([sheet(1, 2)], [10]), [1], [4])).toBe(8);
  expect(countBound(setting([sheet(1, 2)], [10]), [0], [0])).toBe(10);
  expect(countBound(setting([sheet(1)], [10]), [1], [4])).toBe(Infinity);
});

test("a bound between two sums of sheets is the next sum", () => {
  const sheets = [sheet(420), sheet(300)];
  expect(roundedUp(1, sheets, 720)).toBe(300);
  expect(roundedUp(421, sheets, 840)).toBe(600);
  expect(roundedUp(601, sheets, 840)).toBe(720);
  expect(roundedUp(900, sheets, 840)).toBe(840);
  expect(roundedUp(0.0000001, [sheet(0)], 0)).toBe(0);
});
