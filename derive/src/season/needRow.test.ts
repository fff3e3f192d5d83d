import { limitsFor, planWork, seasonJobOf } from "@yule/core";
import { line, need, season } from "./examples.ts";
import { seasonFacts } from "./facts.ts";
import { rowOf } from "./needRow.ts";
import type { PlannedSeason } from "./plannedSeason.ts";
import { fillWords, sessionSheets } from "./sessionSheet.ts";

const plannedOf = (cards: number, part: Partial<PlannedSeason> = {}) => {
  const outlook = season([{ ...need, due: "2031-12-20", lines: [line("l", "blue", cards)] }]);
  const facts = seasonFacts(outlook, outlook.now);
  const answer = planWork(seasonJobOf(facts), { ...limitsFor(60, () => 0), steps: 40 });
  const [view] = outlook.needs;
  if (!view) throw new Error("the need was lost");
  const planned: PlannedSeason = { facts, answer, settled: true, odds: null, remedies: null, moved: [], ...part };
  return { view, planned };
};
const odds = (chance: number): NonNullable<PlannedSeason["odds"]> => ({ runs: 1, needs: [{ id: "n", chance, by: [1, 2, 3] }], season: chance, by: [1, 2, 3], matters: [] });

test("what the plan makes late is called so, and what is unlikely in time is tight", () => {
  const late = plannedOf(200);
  expect(rowOf(late.view, late.planned)).toMatchObject({ safety: "cannot" });
  expect(rowOf(late.view, late.planned).lateDays).toBeGreaterThan(0);
  const fits = plannedOf(4, { odds: odds(0.6) });
  expect(rowOf(fits.view, fits.planned)).toMatchObject({ safety: "tight", chance: 0.6 });
  const calm = plannedOf(4, { odds: odds(0.93) });
  expect(rowOf(calm.view, calm.planned)).toMatchObject({ safety: "safe", lateDays: 0 });
});

test("before the search is over nothing it has not placed is called late", () => {
  const { view, planned } = plannedOf(200);
  expect(rowOf(view, { ...planned, settled: false })).toMatchObject({ lateDays: 0, chance: null });
  expect(rowOf(view, null).safety).toBe(view.outlook.safety);
});

test("a session reads as what it is for, one line for what follows on the same need, and is never filled beyond its length", () => {
  const { planned } = plannedOf(12);
  const sheets = sessionSheets(planned.facts, planned.answer.plan);
  const used = sheets.filter((sheet) => sheet.used > 0);
  // Paper is there from Tuesday on, so the first Saturday stays free.
  expect(sheets[0] && fillWords(sheets[0])).toBe("free");
  expect(used[0]?.lines).toHaveLength(1);
  expect(used[0]?.lines[0]?.name).toMatch(/^Split sheets, test colours, /);
  for (const sheet of used) expect(sheet.used).toBeLessThanOrEqual(sheet.length);
  expect(used[0] && fillWords(used[0])).toMatch(/^\d.* of 3 h$/);
});
