import fc from "fast-check";
import { byStepsAlone, exampleJob as job, exampleStage as stage, keptPlan as plan, madeUpJob } from "./examples.ts";
import type { RunJob } from "./model.ts";
import { run } from "./run.ts";
import { handsBusy } from "./saving.ts";
import { runFaults } from "./verify.ts";

test("a hand rests when it has been at one stage for long enough", () => {
  const hatching = { id: "tide", palette: "", units: 5, stages: [stage("hatch", 10, 0, 0)] };
  const starts = (more: Partial<RunJob>) => plan(job({ batches: [hatching], ...more })).moves.map((move) => move.start);
  expect(starts({})).toEqual([0, 10, 20, 30, 40]);
  expect(starts({ tires: { after: 30, rest: 5 } })).toEqual([0, 10, 20, 35, 45]);
  // It has been at it for a quarter of an hour when the plan begins.
  expect(starts({ tires: { after: 30, rest: 5 }, last: { batch: "tide", stage: "hatch", spent: 15 } })).toEqual([0, 15, 25, 35, 50]);
  // One panel that takes longer than that cannot be left half done.
  expect(starts({ tires: { after: 8, rest: 5 } })).toEqual([0, 15, 30, 45, 60]);
});

test("another stage is a rest, and so is waiting; what must be caught wet is not put off", () => {
  const tires = { after: 20, rest: 5 };
  const two = ["kite", "moth"].map((id) => ({ id, palette: "", units: 4, stages: [stage("hatch", 10, 0, 0)] }));
  expect(plan(job({ batches: two, tires })).makespan).toBe(80);
  const waits = { id: "boat", palette: "", units: 2, stages: [stage("wash", 10, 0, 30), stage("dots", 15, 0, 0)] };
  expect(plan(job({ batches: [waits], tires })).makespan).toBe(plan(job({ batches: [waits] })).makespan + 5);
  const caught = { id: "wet", palette: "", units: 4, stages: [stage("wash", 1, 0, 2), stage("drop", 10, 0, 0, { within: 60 })] };
  expect(plan(job({ batches: [caught], tires })).makespan).toBe(44);
});

test("water is changed for another palette alone, and a stage without paint leaves the palette as it lies", () => {
  const [kites, moths] = [
    { id: "kite", palette: "warm", units: 2, stages: [stage("wash", 5, 0, 0)] },
    { id: "moth", palette: "dusk", units: 2, stages: [stage("ink", 5, 0, 0, { withoutPaint: true })] },
  ];
  const both = job({ batches: [kites, moths], changeover: 7 });
  expect(plan(both).makespan).toBe(20);
  expect(plan({ ...both, batches: [kites, { ...moths, stages: [stage("wings", 5, 0, 0)] }] }).makespan).toBe(27);
  // Dusk lies mixed from before, though ink was last: the kites need fresh water.
  const after = { ...both, batches: [kites], mixed: "dusk" };
  expect(plan({ ...after, batches: [kites, moths] }).makespan).toBe(27);
  expect(handsBusy({ ...both, mixed: "dusk" }, plan({ ...both, mixed: "dusk" }))).toBe(27);
});

test("whatever tires the hand and whatever needs no paint, no rule is broken and no bound is above the plan", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 900 }), fc.constantFrom(0, 150), fc.integer({ min: 8, max: 60 }), fc.integer({ min: 0, max: 12 }), (seed, evening, after, rest) => {
      const made = madeUpJob({ batches: 3, panels: 10, stages: 5, wet: 0.2, places: 9, evening }, seed);
      const batches = made.batches.map((batch, at) => ({ ...batch, stages: batch.stages.map((each, place) => ({ ...each, withoutPaint: (seed + at + place) % 3 === 0 })) }));
      const tiring = { ...made, batches, tires: { after, rest } };
      const found = run(tiring, byStepsAlone(3));
      expect(found.ok).toBe(true);
      if (!found.ok) return;
      expect(runFaults(tiring, found.value)).toEqual([]);
      const rested = run({ ...tiring, tires: null }, byStepsAlone(3));
      // A bound for hands that never tire holds for those that do.
      expect(rested.ok).toBe(true);
      if (rested.ok) expect(found.value.makespan).toBeGreaterThanOrEqual(rested.value.bound - 1e-6);
    }),
    { numRuns: 12 },
  );
});
