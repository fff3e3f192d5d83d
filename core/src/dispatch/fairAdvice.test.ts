import fc from "fast-check";
import { proofRuns } from "../search/proofRuns.ts";
import { Demand } from "./demand.ts";
import { fairAdvice, type FairGoods, type FairRoom } from "./fairAdvice.ts";
import { fairDraws, type PastFair } from "./fairDays.ts";

const kite = (more: Partial<FairGoods> = {}): FairGoods => ({ id: "kite", price: 500, cost: 90, salvage: 60, have: 0, coming: 0, more: 0, minutes: 15, sold: [], ...more });
const room = (more: Partial<FairRoom> = {}): FairRoom => ({ most: null, minutes: 0, hour: 1200, draws: 1, prior: [2, 0.25], ...more });

test("what lies there goes along as long as it may sell, and no more than the table holds", () => {
  const [all] = fairAdvice([kite({ have: 9 })], room());
  expect(all).toMatchObject({ bring: 9, paint: 0, next: null });
  const two = fairAdvice([kite({ have: 9, sold: [{ brought: 10, sold: 1 }] }), kite({ id: "moth", have: 9, sold: [{ brought: 10, sold: 9 }] })], room({ most: 8 }));
  expect(two.reduce((sum, { bring }) => sum + bring, 0)).toBe(8);
  expect(two[1]?.bring).toBeGreaterThan(two[0]?.bring ?? 99);
});

test("what is under way is there too, and only then more is painted", () => {
  const [one] = fairAdvice([kite({ have: 2, coming: 3, more: 50 })], room({ minutes: 31, hour: 600 }));
  expect(one).toMatchObject({ bring: 7, paint: 2 });
});

test("nothing is painted that would bring less for an hour than an hour must bring", () => {
  const sure = kite({ more: 50, sold: [{ brought: 40, sold: 12 }] });
  const [few] = fairAdvice([sure], room({ minutes: 10_000, hour: 1200 }));
  const [none] = fairAdvice([sure], room({ minutes: 10_000, hour: 5_000 }));
  expect(few?.paint).toBeGreaterThan(3);
  expect(few?.next?.anHour).toBeLessThan(1200);
  expect(none?.paint).toBe(0);
});

test("property: what is painted within the minutes is short of the best by less than one card", () => {
  const goods = fc.array(
    fc.record({
      price: fc.integer({ min: 200, max: 900 }),
      cost: fc.integer({ min: 0, max: 150 }),
      minutes: fc.integer({ min: 5, max: 30 }),
      sold: fc.integer({ min: 0, max: 6 }),
    }),
    { minLength: 2, maxLength: 3 },
  );
  fc.assert(
    fc.property(goods, fc.integer({ min: 0, max: 120 }), (some, minutes) => {
      const rows = some.map(({ sold, ...each }, index) => kite({ ...each, id: String(index), salvage: 0, more: 5, sold: [{ brought: 20, sold }] }));
      const at = room({ minutes, hour: 0 });
      const demands = rows.map(({ sold }) => new Demand(sold, at.prior));
      const worth = (counts: readonly number[]): number =>
        counts.reduce((sum, count, row) => {
          const { price = 0, cost = 0 } = rows[row] ?? {};
          return sum + Array.from({ length: count }, (_, card) => price * (demands[row]?.atLeast(card + 1) ?? 0) - cost).reduce((all, each) => all + each, 0);
        }, 0);
      const found = worth(fairAdvice(rows, at).map(({ paint }) => paint));
      let best = 0;
      const tryAll = (counts: number[], left: number): void => {
        if (counts.length === rows.length) best = Math.max(best, worth(counts));
        else
          for (let count = 0; count <= 5 && count * (rows[counts.length]?.minutes ?? 1) <= left; count += 1)
            tryAll([...counts, count], left - count * (rows[counts.length]?.minutes ?? 1));
      };
      tryAll([], minutes);
      expect(found).toBeLessThanOrEqual(best + 1e-6);
      expect(found).toBeGreaterThanOrEqual(best - Math.max(...rows.map(({ price }) => price)));
    }),
    { numRuns: proofRuns(40, 400) },
  );
});

test("a fair that drew half as many says as much of a design as half a fair", () => {
  const half = new Demand([{ brought: 20, sold: 4, draws: 0.5 }], [2, 0.25]);
  const whole = new Demand([{ brought: 20, sold: 4 }], [2, 0.25]);
  expect(half.atLeast(8)).toBeGreaterThan(whole.atLeast(8) + 0.2);
  // Gamma of 6 and 0.75 has the mean 8.
  const mean = Array.from({ length: 200 }, (_, card) => half.atLeast(card + 1)).reduce((sum, each) => sum + each, 0);
  expect(mean).toBeCloseTo(8, 4);
});

test("rain is taken to cost three in ten until fairs in rain have told otherwise; a sell-out tells nothing of it", () => {
  const past = (weather: PastFair["weather"], sold: number, brought = 60): PastFair => ({ size: "usual", weather, goods: [{ design: "kite", brought, sold }] });
  const of = (fairs: readonly PastFair[]): number => fairDraws(fairs).of({ size: "usual", weather: "rain" });
  expect(of([])).toBeCloseTo(0.7, 9);
  expect(of([past("fine", 40), past("fine", 44), past("rain", 41), past("rain", 43)])).toBeGreaterThan(0.85);
  expect(of([past("fine", 40), past("fine", 44), past("rain", 8), past("rain", 9)])).toBeLessThan(0.5);
  expect(of([past("fine", 40), past("rain", 10, 10)])).toBeCloseTo(0.7, 2);
  expect(fairDraws([past("rain", 8)]).seen({ size: "large", weather: "rain" })).toEqual({ size: 0, weather: 1 });
});
