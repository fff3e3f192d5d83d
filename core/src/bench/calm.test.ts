import fc from "fast-check";
import { calmer } from "./calm.ts";
import { byStepsAlone, exampleJob as job, exampleStage as stage, madeUpJob } from "./examples.ts";
import { runModelOf } from "./model.ts";
import { runPlanOf, run } from "./run.ts";
import { Timetable } from "./timetable.ts";
import { runFaults } from "./verify.ts";

const changes = (order: readonly number[]): number => order.filter((step, index) => step !== order[index - 1]).length;

test("where it costs nothing, panels of one stage are done in a row and the water is changed once", () => {
  // Two evenings: whatever the order within the first, all is dry on the second.
  const batches = ["kite", "moth"].map((id) => ({ id, palette: id, units: 3, stages: [stage("wash", 5, 0, 60)] }));
  const work = runModelOf(
    job({
      batches: [...batches, { id: "late", palette: "kite", units: 1, stages: [stage("ink", 1, 0, 300)] }],
      windows: [
        [0, 120],
        [1440, 1500],
      ],
    }),
  );
  expect(calmer(work, [2, 0, 1, 0, 1, 0, 1])).toEqual([2, 0, 0, 0, 1, 1, 1]);
});

test("what would end later stays as it is", () => {
  // The long dryer must be washed first: joined, it would be dry later.
  const work = runModelOf(
    job({
      batches: [
        { id: "tide", palette: "", units: 2, stages: [stage("wash", 5, 0, 40), stage("dots", 5, 0, 0)] },
        { id: "moth", palette: "", units: 2, stages: [stage("ink", 15, 0, 0)] },
      ],
    }),
  );
  const order = [0, 0, 2, 2, 1, 1];
  expect(calmer(work, order)).toEqual(order);
});

test("no order gets later or more restless, and all it is still a plan", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 500 }), fc.constantFrom(0, 150), (seed, evening) => {
      const made = madeUpJob({ batches: 3, panels: 15, stages: 5, wet: 0.2, places: 8, evening }, seed);
      const work = runModelOf(made);
      const found = run(made, byStepsAlone(10));
      expect(found.ok).toBe(true);
      if (!found.ok) return;
      const steps = found.value.moves.map((move) =>
        work.steps.findIndex((step) => made.batches[step.batch]?.id === move.batch && made.batches[step.batch]?.stages[step.stage]?.id === move.stage),
      );
      const calm = calmer(work, steps);
      const timetable = Timetable.of(work, calm);
      if (!timetable) throw new Error("the calmer order cannot be kept");
      const plan = runPlanOf(work, timetable, found.value.bound);
      expect(runFaults(made, plan)).toEqual([]);
      expect(plan.makespan).toBeLessThanOrEqual(found.value.makespan + 1e-6);
      expect(changes(calm)).toBeLessThanOrEqual(changes(steps));
      // Found once, it is as calm as this way makes it.
      expect(calmer(work, calm)).toEqual(calm);
    }),
    { numRuns: 30 },
  );
});
