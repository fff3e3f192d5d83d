import { line, need, season } from "./examples.ts";
import { planSeason, shownPlan } from "./planSeason.ts";
import { lateBy } from "./orderDay.ts";
import { stockInPlan } from "./stock.ts";

const outlook = season([{ ...need, due: "2031-12-20", lines: [line("l", "blue", 4)] }]);
const planned = shownPlan(planSeason(outlook, null, { effort: { seed: 1, turns: 5, pieces: 2_000 }, runs: 50 }));
const of = (id: string, stock: ReturnType<typeof stockInPlan>) => {
  const found = stock.find(({ store }) => store.id === id);
  if (!found) throw new Error(`there is no ${id}`);
  return found;
};

test("a supplier is late by as many days as are not exceeded in so many of 100 orders", () => {
  const chances = [0.75, 0.15, 0.07, 0.03];
  expect([0.5, 0.75, 0.8, 0.9, 0.95, 0.999].map((sure) => lateBy(chances, sure))).toEqual([0, 0, 1, 1, 2, 3]);
  expect(lateBy([1], 0.95)).toBe(0);
  expect(lateBy([], 0.95)).toBe(0);
});

test("paper is taken on the day the plan begins to paint, not on the last day that would do", () => {
  const first = planned.answer.plan.blocks.reduce((least, block) => Math.min(least, block.session), Infinity);
  expect(of("paper", stockInPlan(outlook, planned)).outlook.runsOut?.on).toBe(planned.facts.sessions[first]?.day);
  expect(stockInPlan(outlook, null)).toBe(outlook.stock);
});
