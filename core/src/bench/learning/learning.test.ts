import fc from "fast-check";
import { seededRandom } from "../../search/search.ts";
import { inverseOf } from "./cholesky.ts";
import { normalAbove, normalQuantile, truncatedMoments } from "./normal.ts";
import { expected, learnTimes, type Effects, type Priors, type Sighting } from "./pooled.ts";

const priors: Priors = {
  of: (effect) => (effect === "damp" ? { mean: 1, sd: 0.4 } : effect === "shop" ? { mean: 0, sd: 0.3 } : { mean: 0, sd: 0.25, pool: effect.split(":")[0] ?? "" }),
  scatter: 0.25,
  weight: 6,
};

test("shares of the normal distribution, as tables have them", () => {
  for (const [z, above] of [
    [0, 0.5],
    [1, 0.158655],
    [1.959964, 0.025],
    [-1.644854, 0.95],
    [5, 2.8665e-7],
  ] as const) {
    expect(Math.abs(normalAbove(z) / above - 1)).toBeLessThan(1e-4);
    expect(normalQuantile(1 - above)).toBeCloseTo(z, 3);
  }
  expect([normalQuantile(0), normalQuantile(1)]).toEqual([-Infinity, Infinity]);
});

test("a value known only between bounds lies between them on average, and the less is known the wider it may lie", () => {
  expect(truncatedMoments(-Infinity, Infinity)).toEqual({ mean: 0, variance: 1 });
  // Above the middle: the half-normal distribution has mean sqrt(2/pi) and variance 1 - 2/pi.
  expect(truncatedMoments(0, Infinity).mean).toBeCloseTo(Math.sqrt(2 / Math.PI), 5);
  expect(truncatedMoments(0, Infinity).variance).toBeCloseTo(1 - 2 / Math.PI, 5);
  fc.assert(
    fc.property(fc.double({ min: -12, max: 12, noNaN: true }), fc.double({ min: 0.01, max: 8, noNaN: true }), (low, width) => {
      const { mean, variance } = truncatedMoments(low, low + width);
      expect(mean).toBeGreaterThanOrEqual(low - 1e-6);
      expect(mean).toBeLessThanOrEqual(low + width + 1e-6);
      expect(variance).toBeGreaterThan(0);
      expect(variance).toBeLessThanOrEqual(1.0001);
    }),
  );
});

test("an inverse undoes its matrix", () => {
  const inverse = inverseOf([Float64Array.of(4, 1, 0), Float64Array.of(1, 3, 0.5), Float64Array.of(0, 0.5, 2)]);
  expect(inverse[0]?.[0]).toBeCloseTo(23 / 84, 3);
  expect(() => inverseOf([Float64Array.of(1, 2), Float64Array.of(2, 1)])).toThrow("positive definite");
});

test("with nothing seen the plan stands, with the spread that is believed", () => {
  const nothing = learnTimes([], priors);
  const { typical, low, high } = expected(nothing, { shop: 1, "stage:wash": 1 }, priors);
  expect(typical).toBe(1);
  expect(low * high).toBeCloseTo(1, 6);
  expect(high).toBeGreaterThan(1.4);
});

test("still wet after 25 of 30 minutes pulls the time up, dry at once pulls it down, and neither tells the whole", () => {
  const effects = { shop: 1, "stage:wash": 1 };
  const typical = (low: number, high: number): number => expected(learnTimes([{ effects, low, high }], priors), effects, priors).typical;
  expect(typical(25 / 30, Infinity)).toBeGreaterThan(1);
  expect(typical(25 / 30, Infinity)).toBeLessThan(typical(40 / 30, Infinity));
  expect(typical(0, 20 / 30)).toBeLessThan(1);
  expect(typical(20 / 30, 20 / 30)).toBeLessThan(1);
  // Nothing said is nothing learned.
  expect(typical(0, Infinity)).toBe(1);
});

/** A shop's drying as it truly is, drawn from what is believed of shops, and what its maker tells of it. */
function shopOf(seed: number) {
  const random = seededRandom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const stages = ["wash", "glaze", "mask", "ink", "shadow", "border"].map((name) => [`stage:${name}`, 0.25 * normal()] as const);
  const papers = ["cotton", "mixed", "sketch"].map((name) => [`paper:${name}`, 0.25 * normal()] as const);
  const truth = new Map<string, number>([["shop", 0.3 * normal()], ["damp", 1 + 0.4 * normal()], ...stages, ...papers]);
  const scatter = 0.25 * Math.exp(0.2 * normal());
  const draw = (): { effects: Effects; true: number } => {
    const [stage] = stages[Math.floor(random() * stages.length)] ?? ["stage:wash"];
    const [paper] = papers[Math.floor(random() * papers.length)] ?? ["paper:cotton"];
    const effects: Effects = { shop: 1, [stage]: 1, [paper]: 1, damp: 0.4 * normal() };
    const mean = Object.entries(effects).reduce((sum, [name, value]) => sum + value * (truth.get(name) ?? 0), 0);
    return { effects, true: Math.exp(mean + scatter * normal()) };
  };
  /** She looks now and then: wet, still wet, dry. Some she goes on with when the clock says so, if they are dry then, and tells nothing. */
  const tell = (): Sighting => {
    const panel = draw();
    let low = 0;
    let looked = random() < 0.3 ? 1 + random() : 0.5 + 0.3 * random();
    for (; ; looked += 0.1 + 0.2 * random()) {
      if (looked >= panel.true) return { effects: panel.effects, low, high: looked };
      low = looked;
      if (random() < 0.08) return { effects: panel.effects, low, high: Infinity };
    }
  };
  return { truth, scatter, draw, tell };
}

test("what is true of a made-up shop is found from what its maker told", () => {
  const shop = shopOf(7);
  const learned = learnTimes(Array.from({ length: 900 }, shop.tell), priors);
  expect(Math.abs(learned.scatter - shop.scatter)).toBeLessThan(0.03);
  const slope = learned.means[learned.names.indexOf("damp")] ?? 0;
  expect(Math.abs(slope - (shop.truth.get("damp") ?? 0))).toBeLessThan(0.08);
  // Only sums show themselves: the shop's own level may lie in every stage alike.
  for (const stage of ["wash", "glaze", "mask", "ink", "shadow", "border"]) {
    for (const paper of ["cotton", "mixed", "sketch"]) {
      const effects = { shop: 1, [`stage:${stage}`]: 1, [`paper:${paper}`]: 1 };
      const truth = (shop.truth.get("shop") ?? 0) + (shop.truth.get(`stage:${stage}`) ?? 0) + (shop.truth.get(`paper:${paper}`) ?? 0);
      expect(Math.abs(Math.log(expected(learned, effects, priors).typical) - truth)).toBeLessThan(0.1);
    }
  }
});

test("of times to come, eight in ten lie where eight in ten were promised, after few sightings and after many", () => {
  for (const many of [12, 60, 250]) {
    let [inside, all] = [0, 0];
    for (let seed = 1; seed <= 30; seed += 1) {
      const shop = shopOf(seed);
      const learned = learnTimes(Array.from({ length: many }, shop.tell), priors);
      for (let panel = 0; panel < 60; panel += 1) {
        const { effects, true: time } = shop.draw();
        const { low, high } = expected(learned, effects, priors);
        if (time >= low && time <= high) inside += 1;
        all += 1;
      }
    }
    expect(inside / all).toBeGreaterThan(0.75);
    expect(inside / all).toBeLessThan(0.85);
  }
});

test("a stage never seen borrows from its kind, and is less sure than one that was", () => {
  const effects = (stage: string): Effects => ({ shop: 1, "medium:watercolour": 1, [`stage:${stage}`]: 1 });
  const seen = Array.from({ length: 40 }, (_, index): Sighting => ({ effects: effects(index % 2 ? "wash" : "glaze"), low: 1.4, high: 1.5 }));
  const learned = learnTimes(seen, priors);
  const [known, fresh] = [expected(learned, effects("wash"), priors), expected(learned, effects("shadow"), priors)];
  expect(fresh.typical).toBeGreaterThan(1.2);
  expect(Math.abs(fresh.typical - known.typical)).toBeLessThan(0.2);
  expect(fresh.high / fresh.low).toBeGreaterThan(known.high / known.low);
});
