import fc from "fast-check";
import { addDays, day, daysBetween, type Day } from "../measure/day.ts";
import { lookBack, plannedAgain, type NeedAsDone, type SeasonAsDone } from "./again.ts";
import { keptSessions } from "./sessions.ts";

const FROM = day("2031-10-06");
const UNTIL = day("2031-12-21");
/** Tuesday and Saturday, two hours each. */
const PATTERN = [
  { weekday: 2, from: 1140, to: 1260 },
  { weekday: 6, from: 540, to: 660 },
];
const stage = (id: string, hands: number, dry: number) => ({ id, name: id, kind: "paint" as const, hands, setup: 2, dry, within: null, portable: false });
const need = (id: string, more: Partial<NeedAsDone> = {}): NeedAsDone => ({
  ...{ id, design: "moth", due: day("2031-11-18"), toldOn: FROM, begunOn: day("2031-11-04"), wasKept: false, cards: 12, panels: 14, lost: 2, leftOver: 0, parcels: 1 },
  stages: [stage("first", 6, 20), stage("second", 6, 20)],
  ...more,
});
const season = (needs: readonly NeedAsDone[], more: Partial<SeasonAsDone> = {}): SeasonAsDone => ({
  ...{ from: FROM, until: UNTIL, timeZone: "Europe/Dublin", pattern: PATTERN, changeover: 5, drying: null, helperMay: [], needs },
  sessions: keptSessions(PATTERN, [], FROM, UNTIL, 1320),
  ...more,
});
const gain = (past: SeasonAsDone, kind: string) => lookBack(past)?.gains.find(({ otherwise }) => otherwise.kind === kind);

/** Needs that are ready by their day in a season planned again. */
const inTime = (past: SeasonAsDone, otherwise: Parameters<typeof plannedAgain>[1] = null): string[] => {
  const { readyOn } = plannedAgain(past, otherwise);
  return past.needs.flatMap(({ id, due }) => ((readyOn.get(id) ?? 0) <= daysBetween(past.from, due) ? [id] : []));
};

test("what was begun too late is late again, and kept when it is begun as many days earlier as it takes", () => {
  // Some four hours of hands: two sessions are not enough, and from the 15th there is one left.
  const past = season([need("late", { begunOn: day("2031-11-14") }), need("kept", { wasKept: true })]);
  expect(inTime(past)).not.toContain("late");
  expect(lookBack(past)).toMatchObject({ missed: 1, explained: 1 });
  const earlier = gain(past, "earlier");
  expect(earlier).toMatchObject({ kept: 1 });
  const days = earlier?.otherwise.kind === "earlier" ? earlier.otherwise.days : 0;
  // One day less would not have been enough.
  expect(inTime(past, { kind: "earlier", days: days - 1 })).not.toContain("late");
  expect(inTime(past, { kind: "earlier", days })).toContain("late");
});

test("nothing is begun before it was known, however much earlier it is begun", () => {
  const past = season([need("sudden", { begunOn: day("2031-11-15"), toldOn: day("2031-11-15") })]);
  expect(inTime(past)).toEqual([]);
  expect(gain(past, "earlier")).toMatchObject({ kept: 0 });
});

test("a promise that was kept against the plan's sums counts as kept, and one that lay although there was time is gained by nothing", () => {
  const rushed = season([need("rushed", { begunOn: day("2031-11-15"), wasKept: true })]);
  expect(lookBack(rushed)).toMatchObject({ missed: 0, explained: 0 });
  expect(gain(rushed, "earlier")).toMatchObject({ kept: 0, daysLate: 0 });
  const lay = season([need("lay", { begunOn: day("2031-10-14") })]);
  expect(lookBack(lay)).toMatchObject({ missed: 1, explained: 0 });
  expect(gain(lay, "earlier")).toMatchObject({ kept: 0 });
});

test("one more session a week helps where the hours were missing, on a day that has none", () => {
  const needs = Array.from({ length: 6 }, (_, at) => need(String(at), { design: `design ${String(at)}`, due: addDays(day("2031-11-08"), 2 * at), begunOn: day("2031-10-14") }));
  const more = gain(season(needs), "more sessions");
  expect(more?.kept).toBeGreaterThan(0);
  expect(more?.otherwise).toMatchObject({ from: 540, to: 660 });
  if (more?.otherwise.kind === "more sessions") expect([2, 6]).not.toContain(more.otherwise.weekday);
});

test("needs of one design painted together save their setups; begun a month apart they could not have been", () => {
  const saved = (second: Day) => gain(season([need("a"), need("b", { begunOn: second, due: addDays(second, 20) })]), "painted together")?.saved ?? 0;
  expect(saved(day("2031-11-05"))).toBeGreaterThan(5);
  expect(saved(day("2031-12-06"))).toBe(0);
});

test("fewer lost and none over save the hands of their panels; without a design its hands are free and only the others' promises are counted", () => {
  const past = season([need("a", { lost: 6, leftOver: 4 }), need("b", { design: "kite", begunOn: day("2031-11-14") })]);
  expect(gain(past, "half lost")?.saved).toBeGreaterThanOrEqual(3 * 12);
  expect(gain(past, "none over")?.saved).toBeGreaterThanOrEqual(4 * 12);
  expect([...plannedAgain(past, { kind: "without", design: "moth" }).readyOn.keys()]).toEqual(["b"]);
  expect(gain(season([need("a", { lost: 0 })]), "half lost")).toBeUndefined();
  // One lost of each of two is one in all.
  expect(gain(season([need("a", { lost: 1 }), need("b", { lost: 1 })]), "half lost")?.saved).toBeGreaterThanOrEqual(12);
});

test("a season without a need or without a session cannot be planned again; one panel can", () => {
  expect(lookBack(season([]))).toBeNull();
  expect(lookBack(season([need("a")], { sessions: [] }))).toBeNull();
  expect(inTime(season([need("a", { cards: 1, panels: 1, lost: 0 })]))).toEqual(["a"]);
});

test("every need has its day, never before it was known, and no hands get lost, whatever was and whatever is changed", () => {
  const days = fc.integer({ min: 0, max: 70 }).map((after) => addDays(FROM, after));
  const anyNeed = fc.record({
    design: fc.constantFrom("moth", "kite", "quince"),
    due: days,
    toldOn: days,
    begunOn: fc.option(days),
    panels: fc.integer({ min: 0, max: 20 }),
    lost: fc.integer({ min: 0, max: 5 }),
    wasKept: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(anyNeed, { minLength: 1, maxLength: 12 }), (needs) => {
      const past = season(needs.map((each, at) => need(String(at), each)));
      for (const otherwise of [null, { kind: "earlier", days: 9 }, { kind: "painted together" }] as const) {
        const { readyOn, hands } = plannedAgain(past, otherwise);
        expect([...readyOn.keys()]).toEqual(past.needs.map(({ id }) => id));
        const least = past.needs.reduce((sum, { panels, cards }) => sum + 12 * (panels || cards), 0);
        expect(hands).toBeGreaterThanOrEqual(least - 1e-6);
        // As it was, nothing is ready before it was begun.
        if (otherwise === null) for (const { id, begunOn } of past.needs) if (begunOn !== null) expect(readyOn.get(id)).toBeGreaterThanOrEqual(daysBetween(FROM, begunOn));
      }
    }),
    { numRuns: 60 },
  );
});

test("a season of 400 needs is planned again in all its ways within a moment", () => {
  const needs = Array.from({ length: 400 }, (_, at) =>
    need(String(at), {
      ...{ design: `design ${String(at % 36)}`, panels: 10, cards: 9, due: addDays(FROM, 20 + (at % 340)), begunOn: addDays(FROM, 5 + (at % 340)) },
      stages: ["a", "b", "c", "d", "e", "f"].map((id) => stage(id, 2, 20)),
    }),
  );
  const until = addDays(FROM, 364);
  const pattern = [1, 2, 3, 4, 6, 0].map((weekday) => ({ weekday, from: 1080, to: 1290 }));
  expect(lookBack(season(needs, { until, pattern, sessions: keptSessions(pattern, [], FROM, until, 1320) }), "design 3")?.gains.map(({ otherwise }) => otherwise.kind)).toContain(
    "without",
  );
});
