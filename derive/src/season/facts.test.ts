import { GUESSED_SPREADS, typicalRatio } from "@yule/core";
import { batchesOnTable, plannedBatches, standingBatches } from "../bench/table.ts";
import { benchTimesOf } from "../bench/times.ts";
import { batch, need, season, unit } from "./examples.ts";
import { seasonFacts, oddsOf, quickerPosts, readyAfter, spreadsOf } from "./facts.ts";
import { queryKeyOf } from "./plannedSeason.ts";

const at = (minute: number): string => new Date(Date.parse("2031-11-07T10:00:00Z") + minute * 60_000).toISOString();
const done = (number: number, stageId: string, minute: number) => ({
  id: `${String(number)}${stageId}`,
  unitId: `u${String(number)}`,
  stageId,
  what: "done" as const,
  at: at(minute),
});
const factsFor = (...told: Parameters<typeof season>) => {
  const outlook = season(...told);
  return { outlook, facts: seasonFacts(outlook, outlook.now) };
};

test("a need not begun is owed whole, waits for paper that is not there, and goes as one parcel", () => {
  const [owed] = factsFor([need]).facts.needs;
  expect(owed).toMatchObject({ cards: 6, coming: 0, parcels: 1, readyBy: "2031-11-18", suppliesOn: "2031-11-11", movable: true });
  expect(owed?.fresh).toBeGreaterThan(6);
  expect(owed?.stages.map((stage) => stage.left)).toEqual([owed?.fresh, owed?.fresh, 6]);
  expect(factsFor([{ ...need, kind: "fair", zone: null }]).facts.needs[0]).toMatchObject({ parcels: 0, movable: false });
});

test("of a batch on the bench, each stage is owed for the panels that have not gone through it", () => {
  const six = [1, 2, 3, 4, 5, 6].map((number) => unit(number));
  const [owed] = factsFor([need], [batch(six, [done(1, "wash", 0), done(2, "wash", 3)])]).facts.needs;
  expect(owed).toMatchObject({ coming: 6, fresh: 0 });
  expect(owed?.stages.map((stage) => stage.left)).toEqual([4, 6, 6]);
});

test("the odds ask for good panels as the facts have them: fewer after a cut, one master where it is printed", () => {
  const { outlook, facts } = factsFor([need]);
  const first = (changed: Partial<(typeof facts.needs)[number]>) => oddsOf({ ...facts, needs: facts.needs.map((each) => ({ ...each, ...changed })) }, outlook)[0];
  expect(first({})).toMatchObject({ cards: 6, good: 9, bad: 1, posted: true });
  expect(first({ cards: 2, fresh: 3 })).toMatchObject({ cards: 2, units: 3 });
  expect(first({ print: true })).toMatchObject({ cards: 1, units: 1 });
});

test("only services quicker than the one it would go by are offered, with what they cost more", () => {
  expect(quickerPosts(season([need]))).toEqual([{ need: "n", service: "Swift", readyBy: "2031-11-19", costMinor: 160 }]);
  expect(quickerPosts(season([{ ...need, zone: null }]))).toEqual([]);
});

test("what the bench showed replaces the guesses; a rest between two taps is no work", () => {
  expect(spreadsOf(season([need])).hands).toEqual({ ...GUESSED_SPREADS.hands, mean: 0 });
  // Washes planned at 3 minutes were tapped every 6, and once after an hour's rest.
  const facts = [1, 2, 3, 4, 5].map((number) => done(number, "wash", number * 6));
  const told = season(
    [need],
    [
      batch(
        [1, 2, 3, 4, 5, 6, 7].map((number) => unit(number)),
        [...facts, done(6, "wash", 90)],
      ),
    ],
  );
  const spreads = spreadsOf(told);
  expect(spreads.hands.seen).toBe(4);
  expect(typicalRatio(spreads.hands)).toBeCloseTo(1, 1);
  // The season is planned with what the bench has learned, and so the odds are drawn around that.
  const wash = seasonFacts(told, told.now).needs[0]?.stages.find(({ id }) => id === "wash")?.hands;
  expect(wash).toBeGreaterThan(4.5);
  const [on] = standingBatches(plannedBatches(batchesOnTable(told, told.batches), benchTimesOf(told), null), told.now);
  expect(on?.stages.find(({ table }) => table.id === "wash")?.table.hands).toBe(wash);
});

test("drying is learned from what was told to be dry already", () => {
  const dry = { id: "d", unitId: "u1", stageId: "wash", what: "dry" as const, at: at(10) };
  const spreads = spreadsOf(season([need], [batch([unit(1)], [done(1, "wash", 0), dry])]));
  expect(spreads.drying.seen).toBe(1);
  expect(typicalRatio(spreads.drying)).toBe(1);
  const told = season([need], [batch([unit(1), unit(2)], [done(1, "wash", 0), dry])]);
  // It waits until the wash is surely dry, and believes that it mostly is before.
  const [wash] = seasonFacts(told, told.now).needs[0]?.stages ?? [];
  expect(wash?.dry).toBeGreaterThan(wash?.mostlyDry ?? Infinity);
  expect(wash?.mostlyDry).toBeLessThan(20);
});

test("a plan is asked for anew when what it depends on changes, not by the minute", () => {
  const { facts } = factsFor([need]);
  const later = { ...facts, since: new Date(facts.since.getTime() + 60_000) };
  expect(queryKeyOf(later)).toBe(queryKeyOf(facts));
  expect(queryKeyOf({ ...facts, changeover: 9 })).not.toBe(queryKeyOf(facts));
  expect(queryKeyOf({ ...facts, sessions: facts.sessions.slice(1) })).not.toBe(queryKeyOf(facts));
});

test("what a promise weighs is told to the odds: by who waits, and by how much it matters", () => {
  const weightOf = (part: Partial<typeof need>): number | undefined => {
    const { outlook, facts } = factsFor([{ ...need, ...part }]);
    return oddsOf(facts, outlook)[0]?.weight;
  };
  expect([weightOf({}), weightOf({ matters: "dear" }), weightOf({ matters: "must not fail" })]).toEqual([1, 3, 10]);
  expect(weightOf({ kind: "stash", zone: null })).toBeLessThan(weightOf({ kind: "shop listing", zone: null }) ?? 0);
});

test("a later due day leaves what the post leaves of it: no day more over a Sunday", () => {
  const { outlook } = factsFor([need]);
  const days = readyAfter(outlook).get("n") ?? [];
  expect(days[0]).toBe(outlook.open[0]?.readyBy);
  expect(days).toHaveLength(120);
  // Some days later by the calendar, none for the work.
  expect(days.some((on, index) => index > 0 && on === days[index - 1])).toBe(true);
  expect([...days].sort()).toEqual(days);
  expect(readyAfter(factsFor([{ ...need, zone: null }]).outlook).has("n")).toBe(false);
});
