import { GUESSED_SPREADS } from "../odds/guesses.ts";
import { forecast, type NeedOdds, type Spreads } from "../odds/odds.ts";
import { decode } from "../schedule/decode.ts";
import { largeSeason, need, season, session, step } from "../schedule/examples.ts";
import type { PlanChoice, SeasonJob } from "../schedule/model.ts";
import { LaterStarts, startsOf } from "./latestStart.ts";

const oddsOf = (job: SeasonJob): NeedOdds[] =>
  job.needs.map((each) => ({ id: each.id, cards: 1, units: each.paint[0]?.units ?? 1, good: 1e9, bad: 1e-3, posted: false, weight: 1 }));
const choice = (order: readonly string[], part: Partial<PlanChoice> = {}): PlanChoice => ({ order, joined: [], reach: 4, patience: 10, free: [], resigned: [], ...part });
const sure = { mean: 0, weight: 1e9, shape: 1e6, scale: 1e-6, seen: 0 };
const CERTAIN: Spreads = { hands: sure, drying: sure, sessions: { kept: 1e9, lost: 1e-9, seen: 0 }, post: [1], supplies: [1] };
const evenings = (days: number) => Array.from({ length: days }, (_, day) => session(day, 1140, 1260));
const starts = (
  job: SeasonJob,
  spreads: Spreads = GUESSED_SPREADS,
  { order = job.needs.map(({ id }) => id), level = 0.8, runs = 400, ...part }: Partial<PlanChoice & { level: number; runs: number }> = {},
) => new LaterStarts(job, decode(job, choice(order, part)), spreads, oddsOf(job), new Map(), { level, seed: 5, runs });

test("when nothing is uncertain, the last start is the last session that still holds all of it", () => {
  // Three evenings of work, due after the eighth evening: it may begin on the sixth.
  const kites = need("kites", { due: 7, paint: [step("wash", { units: 59, hands: 6 })] });
  expect(starts(season([kites], evenings(12)), CERTAIN).latest("kites")).toMatchObject({ session: 5 });
  // A night under books in between costs one more.
  const flat = need("kites", { due: 7, paint: [step("wash", { units: 19, hands: 6, dry: 1500 }), step("ink", { units: 19, hands: 6 }), step("line", { units: 19, hands: 6 })] });
  expect(starts(season([flat], evenings(12)), CERTAIN).latest("kites")).toMatchObject({ session: 4 });
});

test("what may go wrong calls for an earlier start, and a surer promise for an earlier one still", () => {
  const kites = need("kites", { due: 19, paint: [step("wash", { units: 60, hands: 6 })] });
  const job = season([kites], evenings(24));
  const at = (level: number): number => starts(job, GUESSED_SPREADS, { level }).latest("kites").session ?? -1;
  expect(at(0.95)).toBeLessThan(at(0.8));
  expect(at(0.8)).toBeLessThan(at(0.5));
  expect(at(0.8)).toBeLessThan(17);
});

test("the chance it promises is what a shop has that was away until then", () => {
  const kites = need("kites", { due: 19, paint: [step("wash", { units: 50, hands: 6, dry: 30 }), step("ink", { units: 50, hands: 2 })] });
  const job = season([kites], evenings(26));
  const { session: last, curve } = starts(job, GUESSED_SPREADS, { runs: 1500 }).latest("kites");
  const away = (from: number): number => {
    const later = { ...job, sessions: job.sessions.slice(from) };
    return forecast(later, decode(later, choice(["kites"])), GUESSED_SPREADS, oddsOf(later), { seed: 77, runs: 3000, stop: () => false }).needs[0]?.chance ?? 0;
  };
  expect(away(last ?? -1)).toBeGreaterThan(0.77);
  expect(away((last ?? -1) + 1)).toBeLessThan(0.83);
  for (const { session: from, chance } of curve) expect(Math.abs(away(from) - chance)).toBeLessThan(0.05);
});

test("a curve falls, holds the last start, and ends with the last session before the day", () => {
  const job = largeSeason(12, 6, 8, 0.6, 3);
  const later = starts(job, GUESSED_SPREADS, { runs: 150 });
  for (const { id } of job.needs.slice(0, 4)) {
    const drawn = later.curve(id);
    expect(drawn.session).toBe(later.latest(id).session);
    expect(drawn.curve.length).toBeGreaterThanOrEqual(Math.min(9, startsOf(job, job.needs.find((each) => each.id === id) ?? need(id), []).length));
    drawn.curve.slice(1).forEach(({ chance }, at) => expect(chance).toBeLessThanOrEqual((drawn.curve[at]?.chance ?? 0) + 0.02));
    const [first] = drawn.curve;
    const planned = forecast(job, decode(job, choice(job.needs.map((each) => each.id))), GUESSED_SPREADS, oddsOf(job), { seed: 3, runs: 600, stop: () => false });
    expect(Math.abs((first?.chance ?? 0) - (planned.needs.find((each) => each.id === id)?.chance ?? 0))).toBeLessThan(0.13);
  }
});

test("what has no such chance even now has no last start; the next session is all that is said of it", () => {
  const job = season([need("mural", { due: 1, paint: [step("wash", { units: 100, hands: 6 })] })], evenings(6));
  expect(starts(job).latest("mural")).toMatchObject({ session: null, curve: [{ session: 0, chance: 0 }] });
  expect(starts(job).latest("nobody")).toEqual({ id: "nobody", session: null, curve: [] });
});

test("the season begins by the day after which somebody promised would be let down", () => {
  // Five evenings of work for the first day, one for the second: who is first decides.
  const job = season(
    [need("kites", { due: 9, paint: [step("wash", { units: 98, hands: 6 })] }), need("moths", { due: 14, paint: [step("wash", { units: 19, hands: 6 })] })],
    evenings(18),
  );
  const sure = starts(job, CERTAIN).season();
  expect(sure.session).toBe(5);
  expect(sure.curve[0]).toEqual({ session: 0, kept: expect.closeTo(2, 6) as number });
  // One who cannot be promised anyway does not press.
  const hopeless = season([...job.needs, need("mural", { due: 0, paint: [step("wash", { units: 100, hands: 6 })] })], evenings(18));
  expect(starts(hopeless, CERTAIN, { resigned: ["mural"] }).season().session).toBe(5);
  expect(starts(season([], evenings(3)), CERTAIN).season()).toEqual({ session: null, curve: [] });
});

test("late evenings that the plan leaves free, and sessions too light for the first step, are no days of beginning", () => {
  const sessions = [...evenings(4), session(4, 1140, 1260, { light: true }), session(5, 1140, 1260, { late: true })];
  const job = season([need("kites", { due: 9 })], sessions, { dayEnds: Array.from({ length: 10 }, (_, day) => (day + 1) * 1440) });
  expect(startsOf(job, job.needs[0] ?? need("kites"), [5])).toEqual([0, 1, 2, 3]);
  expect(startsOf(job, job.needs[0] ?? need("kites"), [])).toEqual([0, 1, 2, 3, 5]);
});

test("a chance counted in many futures is where a curve begins, and what follows keeps its distance", () => {
  const kites = need("kites", { due: 19, paint: [step("wash", { units: 60, hands: 6 })] });
  const job = season([kites], evenings(24));
  const by = (known: ReadonlyMap<string, number>) =>
    new LaterStarts(job, decode(job, choice(["kites"])), GUESSED_SPREADS, oddsOf(job), known, { level: 0.8, seed: 5, runs: 200 }).curve("kites");
  const [raw, told] = [by(new Map()), by(new Map([["kites", 0.9]]))];
  expect(told.curve[0]?.chance).toBeCloseTo(0.9, 9);
  expect((told.session ?? 0) < (raw.session ?? 0)).toBe(true);
});
