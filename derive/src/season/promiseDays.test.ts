import { addDays, keptSessions } from "@yule/core";
import { line, need, season as weekly } from "./examples.ts";
import { daysToPromise } from "./promiseDays.ts";
import { planSeason, shownPlan } from "./planSeason.ts";
import type { Outlook } from "./workOut.ts";

const EFFORT = { seed: 1, turns: 10, pieces: 5_000 } as const;
const of = (id: string, cards: number, due: string) => ({ ...need, id, title: id, due, lines: [line(`${id}-line`, "blue", cards)] });
const WEEK = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: 1140, to: 1230 }));
function season(needs: Parameters<typeof weekly>[0]): Outlook {
  const made = weekly(needs);
  return { ...made, allSessions: keptSessions(WEEK, [], made.today, addDays(made.today, 119), 1290) };
}
const planned = (outlook: Outlook) => shownPlan(planSeason(outlook, null, { effort: EFFORT, runs: 400 }));

test("a day that can be kept is promised as it was named, and costs nobody anything", () => {
  const outlook = season([of("kites", 6, "2031-12-20")]);
  const { offers, others } = daysToPromise(outlook, planned(outlook), [of("moths", 2, "2032-01-20")], EFFORT);
  expect(offers).toEqual([{ id: "moths", chance: expect.any(Number) as number, instead: null }]);
  expect(offers[0]?.chance).toBeGreaterThan(0.9);
  expect(Math.abs(others)).toBeLessThan(0.05);
});

test("a day that cannot be kept is told with its chance, and the day offered instead is safe in a plan of its own", () => {
  const outlook = season([of("kites", 6, "2031-12-20")]);
  const asked = of("moths", 24, "2031-11-14");
  const [offer] = daysToPromise(outlook, planned(outlook), [asked], EFFORT).offers;
  expect(offer?.chance).toBeLessThan(0.2);
  const instead = offer?.instead;
  expect((instead?.due ?? "") > asked.due).toBe(true);
  // Planned and played from nothing, by itself, the day offered holds.
  const alone = planned(season([of("kites", 6, "2031-12-20"), { ...asked, due: instead?.due ?? "" }]));
  const chance = alone.odds.needs.find(({ id }) => id === "moths")?.chance ?? 0;
  expect(chance).toBeGreaterThan(0.72);
  // Two weeks sooner it would not.
  const sooner = planned(season([of("kites", 6, "2031-12-20"), { ...asked, due: addDays(instead?.due ?? outlook.today, -14) }]));
  expect(sooner.odds.needs.find(({ id }) => id === "moths")?.chance ?? 0).toBeLessThan(chance);
});

test("several that are asked for together do not get the same evenings", () => {
  const outlook = season([]);
  const one = daysToPromise(outlook, planned(outlook), [of("a", 60, "2031-11-18")], EFFORT);
  const both = daysToPromise(outlook, planned(outlook), [of("a", 60, "2031-11-18"), of("b", 60, "2031-11-18")], EFFORT);
  const last = ({ offers }: typeof one): string =>
    offers
      .map(({ instead }) => instead?.due ?? "2031-11-18")
      .sort()
      .at(-1) ?? "";
  expect(last(both) > last(one)).toBe(true);
  for (const { instead, chance } of both.offers) expect(Math.max(instead?.chance ?? 0, chance)).toBeGreaterThanOrEqual(0.795);
});
