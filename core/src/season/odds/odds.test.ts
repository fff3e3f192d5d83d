import { limitsFor, seededRandom } from "../../search/search.ts";
import { largeSeason, need, season, session, step } from "../schedule/examples.ts";
import { planWork } from "../schedule/planWork.ts";
import type { SeasonJob } from "../schedule/model.ts";
import { betaDraw, binomialDraw, gammaDraw, normalDraw } from "./draws.ts";
import { GUESSED_SPREADS } from "./guesses.ts";
import { forecast, odds, type NeedOdds, type Spreads } from "./odds.ts";
import { drawTruth, guess, learn, typicalRatio, type Spread } from "./spread.ts";

const limits = (runs: number, seed = 1) => ({ seed, runs, stop: () => false });
const planned = (job: SeasonJob) => planWork(job, { ...limitsFor(60, () => 0), steps: 100 }).plan;
const sure = (ratio: number): Spread => ({ mean: Math.log(ratio), weight: 1e9, shape: 1e6, scale: 1e-6, seen: 0 });
const CERTAIN: Spreads = { hands: sure(1), drying: sure(1), sessions: { kept: 1e9, lost: 1e-9, seen: 0 }, post: [1], supplies: [1] };
const told = (job: SeasonJob, part: Partial<NeedOdds> = {}): NeedOdds[] =>
  job.needs.map((each) => ({ id: each.id, cards: 4, units: 4, good: 1e9, bad: 1e-3, posted: false, weight: 1, ...part }));
const daily = (days: number, from = 600, to = 660) => Array.from({ length: days }, (_, day) => session(day, from, to));

test("when nothing is uncertain, what the plan says is certain", () => {
  const job = season([need("kites", { due: 1, paint: [step("wash", { units: 20, dry: 30 })] }), need("moths", { due: 0, paint: [step("wash", { units: 8 })] })], daily(4));
  const plan = planned(job);
  const answer = odds(job, plan, CERTAIN, told(job), limits(50));
  answer.needs.forEach((each, index) => {
    const day = plan.needs[index]?.day ?? 0;
    expect(each.by).toEqual([day, day, day]);
    expect(each.chance).toBe(day <= (job.needs[index]?.due ?? 0) ? 1 : 0);
  });
});

test("slower hands, lost sessions, slow post and missing panels each lower the odds", () => {
  const job = season([need("kites", { due: 2, paint: [step("wash", { units: 24, hands: 5 })] })], daily(8));
  const plan = planned(job);
  const chance = (spreads: Partial<Spreads>, part: Partial<NeedOdds> = {}): number =>
    odds(job, plan, { ...CERTAIN, ...spreads }, told(job, { cards: 20, units: 24, ...part }), limits(400)).season;
  expect(chance({})).toBe(1);
  expect(chance({ hands: guess(1.5, 0.3) })).toBeLessThan(0.6);
  expect(chance({ sessions: { kept: 60, lost: 40, seen: 100 } })).toBeLessThan(0.9);
  expect(chance({ post: [0.6, 0.1, 0.1, 0.2] }, { posted: true })).toBeLessThan(0.95);
  expect(chance({}, { cards: 24, good: 6, bad: 4 })).toBeLessThan(0.5);
});

test("what matters most is the uncertainty that was made large", () => {
  const job = season([need("kites", { due: 2, paint: [step("wash", { units: 24, hands: 5 })] })], daily(9));
  const plan = planned(job);
  const [first] = odds(job, plan, { ...CERTAIN, sessions: { kept: 60, lost: 40, seen: 0 }, hands: guess(1, 0.02) }, told(job), limits(4000)).matters;
  expect(first?.what).toBe("interruptions");
  expect(first?.gain).toBeGreaterThan(0.1);
});

test("the same seed tells the same odds, and cancelling ends early with what was played", () => {
  const job = largeSeason(8, 5, 8, 0.5, 2);
  const plan = planned(job);
  expect(odds(job, plan, GUESSED_SPREADS, told(job), limits(300, 5))).toEqual(odds(job, plan, GUESSED_SPREADS, told(job), limits(300, 5)));
  let asked = 0;
  const cut = odds(job, plan, GUESSED_SPREADS, told(job), { seed: 1, runs: 100_000, stop: () => (asked += 1) > 3 });
  expect(cut.runs).toBeLessThan(1000);
});

test("a need that the plan itself cannot finish is never told as on time", () => {
  const job = season([need("mural", { due: 1, paint: [step("wash", { hands: 200, units: 1 })] })], daily(2));
  expect(odds(job, planned(job), CERTAIN, told(job), limits(50)).needs[0]?.chance).toBe(0);
});

test("times seen replace the guess: after fifty sessions a third slower, a third slower is believed", () => {
  const before = guess(1, 0.3);
  const after = learn(
    before,
    Array.from({ length: 50 }, (_, index) => 1.33 * Math.exp(0.1 * Math.sin(index))),
  );
  expect(typicalRatio(after)).toBeCloseTo(1.33, 1);
  expect(after.seen).toBe(50);
  const width = (spread: Spread): number => Math.sqrt(spread.scale / spread.shape);
  expect(width(after)).toBeLessThan(width(before));
  expect(learn(before, [0, -1, Number.NaN])).toEqual(before);
  // The average of what was seen and the guess, by their weights: 4 guesses of 0 and one log ratio of 1.
  expect(learn(before, [Math.E]).mean).toBeCloseTo(1 / 5);
});

test("forecasts said with 80 in 100 come true 80 times in 100, in shops whose spreads are known", () => {
  const random = seededRandom(77);
  const normal = (): number => normalDraw(random);
  const prior = guess(1.1, 0.3);
  // Days of a minute, so that the day of finishing is told finely.
  const job: SeasonJob = {
    ...season([need("kites", { due: 1400, paint: [step("wash", { units: 30, hands: 4 }), step("line", { units: 30, hands: 3 })] })], [session(0, 0, 1400)]),
    dayEnds: Array.from({ length: 1400 }, (_, index) => index + 1),
  };
  const plan = planned(job);
  let came = 0;
  const trials = 400;
  for (let trial = 0; trial < trials; trial += 1) {
    const truth = drawTruth(prior, random);
    const believed = learn(
      prior,
      Array.from({ length: 12 }, () => Math.exp(truth.mean + truth.sd * normal())),
    );
    const said = forecast(job, plan, { ...CERTAIN, hands: believed }, told(job), limits(200, trial + 1));
    const known: Spread = { mean: truth.mean, weight: 1e12, shape: 1e6, scale: 1e6 * truth.sd ** 2, seen: 0 };
    const real = forecast(job, plan, { ...CERTAIN, hands: known }, told(job), limits(1, 10_000 + trial));
    if (real.by[0] <= said.by[1]) came += 1;
  }
  expect(came / trials).toBeGreaterThan(0.75);
  expect(came / trials).toBeLessThan(0.87);
});

test("draws have the means and spreads of their distributions", () => {
  const random = seededRandom(3);
  const normal = (): number => normalDraw(random);
  const mean = (draw: () => number): number => Array.from({ length: 20_000 }, draw).reduce((sum, each) => sum + each, 0) / 20_000;
  expect(mean(normal)).toBeCloseTo(0, 1);
  expect(mean(() => normal() ** 2)).toBeCloseTo(1, 1);
  // Shares beyond one, two and three deviations, the last from the tail's edge on.
  expect(mean(() => (Math.abs(normal()) > 1 ? 1 : 0))).toBeCloseTo(0.3173, 1);
  expect(mean(() => (normal() > 2 ? 1 : 0))).toBeCloseTo(0.0228, 2);
  expect(mean(() => (normal() < -2 ? 1 : 0))).toBeCloseTo(0.0228, 2);
  const far = Array.from({ length: 200_000 }, normal).filter((each) => Math.abs(each) > 3.4427).length;
  expect(far).toBeGreaterThan(75);
  expect(far).toBeLessThan(160);
  expect(mean(() => gammaDraw(3, random))).toBeCloseTo(3, 1);
  expect(mean(() => gammaDraw(0.5, random))).toBeCloseTo(0.5, 1);
  expect(mean(() => betaDraw(9, 1, random))).toBeCloseTo(0.9, 2);
  expect(mean(() => binomialDraw(20, 0.3, random))).toBeCloseTo(6, 0);
  expect(mean(() => binomialDraw(200, 0.3, random))).toBeCloseTo(60, 0);
});
