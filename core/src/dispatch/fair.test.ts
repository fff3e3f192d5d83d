import fc from "fast-check";
import { proofRuns } from "../search/proofRuns.ts";
import { bringToFair, type FairDesign, type FairJob } from "./fair.ts";

const design = (more: Partial<FairDesign> = {}): FairDesign => ({ id: "moth", price: 450, cost: 120, salvage: 80, sold: [], ...more });
const bring = (job: FairJob) => {
  const found = bringToFair(job);
  if (!found.ok) throw new Error("refused");
  return found.value;
};

/** Chances that at least 0, 1, 2 ... are wanted, by summing the posterior over a fine even grid of rates. */
function onGrid(sold: FairDesign["sold"], [shape, rate]: readonly [number, number], most: number): number[] {
  const [steps, widest] = [20_000, 90];
  const chances = new Array<number>(most + 1).fill(0);
  let all = 0;
  for (let index = 0; index < steps; index += 1) {
    const at = ((index + 0.5) / steps) * widest;
    const pmf = [Math.exp(-at)];
    for (let count = 1; count <= Math.max(most, 40); count += 1) pmf.push(((pmf[count - 1] ?? 0) * at) / count);
    const atLeast = (count: number): number => 1 - pmf.slice(0, count).reduce((sum, each) => sum + each, 0);
    let weight = at ** (shape - 1) * Math.exp(-rate * at);
    for (const fair of sold) if (fair.brought > 0) weight *= fair.sold < fair.brought ? (pmf[fair.sold] ?? 0) : atLeast(fair.sold);
    all += weight;
    chances.forEach((_, count) => (chances[count] = (chances[count] ?? 0) + weight * atLeast(count)));
  }
  return chances.map((chance) => chance / all);
}

test("what is expected to sell, and the chance of selling out, agree with a plain sum over rates", () => {
  const sold = [
    { brought: 12, sold: 12 },
    { brought: 10, sold: 7 },
    { brought: 0, sold: 0 },
  ];
  const [moth] = bring({ designs: [design({ sold })], most: 60, prior: [2, 0.25] });
  const chances = onGrid(sold, [2, 0.25], moth?.bring ?? 0);
  expect(moth?.sellOut).toBeCloseTo(chances[moth?.bring ?? 0] ?? NaN, 6);
  expect(moth?.sold).toBeCloseTo(
    chances.slice(1).reduce((sum, chance) => sum + chance, 0),
    5,
  );
});

test("without fairs seen demand is negative binomial", () => {
  // Gamma of shape 1 and rate 1 mixes Poissons into a geometric distribution: at least k with 1 in 2 to the k.
  const [moth] = bring({ designs: [design({ price: 100, cost: 20, salvage: 0 })], most: null, prior: [1, 1] });
  // The third card sells 1 in 8 and does not pay 20 of 100; the second sells 1 in 4.
  expect(moth).toMatchObject({ bring: 2 });
  expect(moth?.sold).toBeCloseTo(0.75, 9);
  expect(moth?.sellOut).toBeCloseTo(0.25, 9);
  expect(moth?.profit).toBeCloseTo(35, 7);
});

test("a fair that sold out says that more would have sold", () => {
  const sellsOut = (sold: number, brought: number): number =>
    bring({ designs: [design({ sold: Array.from({ length: 4 }, () => ({ brought, sold })) })], most: null, prior: [2, 0.25] })[0]?.bring ?? 0;
  expect(sellsOut(12, 12)).toBeGreaterThan(sellsOut(12, 13));
  // Even where the prior thought such a fair next to impossible.
  const [rare] = bring({ designs: [design({ sold: [{ brought: 12, sold: 12 }] })], most: null, prior: [2, 100] });
  expect(rare?.bring).toBeGreaterThan(0);
  expect(Number.isFinite(rare?.profit)).toBe(true);
});

test("no other numbers within the limit are expected to earn more, and none as much with fewer cards", () => {
  const any = fc.record({
    price: fc.integer({ min: 0, max: 9 }),
    cost: fc.integer({ min: 1, max: 6 }),
    salvage: fc.integer({ min: 0, max: 8 }),
    sold: fc.array(
      fc.tuple(fc.nat(4), fc.nat(4)).map(([a, b]) => ({ brought: Math.max(a, b), sold: Math.min(a, b) })),
      { maxLength: 3 },
    ),
  });
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 3 }), fc.nat(6), (designs, most) => {
      const job: FairJob = { designs: designs.map((each, index) => ({ ...each, id: String(index) })), most, prior: [2, 0.5] };
      const found = bring(job);
      const alone = job.designs.map((each) => Array.from({ length: most + 1 }, (_, count) => profitOf(each, count, job.prior)));
      let [best, cards] = [-Infinity, 0];
      const visit = (index: number, left: number, profit: number): void => {
        if (index === job.designs.length) {
          if (profit > best + 1e-5 || (profit > best - 1e-5 && most - left < cards)) [best, cards] = [profit, most - left];
          return;
        }
        for (let count = 0; count <= left; count += 1) visit(index + 1, left - count, profit + (alone[index]?.[count] ?? 0));
      };
      visit(0, most, 0);
      expect(found.reduce((sum, each) => sum + each.profit, 0)).toBeCloseTo(best, 3);
      expect(found.reduce((sum, each) => sum + each.bring, 0)).toBe(cards);
    }),
    { numRuns: proofRuns(25, 600), seed: 47 },
  );
});

/** Expected profit of a number of cards from the chances on a grid that is coarse but even. */
const chancesOf = new Map<string, number[]>();
function profitOf({ price, cost, salvage, sold }: FairDesign, count: number, prior: readonly [number, number]): number {
  const key = JSON.stringify([sold, prior]);
  const chances = chancesOf.get(key) ?? onGrid(sold, prior, 6);
  chancesOf.set(key, chances);
  const expected = chances.slice(1, count + 1).reduce((sum, chance) => sum + chance, 0);
  return price * expected + salvage * (count - expected) - cost * count;
}

test("without a limit, a card that is worth as much left over as it costs has no best number", () => {
  expect(bringToFair({ designs: [design({ salvage: 120 })], most: null, prior: [2, 0.25] }).ok).toBe(false);
  expect(bring({ designs: [design({ salvage: 120 })], most: 9, prior: [2, 0.25] })[0]?.bring).toBe(9);
  expect(bring({ designs: [design({ price: 50, cost: 120, salvage: 60 })], most: null, prior: [2, 0.25] })[0]).toEqual({ bring: 0, sold: 0, sellOut: 1, profit: 0 });
});
