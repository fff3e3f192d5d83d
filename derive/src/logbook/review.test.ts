import type { ReviewedHands } from "@yule/contract";
import { day } from "@yule/core";
import fc from "fast-check";
import { reviewedNeed as need, reviewRead as read } from "./examples.ts";
import { reviewOf } from "./review.ts";

const today = day("2031-12-10");
const hands = (week: string, stage: string, minutes: number, more: Partial<ReviewedHands> = {}): ReviewedHands => ({
  week: day(week),
  designId: "moth",
  stage,
  panels: 4,
  minutes,
  ...more,
});
test("a season without a fact is nothing, and nothing is divided by it", () => {
  expect(reviewOf(read(), today)).toMatchObject({ kept: 0, missed: [], open: 0, minutes: 0, weeks: [], stages: [], earned: [], losses: [], over: [] });
});

test("kept, missed and open: out on its day is kept, past it is missed whether it went or not, to come is open", () => {
  const needs = [
    need("on the day", { wentOn: day("2031-12-01") }),
    need("late", { wentOn: day("2031-12-03") }),
    need("past", { wentOn: null }),
    need("to come", { wentOn: null, due: today }),
  ];
  const { kept, missed, open } = reviewOf(read({ needs }), today);
  expect([kept, missed.map(({ need: { id }, days }) => [id, days]), open]).toEqual([
    1,
    [
      ["late", 2],
      ["past", 9],
    ],
    1,
  ]);
});

test("what came first: never begun, begun later than those that were kept, lost too many, or lay", () => {
  const kept = [need("a"), need("b", { begunOn: day("2031-11-13") }), need("c", { begunOn: day("2031-11-11") })];
  const late = { wentOn: null };
  const missed = [need("never", { ...late, begunOn: null }), need("late", { ...late, begunOn: day("2031-11-28") }), need("spoilt", { ...late, lost: 6 }), need("lay", { ...late })];
  expect(reviewOf(read({ needs: [...kept, ...missed] }), today).missed.map(({ cause }) => cause)).toEqual([
    { kind: "never begun" },
    { kind: "begun late", lead: 3, usual: 20 },
    { kind: "spoilt", lost: 6, panels: 12 },
    { kind: "lay" },
  ]);
  // Where nothing was kept there is nothing to be later than.
  expect(reviewOf(read({ needs: [need("late", { ...late, begunOn: day("2031-11-28") })] }), today).missed[0]?.cause.kind).toBe("lay");
});

test("weeks without hands stand among the others, stages are told by what went into them", () => {
  const { weeks, stages, minutes } = reviewOf(read({ hands: [hands("2031-11-03", "Wash", 60), hands("2031-11-24", "Wash", 30), hands("2031-11-24", "Moon", 90)] }), today);
  expect(weeks.map(({ minutes: of }) => of)).toEqual([60, 0, 0, 120]);
  expect(weeks.map(({ week }) => week)).toEqual(["2031-11-03", "2031-11-10", "2031-11-17", "2031-11-24"]);
  expect([minutes, stages.map(({ name, minutes: of, share }) => [name, of, share])]).toEqual([
    180,
    [
      ["Moon", 90, 0.5],
      ["Wash", 90, 0.5],
    ],
  ]);
});

test("an hour earned what went out for a price brought, over all hands of the design; without hands nothing is claimed", () => {
  const needs = [
    need("sold"),
    need("still here", { wentOn: null, due: day("2031-12-20") }),
    need("gift", { priceMinor: null }),
    need("kites", { designId: "kite", priceMinor: 1_000 }),
  ];
  const { earned } = reviewOf(read({ needs, hands: [hands("2031-11-03", "Wash", 240)] }), today);
  expect(earned).toEqual([
    { designId: "moth", name: "Lamp moth", incomeMinor: 4_000, minutes: 240, hourMinor: 1_000 },
    { designId: "kite", name: "Three kites", incomeMinor: 1_000, minutes: 0, hourMinor: null },
  ]);
});

test("cards left over are told by design, most first, of all that were asked for", () => {
  const needs = [
    need("a", { leftOver: 2 }),
    need("b", { leftOver: 1 }),
    need("c", { designId: "kite", leftOver: 4, cards: 5 }),
    need("d", { designId: "quince" }),
    need("to come", { wentOn: null, due: day("2031-12-20") }),
  ];
  expect(reviewOf(read({ needs }), today).over).toEqual([
    { id: "kite", name: "Three kites", leftOver: 4, cards: 5 },
    { id: "moth", name: "Lamp moth", leftOver: 3, cards: 20 },
  ]);
});

test("whatever happened, each need is kept, missed or open, shares make one, and weeks hold all hands", () => {
  const anyDay = fc.integer({ min: 1, max: 30 }).map((of) => day(`2031-11-${String(of).padStart(2, "0")}`));
  const anyNeed = fc.record({ due: anyDay, wentOn: fc.option(anyDay), begunOn: fc.option(anyDay), panels: fc.nat(20), lost: fc.nat(20) }).map((more) => need("n", more));
  const anyHands = fc.record({ week: fc.constantFrom("2031-10-06", "2031-11-03", "2031-12-29"), stage: fc.constantFrom("Wash", "Moon"), minutes: fc.nat(500) });
  fc.assert(
    fc.property(fc.array(anyNeed), fc.array(anyHands), (needs, told) => {
      const review = reviewOf(read({ needs, hands: told.map(({ week, stage, minutes }) => hands(week, stage, minutes)) }), today);
      expect(review.kept + review.missed.length + review.open).toBe(needs.length);
      expect(review.weeks.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(review.minutes);
      if (review.minutes > 0) expect(review.stages.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1);
    }),
  );
});
