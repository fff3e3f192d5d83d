import fc from "fast-check";
import { feesOf, hoursCost, leftForAnHour, NO_COSTS, priceFor, shareCosts, costsTotal, withoutHands, type NeedMoney, type SeasonMoney } from "./seasonMoney.ts";

const rates = { hour: 1_800, feeHundredths: 650, fee: 20 };
const need = (id: string, more: Partial<NeedMoney>): NeedMoney => ({ id, cards: 10, income: 6_000, materials: [], hands: 120, postage: 0, ...more });

test("an order of ten cards: what each part costs, what is left for an hour, and what to ask", () => {
  const { needs } = shareCosts({
    needs: [
      need("office", {
        materials: [
          { kind: "sheet", value: 490, spoilt: false },
          { kind: "paint", value: 61, spoilt: false },
          { kind: "sheet", value: 98, spoilt: true },
          { kind: "tape", value: 30, spoilt: false },
        ],
        postage: 250,
      }),
    ],
    losses: 45,
    outlays: [{ printing: false, cost: 1_200 }],
    rates,
  });
  const [office] = needs;
  if (!office) throw new Error("nobody");
  expect(office.costs).toEqual({
    ...NO_COSTS,
    paper: 490,
    paint: 61,
    "other materials": 30,
    "spoilt panels": 98,
    "lost on the shelf": 45,
    hands: 3_600,
    "tools and fairs": 1_200,
    fees: 410,
    postage: 250,
  });
  // 60.00 less 25.84 for all else are 34.16 for two hours.
  expect(leftForAnHour(office)).toBe(1_708);
  const price = priceFor(office.costs, office.hands, rates.hour, rates);
  expect(price).toBe(6_197);
  expect(price - feesOf(price, rates) - (withoutHands(office.costs) - office.costs.fees)).toBe(3_600);
});

test("the least price that loses nothing leaves nothing for the hands", () => {
  const costs = { ...NO_COSTS, paper: 500 };
  const price = priceFor(costs, 60, null, rates);
  expect(price - feesOf(price, rates)).toBeGreaterThanOrEqual(500);
  expect(price - 1 - feesOf(price - 1, rates)).toBeLessThanOrEqual(500);
});

test("no price, or no hands: nothing is said of an hour", () => {
  expect(leftForAnHour({ income: null, hands: 60, costs: NO_COSTS })).toBeNull();
  expect(leftForAnHour({ income: 500, hands: 0, costs: NO_COSTS })).toBeNull();
  expect(hoursCost(90, { hour: null })).toBe(0);
});

const money = fc.integer({ min: 0, max: 50_000 });
const anyNeed = fc.record({
  id: fc.string({ minLength: 1, maxLength: 4 }),
  cards: fc.integer({ min: 0, max: 60 }),
  income: fc.option(money),
  materials: fc.array(fc.record({ kind: fc.constantFrom("sheet", "paint", "tape", "envelope", "card stock", "glue"), value: money, spoilt: fc.boolean() }), { maxLength: 6 }),
  hands: fc.integer({ min: 0, max: 4_000 }),
  postage: money,
});
const anySeason: fc.Arbitrary<SeasonMoney> = fc.record({
  needs: fc.array(anyNeed, { maxLength: 8 }),
  losses: fc.integer({ min: -2_000, max: 20_000 }),
  outlays: fc.array(fc.record({ printing: fc.boolean(), cost: money }), { maxLength: 4 }),
  rates: fc.record({ hour: fc.option(fc.integer({ min: 0, max: 9_000 })), feeHundredths: fc.integer({ min: 0, max: 3_000 }), fee: fc.integer({ min: 0, max: 100 }) }),
});

test("all costs of a season are what left the shelf, what was paid and the hours, to the minor unit", () => {
  fc.assert(
    fc.property(anySeason, (season) => {
      const { needs, unshared } = shareCosts(season);
      const shelf = season.needs.flatMap(({ materials }) => materials).reduce((sum, { value }) => sum + value, season.losses);
      const paid = season.outlays.reduce((sum, { cost }) => sum + cost, 0) + season.needs.reduce((sum, { postage, income }) => sum + postage + feesOf(income, season.rates), 0);
      const hours = hoursCost(
        season.needs.reduce((sum, { hands }) => sum + hands, 0),
        season.rates,
      );
      expect(needs.reduce((sum, { costs }) => sum + costsTotal(costs), unshared)).toBe(shelf + paid + hours);
    }),
  );
});
