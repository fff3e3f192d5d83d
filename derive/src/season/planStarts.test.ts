import { addDays, keptSessions } from "@yule/core";
import { line, need, season as weekly } from "./examples.ts";
import { rowOf } from "./needRow.ts";
import { planSeason, shownPlan } from "./planSeason.ts";
import { nextFree, startCurve, startsOfPlan } from "./planStarts.ts";
import type { Outlook } from "./workOut.ts";

const QUICK = { effort: { seed: 1, turns: 10, pieces: 5_000 }, runs: 400 } as const;
const of = (id: string, cards: number, due: string) => ({ ...need, id, title: id, due, lines: [line(`${id}-line`, "blue", cards)] });
const WEEK = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: 1140, to: 1230 }));
/** A season with an hour and a half every evening. */
function season(needs: Parameters<typeof weekly>[0]): Outlook {
  const made = weekly(needs);
  return { ...made, allSessions: keptSessions(WEEK, [], made.today, addDays(made.today, 89), 1290) };
}
function waited(outlook: Outlook) {
  const plan = planSeason(outlook, null, QUICK);
  const work = startsOfPlan(outlook, plan);
  let pauses = 0;
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) return { plan, starts: step.value, pauses, rows: outlook.open.map((view) => rowOf(view, shownPlan(plan, step.value))) };
    pauses += 1;
  }
}

test("each need has a last day of beginning, not after its own day, and it is the same again", () => {
  const outlook = season([of("kites", 6, "2031-12-01"), of("moths", 6, "2031-12-20")]);
  const { starts, rows, pauses } = waited(outlook);
  expect(starts.needs.map(({ id }) => id)).toEqual(["kites", "moths"]);
  const days = rows.map(({ begin }) => begin ?? "");
  expect(days[0]).toMatch(/^2031-11-/);
  expect(days[0] && days[0] < "2031-12-01").toBe(true);
  expect((days[1] ?? "") > (days[0] ?? "")).toBe(true);
  expect(waited(outlook).starts).toEqual(starts);
  // A thread that works on it can look up after each need.
  expect(pauses).toBe(3);
});

test("a surer shop begins earlier", () => {
  const outlook = season([of("kites", 12, "2031-12-06")]);
  const begin = (sureIn100: number): string => waited({ ...outlook, shop: { ...outlook.shop, sureIn100 } }).rows[0]?.begin ?? "";
  expect(begin(95) < begin(50)).toBe(true);
});

test("what cannot be promised has no day on which to begin, and before it is worked out none is said", () => {
  const outlook = season([of("mural", 400, "2031-11-12"), of("moths", 4, "2031-12-20")]);
  const { plan, rows } = waited(outlook);
  expect(rows.map(({ begin }) => begin)).toEqual([null, expect.stringMatching(/^2031-1[12]-/)]);
  expect(outlook.open.map((view) => rowOf(view, shownPlan(plan)).begin)).toEqual([null, null]);
});

test("what the next session is worth is what is kept less without it; of a pressing need it is told by name", () => {
  const outlook = season([of("kites", 10, "2031-11-16")]);
  const { starts, plan } = waited(outlook);
  const { tonight } = starts;
  expect(tonight?.session).toBe(nextFree(shownPlan(plan))?.session);
  expect((tonight?.before ?? 0) - (tonight?.after ?? 0)).toBeGreaterThan(0.05);
  const calm = waited(season([of("kites", 4, "2032-01-30")])).starts.tonight;
  expect(Math.abs((calm?.before ?? 0) - (calm?.after ?? 1))).toBeLessThan(0.06);
  expect(calm?.falls).toEqual([]);
});

test("nothing owed has no start and no session that is worth anything", () => {
  expect(waited(season([])).starts).toEqual({ sureIn100: 80, needs: [], season: { session: null, curve: [] }, tonight: null });
});

test("the curve of a need goes through what was looked at for its last day", () => {
  const outlook = season([of("kites", 12, "2031-12-06")]);
  const { plan, starts } = waited(outlook);
  const curve = startCurve(outlook, shownPlan(plan), "kites");
  for (const point of starts.needs[0]?.curve ?? []) expect(curve).toContainEqual(point);
  expect(curve.length).toBeGreaterThanOrEqual(5);
});
