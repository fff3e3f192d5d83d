import type { OddsAnswer } from "@yule/core";
import { line, need, season } from "./examples.ts";
import { rowOf } from "./needRow.ts";
import { planSeason, shownPlan, staleAt } from "./planSeason.ts";
import { promisesKept, type PlannedSeason } from "./plannedSeason.ts";
import { fillWords, sessionSheets } from "./sessionSheet.ts";

/** So much of a server's work that a test does not wait. */
const QUICK = { effort: { seed: 1, turns: 10, pieces: 5_000 }, runs: 200 } as const;
const outlookOf = (cards: number) => season([{ ...need, due: "2031-12-20", lines: [line("l", "blue", cards)] }]);
const plannedOf = (cards: number, part: Partial<PlannedSeason> = {}) => {
  const outlook = outlookOf(cards);
  const [view] = outlook.needs;
  if (!view) throw new Error("the need was lost");
  const planned: PlannedSeason = { ...shownPlan(planSeason(outlook, null, QUICK)), ...part };
  return { view, planned };
};
const odds = (chance: number): OddsAnswer => ({ runs: 1, needs: [{ id: "n", chance, by: [1, 2, 3] }], season: chance, by: [1, 2, 3], matters: [] });

test.each([
  [0.93, "safe"],
  [0.8, "safe"],
  [0.6, "tight"],
  [0.3, "at risk"],
  [0.1, "cannot"],
])("a need in time in %d of all plays is %s", (chance, safety) => {
  const { view, planned } = plannedOf(4, { odds: odds(chance) });
  expect(rowOf(view, planned)).toMatchObject({ safety, chance });
});

test("what no plan can hold cannot be promised, and by how much it is late is known", () => {
  const { view, planned } = plannedOf(200);
  const row = rowOf(view, planned);
  expect(row.safety).toBe("cannot");
  expect(row.lateDays).toBeGreaterThan(0);
  expect(planned.answer.plan.choice.resigned).toEqual(["n"]);
});

test("before there is a plan, and for what came after it, nothing is said to be safe", () => {
  const { view, planned } = plannedOf(4);
  expect(rowOf(view, null)).toMatchObject({ safety: "unknown", chance: null });
  expect(rowOf({ ...view, need: { ...view.need, id: "later" } }, planned)).toMatchObject({ safety: "unknown", chance: null });
});

test("what is ready to be posted goes by its day alone", () => {
  const { view, planned } = plannedOf(4);
  expect(rowOf({ ...view, stage: "to post", outlook: { ...view.outlook, safety: "cannot" } }, planned)).toMatchObject({ safety: "cannot", chance: null });
});

test("the same facts make the same plan, and a plan goes through text unchanged", () => {
  const outlook = outlookOf(12);
  const made = planSeason(outlook, null, QUICK);
  expect(planSeason(outlook, null, QUICK)).toEqual(made);
  expect(JSON.parse(JSON.stringify(made))).toEqual(made);
  expect(promisesKept(made.odds)).toBeCloseTo(made.odds.needs[0]?.chance ?? NaN, 9);
});

test("a plan made after another keeps its sessions where nothing has changed, and says what moved", () => {
  const outlook = outlookOf(12);
  const made = planSeason(outlook, null, QUICK);
  const again = planSeason(outlook, made, QUICK);
  expect(again.answer.plan.blocks).toEqual(made.answer.plan.blocks);
  expect(again.moved).toEqual([]);
  const away = { ...outlook, allSessions: outlook.allSessions.filter(({ day }) => day !== "2031-11-15"), sessions: outlook.sessions.filter(({ day }) => day !== "2031-11-15") };
  const [moved] = planSeason(away, made, QUICK).moved;
  expect(moved?.id).toBe("n");
  expect(moved?.from).toContain("2031-11-15");
});

test("a plan is of the present until the session that is on has ended, or the day", () => {
  const stored = planSeason(season([need]), null, QUICK);
  // Saturday from nine to twelve.
  expect(staleAt(stored).toISOString()).toBe("2031-11-08T12:00:00.000Z");
  const later = planSeason(season([need], [], { now: "2031-11-08T13:00:00Z" }), null, QUICK);
  expect(staleAt(later).toISOString()).toBe("2031-11-09T00:00:00.000Z");
  const west = planSeason(season([need], [], { now: "2031-11-09T03:00:00Z", timeZone: "America/Los_Angeles" }), null, QUICK);
  expect(staleAt(west).toISOString()).toBe("2031-11-09T08:00:00.000Z");
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
