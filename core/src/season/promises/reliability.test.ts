import { seededRandom } from "../../search/search.ts";
import { courseOf } from "../odds/course.ts";
import { betaDraw, normalDraw } from "../odds/draws.ts";
import { GUESSED_SPREADS } from "../odds/guesses.ts";
import { forecast, missingAfterInspection, type NeedOdds, type Spreads } from "../odds/odds.ts";
import { FuturePlay } from "../odds/playing.ts";
import { drawTruth, guess, learn } from "../odds/spread.ts";
import { decode } from "../schedule/decode.ts";
import { need, season, session, step } from "../schedule/examples.ts";
import { dayIndexOf, type SeasonJob } from "../schedule/model.ts";
import { NOTHING_CLAIMED, reliabilityOf, widened, type Claim } from "./reliability.ts";

/** A shop as it really is: how its hands and drying go, and how often a session is lost. Its books do not know. */
interface Truth {
  readonly hands: { readonly mean: number; readonly sd: number };
  readonly drying: { readonly mean: number; readonly sd: number };
  readonly lost: number;
  readonly good: number;
}

/** A season of a shop, with needs that press more and less. */
function seasonOf(random: () => number): SeasonJob {
  const sessions = Array.from({ length: 30 }, (_, day) => session(day, 1140, 1260));
  const needs = Array.from({ length: 4 }, (_, index) => {
    const units = 4 + Math.floor(random() * 8);
    const paint = [step(`wash${String(index)}`, { units, hands: 4, dry: 40 }), step(`ink${String(index)}`, { units, hands: 5, dry: 20 })];
    return need(`n${String(index)}`, { due: 1 + Math.floor(random() * 5), paint, finish: [step("make", { kind: "assemble", units, hands: 2 })] });
  });
  return season(needs, sessions);
}
const oddsOf = (job: SeasonJob): NeedOdds[] =>
  job.needs.map(({ id, paint }) => ({ id, cards: (paint[0]?.units ?? 1) - 1, units: paint[0]?.units ?? 1, good: 18, bad: 2, posted: false, weight: 1 }));

/** Lives a season as it really goes. @returns which needs kept their day, and how the hands went, piece by piece */
function lived(job: SeasonJob, truth: Truth, random: () => number): { kept: boolean[]; hands: number[] } {
  const course = courseOf(job, planOf(job));
  const play = new FuturePlay(course, job.needs.length, random);
  const hands = course.pieces.map(() => Math.exp(truth.hands.mean + truth.hands.sd * normalDraw(random)));
  course.pieces.forEach((piece, at) => {
    play.draws.minutes[at] = piece.minutes * (hands[at] ?? 1);
    play.draws.drying[at] = Math.exp(truth.drying.mean + truth.drying.sd * normalDraw(random));
  });
  oddsOf(job).forEach((each, at) => (play.draws.extra[at] = missingAfterInspection({ ...each, good: truth.good * 1e6, bad: (1 - truth.good) * 1e6 }, false, random)));
  play.draws.lost = truth.lost;
  play.run();
  return { kept: job.needs.map((each, at) => dayIndexOf(job, play.finished[at] ?? 0) <= each.due), hands };
}
/** By due day: how good a plan is does not matter to how true its chances are. */
const planOf = (job: SeasonJob) =>
  decode(job, { order: [...job.needs].sort((a, b) => a.due - b.due).map(({ id }) => id), joined: [], reach: 4, patience: 10, free: [], resigned: [] });
const said = (job: SeasonJob, spreads: Spreads): number[] =>
  forecast(job, planOf(job), spreads, oddsOf(job), { seed: 3, runs: 100, stop: () => false }).needs.map(({ chance }) => chance);
const claimsOf = (season: number, chances: readonly number[], kept: readonly boolean[]): Claim[] =>
  chances.map((chance, at) => ({ need: `${String(season)}/${String(at)}`, chance, kept: kept[at] === true }));
/** Of what was said with a chance between two, the share that came. */
const came = (claims: readonly Claim[], from: number, until: number): number => {
  const own = claims.filter(({ chance }) => chance >= from && chance < until);
  expect(own.length).toBeGreaterThan(80);
  return own.filter(({ kept }) => kept).length / own.length - own.reduce((sum, { chance }) => sum + chance, 0) / own.length;
};
const truthOf = (random: () => number): Truth => ({
  hands: drawTruth(GUESSED_SPREADS.hands, random),
  drying: drawTruth(GUESSED_SPREADS.drying, random),
  lost: betaDraw(GUESSED_SPREADS.sessions.lost, GUESSED_SPREADS.sessions.kept, random),
  good: betaDraw(18, 2, random),
});

test("of a thousand shops each as likely as the guesses say, what was said 50, 80 and 95 in 100 came about as often: in the first season and in the second, when the books know more", () => {
  const random = seededRandom(20);
  const [first, second]: [Claim[], Claim[]] = [[], []];
  for (let shop = 0; shop < 1_000; shop += 1) {
    const truth = truthOf(random);
    const job = seasonOf(random);
    const chances = said(job, GUESSED_SPREADS);
    const { kept, hands } = lived(job, truth, random);
    first.push(...claimsOf(shop, chances, kept));
    const later = seasonOf(random);
    second.push(...claimsOf(shop, said(later, { ...GUESSED_SPREADS, hands: learn(GUESSED_SPREADS.hands, hands) }), lived(later, truth, random).kept));
  }
  for (const claims of [first, second]) {
    expect(Math.abs(came(claims, 0.7, 0.9))).toBeLessThan(0.04);
    expect(Math.abs(came(claims, 0.4, 0.6))).toBeLessThan(0.05);
    expect(Math.abs(came(claims, 0.9, 1.01))).toBeLessThan(0.03);
    expect(reliabilityOf(claims).widen).toBeLessThan(1.15);
  }
  // Knowing the hands tells more.
  expect(reliabilityOf(second).brier ?? 1).toBeLessThan((reliabilityOf(first).brier ?? 0) + 0.005);
}, 120_000);

test("a shop whose hands go far more unevenly than was believed was too sure; widened by what came, it is so no more", () => {
  const random = seededRandom(7);
  const uneven = guess(1.1, 0.9, 2);
  const live = (spreads: Spreads, seasons: number): Claim[] =>
    Array.from({ length: seasons }, (_, at) => {
      const job = seasonOf(random);
      return claimsOf(at, said(job, spreads), lived(job, { ...truthOf(random), hands: drawTruth(uneven, random) }, random).kept);
    }).flat();
  const before = reliabilityOf(live(GUESSED_SPREADS, 120));
  expect(before.widen).toBeGreaterThan(1.3);
  const after = reliabilityOf(live(widened(GUESSED_SPREADS, before.widen), 120));
  expect(after.widen).toBeLessThan(before.widen);
  const safe = (found: typeof before) => found.bands.find(({ state }) => state === "safe");
  const gap = (found: typeof before): number => (safe(found)?.said ?? 0) - (safe(found)?.kept ?? 0);
  expect(gap(after)).toBeLessThan(gap(before));
}, 60_000);

test("the score and the bands are what they say; claims of one need count as one", () => {
  const claim = (need: string, chance: number, kept: boolean): Claim => ({ need, chance, kept });
  expect(reliabilityOf([])).toEqual(NOTHING_CLAIMED);
  const one = reliabilityOf([claim("a", 0.9, true), claim("b", 0.5, false)]);
  expect(one).toMatchObject({ needs: 2, claims: 2 });
  expect(one.brier).toBeCloseTo((0.01 + 0.25) / 2, 9);
  expect(one.bands.map(({ state, claims }) => [state, claims])).toEqual([
    ["safe", 1],
    ["tight", 1],
  ]);
  const often = reliabilityOf([claim("a", 0.9, true), claim("a", 0.9, true), claim("a", 0.9, true), claim("b", 0.5, false)]);
  expect(often.brier).toBeCloseTo(one.brier ?? 0, 9);
  expect(often.bands[0]).toMatchObject({ claims: 3, kept: 1 });
});

test("a few surprises do not overturn a belief, many do, and being too careful narrows nothing", () => {
  const many = (count: number, chance: number, share: number): Claim[] => Array.from({ length: count }, (_, at) => ({ need: String(at), chance, kept: at < count * share }));
  expect(reliabilityOf(many(3, 0.9, 0.5)).widen).toBeLessThan(1.2);
  expect(reliabilityOf(many(60, 0.9, 0.6)).widen).toBeGreaterThan(1.6);
  expect(reliabilityOf(many(60, 0.9, 0)).widen).toBe(2.5);
  expect(reliabilityOf(many(60, 0.7, 1)).widen).toBe(1);
  expect(reliabilityOf(many(400, 1, 0.99)).widen).toBeLessThan(1.1);
});
