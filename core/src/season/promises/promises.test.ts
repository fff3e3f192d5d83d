import fc from "fast-check";
import { limitsFor } from "../../search/search.ts";
import { Futures, type Future } from "./futures.ts";
import { keepPromises } from "./keepPromises.ts";
import type { PromiseJob, PromiseStep } from "./model.ts";
import { PromisePlay } from "./playing.ts";

const step = (id: string, hands: number, dry = 0, palette: string | null = null): PromiseStep => ({ id, hands, dry, palette });
const CERTAIN = { hands: 0, drying: 0, lost: 0 };
const asPlanned = (job: PromiseJob): Future => {
  const steps = job.needs.reduce((sum, need) => sum + need.steps.length, 0);
  return { hands: 1, dry: new Float32Array(steps).fill(1), lost: new Uint8Array(job.sessions.length) };
};
const doneAt = (job: PromiseJob, order: readonly number[], future = asPlanned(job)): number[] => {
  const play = new PromisePlay(job);
  play.rankBy(Int32Array.from(order));
  play.play(future);
  return [...play.doneAt];
};
const job = (needs: PromiseJob["needs"], more: Partial<PromiseJob> = {}): PromiseJob => ({ sessions: [[0, 100]], needs, changeover: 5, spread: CERTAIN, ...more });

test("hands take the first step that is ready, and work on another while one dries", () => {
  const needs = [
    { id: "a", weight: 1, due: 99, steps: [step("wash", 10, 30), step("dots", 5)] },
    { id: "b", weight: 1, due: 99, steps: [step("wash", 20, 0)] },
  ];
  // a's wash until 10, dry at 40; b from 10 to 30; then they wait for a until 40.
  expect(doneAt(job(needs), [0, 0, 1])).toEqual([45, 30]);
  expect(doneAt(job(needs), [1, 0, 0])).toEqual([20 + 10 + 30 + 5, 20]);
});

test("fresh water comes between palettes, not before the first, not for what takes no paint, and the last palette lies through that", () => {
  const needs = [
    { id: "a", weight: 1, due: 99, steps: [step("wash", 10, 0, "warm")] },
    { id: "b", weight: 1, due: 99, steps: [step("tape", 3)] },
    { id: "c", weight: 1, due: 99, steps: [step("wash", 10, 0, "warm")] },
    { id: "d", weight: 1, due: 99, steps: [step("wash", 10, 0, "cool")] },
  ];
  expect(doneAt(job(needs), [0, 1, 2, 3])).toEqual([10, 13, 23, 38]);
});

test("what the end of a session breaks off goes on first thing in the next that is kept, nothing paid again", () => {
  const needs = [
    { id: "a", weight: 1, due: 999, steps: [step("wash", 30, 0, "warm"), step("glaze", 80, 10, "cool")] },
    { id: "b", weight: 1, due: 999, steps: [step("wash", 10)] },
  ];
  const sessions = [
    [0, 60],
    [100, 130],
    [200, 300],
  ] as const;
  // Glaze takes 85 with fresh water: 30 to 60, 100 to 130, then 25 from 200; b is more pressing now, but the glaze is in the hands.
  expect(doneAt(job(needs, { sessions }), [0, 0, 1])).toEqual([235, 235]);
  const lost: Future = { hands: 1, dry: new Float32Array(3).fill(1), lost: Uint8Array.from([0, 1, 0]) };
  expect(doneAt(job(needs, { sessions }), [0, 0, 1], lost)).toEqual([200 + 55 + 10, 265]);
});

test("a step that ends with its session is done, what dries at a moment is ready then, and work passes between sessions that touch", () => {
  const needs = [{ id: "a", weight: 1, due: 30, steps: [step("wash", 20, 10), step("dots", 40)] }];
  const sessions = [
    [0, 20],
    [30, 50],
    [50, 90],
  ] as const;
  expect(doneAt(job(needs, { sessions }), [0, 0])).toEqual([70]);
  expect(doneAt(job(needs, { sessions: [[0, 20]] }), [0, 0])).toEqual([Infinity]);
});

/** The same said slowly, minute by minute of what happens, to hold the quick one against. */
function slowly(told: PromiseJob, order: readonly number[], future: Future): number[] {
  const seen = told.needs.map(() => 0);
  const list = order.map((need) => {
    const at = seen[need] ?? 0;
    seen[need] = at + 1;
    return { need, step: at };
  });
  const first = told.needs.map((_, at) => told.needs.slice(0, at).reduce((all, need) => all + need.steps.length, 0));
  const done = told.needs.map(() => 0);
  const dryAt = told.needs.map(() => 0);
  let palette: string | null = null;
  let hand: { need: number; left: number } | null = null;
  told.sessions.forEach(([open, close], session) => {
    if (future.lost[session] === 1) return;
    let time: number = open;
    for (;;) {
      if (!hand) {
        const ready = list.find(({ need, step: at }) => done[need] === at && (dryAt[need] ?? 0) <= time);
        if (!ready) {
          const later = Math.min(...told.needs.map((need, at) => ((done[at] ?? 0) < need.steps.length ? (dryAt[at] ?? 0) : Infinity)));
          if (!(later < close)) return;
          time = later;
          continue;
        }
        if (time >= close) return;
        const what = told.needs[ready.need]?.steps[ready.step] as PromiseStep;
        hand = { need: ready.need, left: what.hands * future.hands + (what.palette !== null && palette !== null && palette !== what.palette ? told.changeover : 0) };
      }
      if (time + hand.left > close) {
        hand.left -= close - time;
        return;
      }
      time += hand.left;
      const { need } = hand;
      const at = done[need] ?? 0;
      const what = told.needs[need]?.steps[at] as PromiseStep;
      if (what.palette !== null) palette = what.palette;
      dryAt[need] = time + what.dry * (future.dry[(first[need] ?? 0) + at] ?? 1);
      done[need] = at + 1;
      hand = null;
    }
  });
  return told.needs.map((need, at) => (done[at] === need.steps.length ? (dryAt[at] ?? 0) : Infinity));
}

const anyStep = fc.record({ hands: fc.integer({ min: 0, max: 60 }), dry: fc.integer({ min: 0, max: 90 }), palette: fc.constantFrom(null, "warm", "cool") });
const anyJob = fc
  .record({
    needs: fc.array(fc.record({ weight: fc.integer({ min: 1, max: 5 }), due: fc.integer({ min: -50, max: 900 }), steps: fc.array(anyStep, { minLength: 1, maxLength: 4 }) }), {
      minLength: 1,
      maxLength: 6,
    }),
    gaps: fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 10, max: 120 })), { maxLength: 8 }),
    spread: fc.record({ hands: fc.constantFrom(0, 0.3), drying: fc.constantFrom(0, 0.25), lost: fc.constantFrom(0, 0.2) }),
  })
  .map(({ needs, gaps, spread }): PromiseJob => {
    let at = 0;
    const sessions = gaps.map(([gap, long]): [number, number] => {
      const open = at + gap;
      at = open + long;
      return [open, at];
    });
    return {
      sessions,
      changeover: 5,
      spread,
      needs: needs.map((need, index) => ({ ...need, id: `n${String(index)}`, steps: need.steps.map((each, place) => ({ ...each, id: `s${String(place)}` })) })),
    };
  });
const someOrder = (told: PromiseJob, seed: number): number[] =>
  told.needs
    .flatMap((need, index) => need.steps.map((_, place) => ({ index, key: Math.sin(seed + index * 7.1 + place * 3.3) })))
    .sort((a, b) => a.key - b.key)
    .map(({ index }) => index);

test("the quick play is the slow one, in any future", () => {
  fc.assert(
    fc.property(anyJob, fc.integer({ min: 1, max: 1_000_000 }), (told, seed) => {
      const order = someOrder(told, seed);
      const steps = told.needs.reduce((all, need) => all + need.steps.length, 0);
      const futures = new Futures(told, steps, seed);
      for (let run = 0; run < 3; run += 1) expect(doneAt(told, order, futures.at(run))).toEqual(slowly(told, order, futures.at(run)));
    }),
    { numRuns: 300, seed: 11 },
  );
});

/** It ends by what was looked at, never by the clock: a slow machine answers the same. */
const quick = (seed = 1) => limitsFor(60, () => 0, seed);

test("its chances are honest: counted in other futures they come out the same, and what is kept is their sum", () => {
  fc.assert(
    fc.property(anyJob, (told) => {
      const plan = keepPromises(told, quick());
      const order = plan.order.map(({ need }) => told.needs.findIndex(({ id }) => id === need));
      const play = new PromisePlay(told);
      play.rankBy(Int32Array.from(order));
      const kept = told.needs.map(() => 0);
      const futures = new Futures(told, order.length, 987_654);
      for (let run = 0; run < 2_000; run += 1) {
        play.play(futures.next());
        kept.forEach((_, need) => (kept[need] = (kept[need] ?? 0) + (play.isOnTime(need) ? 1 : 0)));
      }
      // Where time ran out fewer were counted: four standard errors of both counts.
      const room = 4 * Math.sqrt(0.25 / plan.runs + 0.25 / 2_000);
      told.needs.forEach(({ id }, need) => expect(Math.abs((plan.onTime.get(id) ?? 0) - (kept[need] ?? 0) / 2_000)).toBeLessThan(room));
      expect(plan.kept).toBeCloseTo(
        told.needs.reduce((all, need) => all + need.weight * (plan.onTime.get(need.id) ?? 0), 0),
        9,
      );
      // Every step stands in it once, each need's in its own order.
      for (const need of told.needs) expect(plan.order.filter((each) => each.need === need.id).map((each) => each.step)).toEqual(need.steps.map(({ id }) => id));
    }),
    { numRuns: 6, seed: 5, endOnFailure: true },
  );
}, 60_000);

test("small jobs are kept as well as by the best of all orders", () => {
  fc.assert(
    fc.property(
      anyJob.filter(({ needs }) => needs.length > 1 && needs.length < 5),
      (whole) => {
        const told = { ...whole, spread: CERTAIN, needs: whole.needs.map((need) => ({ ...need, steps: need.steps.slice(0, 2) })) };
        const play = new PromisePlay(told);
        let best = 0;
        const tryAll = (order: number[], left: number[]): void => {
          if (left.every((count) => count === 0)) {
            play.rankBy(Int32Array.from(order));
            best = Math.max(best, play.play(asPlanned(told)));
          }
          left.forEach((count, need) => {
            if (count > 0)
              tryAll(
                [...order, need],
                left.map((each, at) => (at === need ? each - 1 : each)),
              );
          });
        };
        tryAll(
          [],
          told.needs.map(({ steps }) => steps.length),
        );
        expect(keepPromises(told, quick()).kept).toBe(best);
      },
    ),
    { numRuns: 6, seed: 3, endOnFailure: true },
  );
}, 60_000);

test("one order without hope drags no others down: what can be kept is kept, and the same seed answers the same", () => {
  const small = Array.from({ length: 10 }, (_, index) => ({ id: `s${String(index)}`, weight: 1, due: 300 + 30 * index, steps: [step("wash", 20, 10), step("dots", 8)] }));
  const told = job([{ id: "huge", weight: 1, due: 320, steps: [step("wash", 900, 10)] }, ...small], { sessions: [[0, 700]], spread: { hands: 0.2, drying: 0.2, lost: 0 } });
  // Long enough to end by what was looked at, not by the clock.
  const patient = () => limitsFor(20, () => performance.now());
  const plan = keepPromises(told, patient());
  expect(plan.kept).toBeGreaterThan(9.5);
  expect(plan.onTime.get("huge")).toBe(0);
  expect(plan.order.at(-1)?.need).toBe("huge");
  const again = keepPromises(told, patient());
  expect([again.order, again.kept]).toEqual([plan.order, plan.kept]);
}, 60_000);

test("without sessions nothing is kept, and what is broken already counts for nothing", () => {
  const needs = [{ id: "a", weight: 3, due: -10, steps: [step("wash", 1)] }];
  expect(keepPromises(job(needs, { sessions: [] }), quick()).kept).toBe(0);
  expect(keepPromises(job(needs), quick()).kept).toBe(0);
});

test("a thousand needs are answered in their time, by fewer futures", () => {
  const many = Array.from({ length: 1_000 }, (_, index) => ({
    id: String(index),
    weight: 1 + (index % 3),
    due: 200 + 37 * index,
    steps: Array.from({ length: 8 }, (__, place) => step(String(place), 4 + (index % 5), 20, ["warm", "cool", null][(index + place) % 3] ?? null)),
  }));
  const sessions = Array.from({ length: 400 }, (_, at): [number, number] => [at * 200, at * 200 + 120]);
  const from = performance.now();
  const plan = keepPromises(
    job(many, { sessions, spread: { hands: 0.3, drying: 0.25, lost: 0.08 } }),
    limitsFor(2, () => performance.now()),
  );
  expect(performance.now() - from).toBeLessThan(4_000);
  expect([plan.order.length, plan.runs > 0, plan.kept > 0]).toEqual([8_000, true, true]);
}, 30_000);
