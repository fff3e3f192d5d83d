import fc from "fast-check";
import { assigned, costOfAll, costsOfForcing, isCheapest } from "./assign.ts";
import { costsByHand, whoGetsWhich, type AskingLine, type FreePanel } from "./giving.ts";

/** The cheapest of all ways, tried one by one. */
function cheapest(costs: readonly number[][], capacities: readonly number[], from = 0): number {
  if (from === costs.length) return 0;
  return Math.min(
    ...capacities.flatMap((room, place) => {
      const cost = costs[from]?.[place] ?? Infinity;
      return room > 0 && cost < Infinity ? [cost + cheapest(costs, capacities.with(place, room - 1), from + 1)] : [];
    }),
    Infinity,
  );
}

const question = fc
  .integer({ min: 1, max: 3 })
  .chain((places) =>
    fc.record({
      costs: fc.array(fc.array(fc.oneof({ weight: 5, arbitrary: fc.integer({ min: -9, max: 9 }) }, fc.constant(Infinity)), { minLength: places, maxLength: places }), {
        maxLength: 6,
      }),
      capacities: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: places, maxLength: places }),
    }),
  )
  .map(({ costs, capacities }) => ({ costs: costs.map((row) => [...row, 0]), capacities: [...capacities, Infinity] }));

test("no way of trying them all is cheaper, none takes more than there is room for, and the check agrees", () => {
  fc.assert(
    fc.property(question, ({ costs, capacities }) => {
      const at = assigned(costs, { capacities });
      expect(costOfAll(costs, at)).toBeCloseTo(cheapest(costs, capacities), 9);
      capacities.forEach((room, place) => expect(at.filter((each) => each === place).length).toBeLessThanOrEqual(room));
      expect(isCheapest(costs, { capacities }, at)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

test("what forcing one thing to a place costs is what solving it anew with that thing there costs", () => {
  fc.assert(
    fc.property(question, ({ costs, capacities }) => {
      fc.pre(costs.length > 0);
      const best = costOfAll(costs, assigned(costs, { capacities }));
      costsOfForcing(costs, { capacities }, 0).forEach((cost, place) => {
        const forced = costs.map((row, thing) => (thing === 0 ? row.map((each, other) => (other === place ? each : Infinity)) : row));
        const anew = (capacities[place] ?? 0) < 1 || costs[0]?.[place] === Infinity ? Infinity : cheapest(forced, capacities) - best;
        if (anew === Infinity) expect(cost).toBe(Infinity);
        else expect(cost).toBeCloseTo(anew, 9);
      });
    }),
    { numRuns: 300 },
  );
});

test("the check says no to what is worse, to what is too full and to what may not be", () => {
  const costs = [
    [1, 5, 0],
    [2, 1, 0],
  ];
  expect(isCheapest(costs, { capacities: [1, 1, 2] }, [2, 2])).toBe(true);
  expect(isCheapest(costs, { capacities: [1, 1, 0] }, [1, 0])).toBe(false);
  expect(isCheapest(costs, { capacities: [1, 1, 2] }, [0, 2])).toBe(false);
  expect(isCheapest([[0], [0]], { capacities: [1] }, [0, 0])).toBe(false);
  expect(isCheapest([[Infinity, 0]], { capacities: [1, 1] }, [0])).toBe(false);
});

const panel = (id: string, home: string | null, doubt: number | null = null): FreePanel => ({ id, colourway: "blue", doubt, home });
const asks = (need: string, lacks: number, more: Partial<AskingLine> = {}): AskingLine => ({
  line: `line of ${need}`,
  need,
  colourway: "blue",
  lacks,
  weight: 1,
  days: 10,
  refuses: null,
  ...more,
});
const linesOf = (lines: readonly AskingLine[], panels: readonly FreePanel[]): (string | null)[] => whoGetsWhich(panels, lines).given.map(({ line }) => line);

test("what was painted for a need stays with it; what it has too many of goes where it is lacked, and the rest to the stash", () => {
  const panels = [panel("1", "a"), panel("2", "a"), panel("3", "a"), panel("4", null)];
  const found = whoGetsWhich(panels, [asks("a", 1), asks("b", 1)]);
  expect(found.isProven).toBe(true);
  expect(found.given.filter(({ line }) => line === "line of a").map(({ why }) => why)).toEqual(["its own"]);
  expect(found.given.find(({ line }) => line === "line of b")).toEqual({ panel: "4", line: "line of b", why: "lies in the stash" });
  expect(found.given.filter(({ line }) => line === null).map(({ why }) => why)).toEqual(["left over from its own", "left over from its own"]);
  expect(whoGetsWhich([panel("1", null)], []).given).toEqual([{ panel: "1", line: null, why: "nobody asks for it" }]);
});

test("the best looking go to the dearest, and one who refuses gets none", () => {
  const panels = [panel("poor", null, 0.6), panel("fine", null, 0), panel("fair", null, 0.3)];
  expect(linesOf([asks("dear", 1, { weight: 3 }), asks("plain", 1)], panels)).toEqual([null, "line of dear", "line of plain"]);
  expect(linesOf([asks("dear", 1, { weight: 3, refuses: "no moths" }), asks("plain", 1)], panels)).toEqual([null, "line of plain", null]);
  expect(whoGetsWhich(panels, [asks("dear", 5)]).short).toEqual([{ line: "line of dear", lacks: 2 }]);
});

test("one that must not fail takes from an ordinary one, and says why", () => {
  const found = whoGetsWhich([panel("1", "plain")], [asks("plain", 1, { days: 40 }), asks("dear", 1, { weight: 10, days: 3 })]);
  expect(found.given).toEqual([{ panel: "1", line: "line of dear", why: "the best to the dearest" }]);
});

test("a swap by hand costs what the rest cannot make good, and nothing where all is the same", () => {
  const panels = [panel("fine", null, 0), panel("poor", null, 1)];
  const lines = [asks("dear", 1, { weight: 3 }), asks("plain", 1)];
  expect(costsByHand(panels, lines, "fine").get("line of dear")).toBeCloseTo(0, 9);
  expect(costsByHand(panels, lines, "poor").get("line of dear")).toBeGreaterThan(0.2);
  expect(costsByHand(panels, lines, "fine").get(null)).toBeGreaterThan(0.5);
  expect(costsByHand(panels, [asks("dear", 1, { refuses: "no moths" })], "fine").get("line of dear")).toBe(Infinity);
});

test("300 panels to 60 needs in the time of a glance", () => {
  let state = 11;
  const draw = (): number => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  const lines = Array.from({ length: 60 }, (_, index) =>
    asks(`need ${String(index)}`, 1 + Math.floor(draw() * 8), { weight: 1 + Math.floor(draw() * 3), days: Math.floor(draw() * 60) }),
  );
  const panels = Array.from({ length: 300 }, (_, index) => panel(String(index), draw() < 0.8 ? `need ${String(Math.floor(draw() * 60))}` : null, draw()));
  const found = whoGetsWhich(panels, lines);
  expect(found.isProven).toBe(true);
  expect(found.given).toHaveLength(300);
});
