import fc from "fast-check";
import { createRequire } from "node:module";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import { proofRuns } from "../search/proofRuns.ts";
import { seededRandom } from "../search/search.ts";
import { buy, totalOf, uncoveredWants, type BuyJob } from "./buying.ts";

let solve: LinearSolver;
beforeAll(async () => {
  const load = createRequire(import.meta.url)("highs") as () => Promise<HighsModule>;
  solve = highsSolver(await load());
});
const left = (): number => 5;

/** The least total by buying every number of every offer up to a few, reckoned from the words of the rules. */
function byTrying(job: BuyJob, most: number): number {
  let best = Infinity;
  const counts = job.offers.map(() => 0);
  const visit = (offer: number): void => {
    const at = job.offers[offer];
    if (at) {
      for (let count = 0; count <= most; count = count === 0 ? at.atLeast : count + 1) {
        counts[offer] = count;
        visit(offer + 1);
      }
      counts[offer] = 0;
      return;
    }
    const isCovered = job.wants.every(
      ({ quantity }, want) => job.offers.reduce((sum, each, index) => sum + (each.want === want ? each.pack * (counts[index] ?? 0) : 0), 0) >= quantity,
    );
    if (!isCovered) return;
    let total = 0;
    for (const [index, { post, freeFrom, least }] of job.suppliers.entries()) {
      const own = job.offers.map((each, place) => (each.supplier === index ? (counts[place] ?? 0) : 0));
      if (own.every((count) => count === 0)) continue;
      const goods = own.reduce((sum, count, place) => sum + count * (job.offers[place]?.price ?? 0), 0);
      if (goods < least) return;
      total += goods + (freeFrom !== null && goods >= freeFrom ? 0 : post);
    }
    best = Math.min(best, total);
  };
  visit(0);
  return best;
}

const MOST = 9;
const anyJob = fc
  .record({
    wants: fc.array(fc.integer({ min: 0, max: 7 }), { minLength: 1, maxLength: 2 }),
    suppliers: fc.array(
      fc.record({ post: fc.integer({ min: 0, max: 6 }), freeFrom: fc.option(fc.integer({ min: 0, max: 14 }), { nil: null }), least: fc.constantFrom(0, 0, 3, 9) }),
      { minLength: 1, maxLength: 2 },
    ),
    offers: fc.array(
      fc.record({ want: fc.nat(1), supplier: fc.nat(1), pack: fc.integer({ min: 1, max: 4 }), price: fc.integer({ min: 0, max: 6 }), atLeast: fc.constantFrom(1, 1, 2, 3) }),
      { minLength: 1, maxLength: 4 },
    ),
  })
  .map(({ wants, suppliers, offers }): BuyJob => ({
    wants: wants.map((quantity, index) => ({ id: `w${String(index)}`, quantity })),
    suppliers: suppliers.map((supplier, index) => ({ ...supplier, id: `s${String(index)}` })),
    offers: offers.map((offer) => ({ ...offer, want: offer.want % wants.length, supplier: offer.supplier % suppliers.length })),
  }));

test("no purchase costs less, the bound is true, and what is proven is the least", () => {
  fc.assert(
    fc.property(anyJob, (job) => {
      fc.pre(uncoveredWants(job).length === 0);
      const found = buy(job, solve, left);
      const packs = job.offers.map((_, offer) => found.packs.find((each) => each.offer === offer)?.count ?? 0);
      expect(totalOf(job, packs)).toEqual({ goods: found.goods, post: found.post, total: found.total });
      // Of cheap goods more may be needed to reach a sum than are tried here.
      const least = byTrying(job, MOST);
      expect(found.total).toBeLessThanOrEqual(least);
      expect(found.bound).toBeLessThanOrEqual(found.total);
      expect(found.proven).toBe(true);
      if (packs.every((count) => count <= MOST)) expect(found.total).toBe(least);
    }),
    { numRuns: proofRuns(120, 5_000), seed: 19 },
  );
});

test("an engine that finds nothing, or only says what it has so far, still leaves a purchase and a true bound", () => {
  fc.assert(
    fc.property(anyJob, (job) => {
      fc.pre(uncoveredWants(job).length === 0);
      const exact = buy(job, solve, left).total;
      const without = buy(job, (model, seconds) => (model.whole ? null : solve(model, seconds)), left);
      expect(without.total).toBeGreaterThanOrEqual(exact);
      expect(without.bound).toBeLessThanOrEqual(exact);
      expect(without.proven).toBe(without.bound === without.total);
      expect(buy(job, () => null, left)).toMatchObject({ total: without.total, bound: 0 });
    }),
    { numRuns: 60, seed: 5 },
  );
});

test("sixty wants of three hundred offers and eight suppliers are bought, proven, in two seconds", () => {
  const random = seededRandom(8);
  const whole = (least: number, most: number): number => least + Math.floor(random() * (most - least + 1));
  const job: BuyJob = {
    wants: Array.from({ length: 60 }, (_, index) => ({ id: `w${String(index)}`, quantity: whole(1, 60) })),
    suppliers: Array.from({ length: 8 }, (_, index) => ({
      id: `s${String(index)}`,
      post: whole(3, 9) * 100,
      freeFrom: random() < 0.7 ? whole(40, 120) * 100 : null,
      least: random() < 0.4 ? whole(5, 30) * 100 : 0,
    })),
    offers: Array.from({ length: 300 }, (_, index) => {
      const pack = [1, 1, 5, 10, 25][whole(0, 4)] ?? 1;
      return { want: index % 60, supplier: whole(0, 7), pack, price: Math.round(pack * whole(80, 200) * (1 - 0.05 * Math.log2(pack))), atLeast: random() < 0.15 ? 2 : 1 };
    }),
  };
  const from = performance.now();
  const found = buy(job, solve, () => 2 - (performance.now() - from) / 1000);
  expect(found.proven).toBe(true);
});

test("a want of which nobody's order is large enough is told as one that cannot be covered", () => {
  const job: BuyJob = {
    wants: [{ id: "gift", quantity: 1 }],
    suppliers: [{ id: "S", post: 0, freeFrom: null, least: 500 }],
    offers: [{ want: 0, supplier: 0, pack: 1, price: 0, atLeast: 1 }],
  };
  expect(uncoveredWants(job)).toEqual([0]);
  expect(uncoveredWants({ ...job, wants: [{ id: "gift", quantity: 0 }] })).toEqual([]);
});
