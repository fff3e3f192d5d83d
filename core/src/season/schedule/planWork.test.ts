import fc from "fast-check";
import { proofRuns } from "../../search/proofRuns.ts";
import { limitsFor } from "../../search/search.ts";
import { largeSeason, need, season, session, step } from "./examples.ts";
import { boundOf } from "./bound.ts";
import { decode } from "./decode.ts";
import { weigh, type SeasonJob, type WorkNeed } from "./model.ts";
import { planWork } from "./planWork.ts";
import { seasonFaults } from "./verify.ts";

const steps = (count: number) => ({ ...limitsFor(60, () => 0), steps: count });
const plan = (job: SeasonJob, count = 300) => planWork(job, steps(count));

test("one wash over four panels, then a second when the first panel is dry: the drying hides behind the work", () => {
  const job = season([need("kites", { paint: [step("wash", { dry: 10 }), step("glaze", { dry: 10 })] })], [session(0, 600, 720)]);
  const found = plan(job);
  // Washes end at 20 minutes; the first panel is dry at 15, the last at 30; glazing four from 20 meets each dry panel.
  expect(found.plan.blocks.map((block) => [block.step, block.start - 600, block.end - 600])).toEqual([
    ["wash", 0, 20],
    ["glaze", 20, 40],
  ]);
  expect(found.plan.needs[0]).toMatchObject({ lateDays: 0, at: 650 });
  expect(seasonFaults(job, found.plan)).toEqual([]);
});

test("what a session cannot hold goes on in the next, whole panels only, without a second setup", () => {
  const job = season([need("kites", { paint: [step("wash", { hands: 7, setup: 5, units: 5 })] })], [session(0, 600, 630), session(1, 600, 630)]);
  const { blocks } = plan(job).plan;
  expect(blocks.map((block) => [block.session, block.units, block.setup])).toEqual([
    [0, 3, 5],
    [1, 2, 0],
  ]);
});

test("what must dry overnight is begun in time, and another design goes before it rather than between: fresh water once", () => {
  const slow = need("tides", { due: 1, paint: [step("wash", { dry: 600 }), step("dots")] });
  const quick = need("moths", { due: 0, paint: [step("ink", { kind: "draw" })] });
  const job = season([slow, quick], [session(0, 600, 700), session(1, 600, 700)]);
  const found = plan(job);
  expect(found.plan.score).toMatchObject({ lateDays: 0, changeovers: 1 });
  expect(found.plan.blocks.map((block) => [block.step, block.session])).toEqual([
    ["ink", 0],
    ["wash", 0],
    ["dots", 1],
  ]);
  expect(found.proven).toBe(true);
});

test("two orders of one design are painted as one batch where that saves setting up, and finished each on its own", () => {
  const paint = [step("wash", { setup: 20 }), step("line", { setup: 20 })];
  const order = (id: string, due: number): WorkNeed =>
    need(id, { design: "moth", palette: "dusk", due, paint, finish: [step("assemble", { kind: "assemble", units: 4, hands: 2, rack: false })] });
  const job = season([order("a", 1), order("b", 1)], [session(0, 600, 740)]);
  const found = plan(job);
  expect(found.plan.batches).toEqual([["a", "b"]]);
  expect(found.plan.score.lateDays).toBe(0);
  expect(seasonFaults(job, found.plan)).toEqual([]);
});

test("earliest due first is left where another order is late by fewer days", () => {
  // A long commission due first cannot be met; two small orders behind it can, if they go first.
  const long = need("long", { due: 0, paint: [step("wash", { units: 30, hands: 10 })] });
  const small = (id: string): WorkNeed => need(id, { due: 1, paint: [step("wash", { units: 2, hands: 10 })] });
  const days = [0, 1, 2, 3].map((day) => session(day, 600, 700));
  const job = season([long, small("x"), small("y")], days);
  const byDue = decode(job, { order: ["long", "x", "y"], joined: [], reach: 0, patience: 0, free: [], resigned: [] });
  const found = plan(job);
  expect(found.plan.score.lateDays).toBeLessThan(byDue.score.lateDays);
});

test("a late evening is used only where something would be late without it", () => {
  const late = session(0, 1320, 1400, { late: true });
  const roomy = season([need("kites", { due: 2 })], [late, session(1, 600, 700)]);
  expect(plan(roomy).plan.score).toEqual({ lateDays: 0, lateSessions: 0, changeovers: 0 });
  const pressed = season([need("kites", { due: 0 })], [late, session(1, 600, 700)]);
  expect(plan(pressed)).toMatchObject({ plan: { score: { lateDays: 0, lateSessions: 1 } }, bound: { lateSessions: 1 }, proven: true });
});

test("only light work is put into a tired evening, and a helper does what a helper may", () => {
  const kites = need("kites", {
    due: 1,
    paint: [step("wash")],
    finish: [step("assemble", { kind: "assemble", light: true, rack: false }), step("pack", { kind: "pack", light: true, rack: false })],
  });
  const evening = season([kites], [session(0, 1200, 1300, { light: true }), session(1, 600, 620), session(1, 1200, 1300, { light: true })]);
  expect(plan(evening).plan.blocks.map((block) => [block.step, block.session])).toEqual([
    ["wash", 1],
    ["assemble", 2],
    ["pack", 2],
  ]);
  const helped = season([{ ...kites, due: 0 }, need("moths", { due: 0 })], [session(0, 600, 645), session(0, 600, 700, { who: "helper" })]);
  const found = plan(helped);
  expect(found.plan.score.lateDays).toBe(0);
  expect(found.plan.blocks.filter((block) => helped.sessions[block.session]?.who === "helper").map((block) => block.step)).toEqual(["assemble", "pack"]);
  expect(seasonFaults(helped, found.plan)).toEqual([]);
});

test("no more dry at once than there are places", () => {
  const job = season([need("kites", { paint: [step("wash", { units: 6, hands: 2, dry: 30 }), step("line", { units: 6 })] })], [session(0, 600, 900)], { drying: 2 });
  const found = plan(job);
  expect(found.plan.blocks.filter((block) => block.step === "wash").map((block) => block.units)).toEqual([2, 2, 2]);
  expect(seasonFaults(job, found.plan)).toEqual([]);
});

test("supplies that are not there yet hold the work up", () => {
  const job = season([need("kites", { release: 1440 + 610 })], [session(0, 600, 700), session(1, 600, 700)]);
  expect(plan(job).plan.blocks[0]?.start).toBe(1440 + 610);
});

test("a stage longer than every session leaves the need unfinished, and says so by days", () => {
  const job = season([need("mural", { due: 0, paint: [step("wash", { hands: 200, units: 1 })] })], [session(0, 600, 700)]);
  const [finish] = plan(job).plan.needs;
  expect(finish?.at).toBeNull();
  expect(finish?.lateDays).toBeGreaterThan(0);
});

test("a plan that stands is kept when a need is added that still fits, and is never worse for a day more", () => {
  const job = largeSeason(12, 6, 8, 0.5, 3);
  const before = plan(job, 200);
  const more = { ...job, needs: [...job.needs, need("late order", { due: 50, paint: [step("extra", { units: 3 })] })] };
  const after = planWork(more, steps(200), before.plan.choice);
  const where = (blocks: typeof before.plan.blocks) => new Map(blocks.map((block) => [`${block.needs.join("+")}/${block.step}/${String(block.session)}`, block.units]));
  const [old, now] = [where(before.plan.blocks), where(after.plan.blocks)];
  const same = [...old].filter(([key, units]) => now.get(key) === units).length;
  expect(same / old.size).toBeGreaterThan(0.8);
});

const anyNeed = fc.record({
  design: fc.integer({ min: 0, max: 2 }),
  due: fc.integer({ min: 0, max: 9 }),
  units: fc.integer({ min: 1, max: 6 }),
  release: fc.constantFrom(0, 0, 900, 2000),
  dries: fc.array(fc.constantFrom(0, 15, 40, 600), { minLength: 1, maxLength: 4 }),
});
const anySeason = fc
  .record({ needs: fc.array(anyNeed, { minLength: 1, maxLength: 5 }), places: fc.constantFrom(null, 3, 8), days: fc.integer({ min: 2, max: 9 }), helper: fc.boolean() })
  .map(({ needs, places, days, helper }) => {
    const routes = new Map<number, number[]>();
    for (const each of needs) if (!routes.has(each.design)) routes.set(each.design, each.dries);
    return season(
      needs.map((each, index) =>
        need(`n${String(index)}`, {
          design: `d${String(each.design)}`,
          palette: `d${String(each.design)}`,
          due: each.due,
          release: each.release,
          paint: (routes.get(each.design) ?? []).map((dry, at) =>
            step(`d${String(each.design)}s${String(at)}`, { dry, units: each.units, hands: 3 + at, setup: at, rack: dry < 400 }),
          ),
          finish: [step("assemble", { kind: "assemble", units: each.units, hands: 4, setup: 2, dry: 20, rack: false, light: true })],
        }),
      ),
      Array.from({ length: days }, (_, day) => [
        session(day, 600, 660 + (day % 3) * 20),
        ...(helper && day % 2 === 0 ? [session(day, 630, 700, { who: "helper" as const })] : []),
        ...(day % 4 === 1 ? [session(day, 1320, 1380, { late: true })] : []),
      ]).flat(),
      { drying: places },
    );
  });

test("no plan breaks a session, a drying time, a rack, a precedence, or goes below the bound", () => {
  fc.assert(
    fc.property(anySeason, (job) => {
      const found = plan(job, 60);
      expect(seasonFaults(job, found.plan)).toEqual([]);
      expect(found.plan.score.lateDays).toBeGreaterThanOrEqual(found.bound.lateDays);
      if (found.plan.score.lateDays === 0) expect(found.plan.score.lateSessions).toBeGreaterThanOrEqual(found.bound.lateSessions);
    }),
    { numRuns: proofRuns(150, 5_000) },
  );
});

test("more time never makes it worse, and the same seed plans the same", () => {
  fc.assert(
    fc.property(anySeason, (job) => {
      const short = plan(job, 20);
      const long = plan(job, 120);
      expect(weigh(long.plan.score)).toBeLessThanOrEqual(weigh(short.plan.score));
      expect(plan(job, 20)).toEqual(short);
    }),
    { numRuns: 40 },
  );
});

test("loosening a date never makes a plan later", () => {
  fc.assert(
    fc.property(anySeason, fc.nat(), (job, choice) => {
      const before = plan(job, 40);
      const loosened = { ...job, needs: job.needs.map((each, index) => (index === choice % job.needs.length ? { ...each, due: each.due + 3 } : each)) };
      const after = planWork(loosened, steps(40), before.plan.choice);
      expect(after.plan.score.lateDays).toBeLessThanOrEqual(before.plan.score.lateDays);
    }),
    { numRuns: 60 },
  );
});

test("on small seasons without helpers no order of needs is late by fewer days than the plan", () => {
  const orders = (ids: readonly string[]): string[][] =>
    ids.length < 2 ? [[...ids]] : ids.flatMap((id, index) => orders([...ids.slice(0, index), ...ids.slice(index + 1)]).map((rest) => [id, ...rest]));
  fc.assert(
    fc.property(anySeason, (job) => {
      const small = { ...job, needs: job.needs.slice(0, 4) };
      const found = plan(small, 400);
      const all = orders(small.needs.map((each) => each.id)).map((order) => decode(small, { order, joined: [], reach: 0, patience: 0, free: [], resigned: [] }).score.lateDays);
      expect(found.plan.score.lateDays).toBeLessThanOrEqual(Math.min(...all));
      expect(found.bound.lateDays).toBeLessThanOrEqual(Math.min(...all));
    }),
    { numRuns: proofRuns(40, 2_000) },
  );
});

test("sixty needs of forty designs over half a year fit, and ten thousand cards are answered with a gap", () => {
  const job = largeSeason(60, 40, 26, 0.55, 1);
  const found = plan(job, 200);
  expect(seasonFaults(job, found.plan)).toEqual([]);
  expect(found.plan.score.lateDays).toBe(boundOf(job).lateDays);
  const flood = season([...job.needs, need("ten thousand", { due: 90, paint: [step("wash", { units: 10_000, hands: 2 })] })], job.sessions);
  const answer = plan(flood, 40);
  expect(answer.plan.score.lateDays).toBeGreaterThanOrEqual(answer.bound.lateDays);
  expect(answer.plan.needs.find((each) => each.id === "ten thousand")?.at).toBeNull();
});
