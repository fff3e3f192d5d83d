import fc from "fast-check";
import { cashOf, fewestCoins, floatFor, usualTenders, worthOf } from "./change.ts";

const count = (coins: ReturnType<typeof fewestCoins>): number => (coins ?? []).reduce((sum, each) => sum + each.count, 0);

test("14.50 back from a twenty is a ten, two twos and a fifty", () => {
  expect(fewestCoins(1450, cashOf("EUR"))).toEqual([
    { value: 1000, count: 1 },
    { value: 200, count: 2 },
    { value: 50, count: 1 },
  ]);
});

test("where taking the largest first is not the fewest, the fewest is found", () => {
  expect(fewestCoins(6, [4, 3, 1])).toEqual([{ value: 3, count: 2 }]);
});

test("what no coin makes is said, and nothing to give back is no coin", () => {
  expect(fewestCoins(3, cashOf("EUR"))).toBeNull();
  expect(fewestCoins(0, cashOf("EUR"))).toEqual([]);
});

test("property: change comes to the amount, and no other way has fewer", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 60 }), fc.uniqueArray(fc.integer({ min: 2, max: 20 }), { maxLength: 4 }), (amount, more) => {
      const values = [...more, 1].sort((a, b) => b - a);
      const found = fewestCoins(amount, values);
      expect(worthOf(found ?? [])).toBe(amount);
      const fewest = (left: number, from: number): number => {
        const value = values[from];
        if (left === 0) return 0;
        if (value === undefined) return Infinity;
        return Math.min(value <= left ? 1 + fewest(left - value, from) : Infinity, fewest(left, from + 1));
      };
      expect(count(found)).toBe(fewest(amount, 0));
    }),
    { numRuns: 100 },
  );
});

test("buyers hand over the sum itself or the next round one", () => {
  expect(usualTenders(550, cashOf("EUR"))).toEqual([550, 600, 1000, 2000, 5000]);
});

test("the float gives change to the first buyers, in the coins their prices ask for", () => {
  const float = floatFor([{ price: 550, sold: 30 }], cashOf("EUR"));
  // Back from 6, 10 and 20 go 0.50, 4.50 and 14.50, a fifty among each.
  expect(float.find(({ value }) => value === 50)?.count).toBe(12);
  expect(float.some(({ value }) => value === 20)).toBe(false);
  expect(floatFor([], cashOf("EUR"))).toEqual([]);
});
