import { day } from "@yule/core";
import { reviewedNeed as need, reviewRead as read } from "./examples.ts";
import { timesAgainstRoute, weeksAgainstPlan, weeksOfPromises } from "./againstPlan.ts";
import { reviewOf } from "./review.ts";

const today = day("2031-12-10");
const TUESDAYS = [{ id: "t", weekday: 2, from: 1140, to: 1260, who: "maker", light: false }] as const;

test("each week's hands stand beside what was kept free for them, days away among it, and never a day that is to come", () => {
  const hands = [
    { week: day("2031-11-24"), designId: "moth", stage: "Wash", panels: 4, minutes: 90 },
    { week: day("2031-12-08"), designId: "moth", stage: "Wash", panels: 4, minutes: 30 },
  ];
  const away = { id: "c", version: 1, what: "away", who: "maker", title: "Away", first: "2031-12-01", last: "2031-12-03", from: null, to: null, light: false } as const;
  const of = read({ hands, sessions: TUESDAYS, changes: [away] });
  expect(weeksAgainstPlan(reviewOf(of, today), of, { lateAfter: 1290 }, today)).toEqual([
    { week: day("2031-11-24"), minutes: 90, free: 120 },
    { week: day("2031-12-01"), minutes: 0, free: 0 },
    { week: day("2031-12-08"), minutes: 30, free: 120 },
  ]);
  expect(weeksAgainstPlan(reviewOf(of, today), of, { lateAfter: 1290 }, day("2031-12-08"))[2]).toMatchObject({ free: 0 });
  expect(weeksAgainstPlan(reviewOf(read(), today), read(), { lateAfter: 1290 }, today)).toEqual([]);
});

test("promises are counted in the week they were due in, with the weeks between; what is to come is not counted", () => {
  const needs = [
    need("kept", { due: day("2031-11-18"), wentOn: day("2031-11-17") }),
    need("late", { due: day("2031-12-02"), wentOn: day("2031-12-04") }),
    need("not gone", { due: day("2031-12-03"), wentOn: null }),
    need("to come", { due: day("2031-12-20"), wentOn: null }),
  ];
  expect(weeksOfPromises(read({ needs }), today)).toEqual([
    { week: day("2031-11-17"), kept: 1, late: 0 },
    { week: day("2031-11-24"), kept: 0, late: 0 },
    { week: day("2031-12-01"), kept: 0, late: 2 },
  ]);
  expect(weeksOfPromises(read(), today)).toEqual([]);
});

test("a stage that took longer than its route says is told by what it cost in all, where it was seen often enough", () => {
  const stage = (id: string, hands: number) => ({
    ...{ id, name: id, kind: "wash" as const, hands, setup: 0, dry: 0, within: null, portable: false, position: 0, techniques: [], paints: [] },
  });
  const took = (of: string, times: number, seen: number, what: "hands" | "drying" = "hands") => ({ stage: of, what, times, seen });
  const designs = [{ id: "moth", name: "Lamp moth", stages: [stage("Wash", 4), stage("Dots", 4), stage("Splatter", 4)] as never }];
  const rows = timesAgainstRoute({ designs, times: [took("Wash", 1.25, 12), took("Dots", 2, 8), took("Splatter", 3, 3), took("Wash", 2, 30, "drying")] });
  expect(rows.map(({ stage: name, what, seen }) => [name, what, seen])).toEqual([
    ["Dots", "hands", 8],
    ["Wash", "hands", 12],
  ]);
  expect(rows[0]?.took).toBe(8);
});
