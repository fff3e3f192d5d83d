import fc from "fast-check";
import { byStepsAlone, exampleJob as job, exampleStage as stage, keptPlan as plan, madeUpJob } from "./examples.ts";
import { run } from "./run.ts";
import { cardByCardPlan } from "./saving.ts";
import { runFaults } from "./verify.ts";

test("panels that are begun go on from where they stand, and what the hands were at needs no setup", () => {
  const batch = { id: "tide", palette: "cool", units: 3, stages: [stage("wash", 5, 4, 30), stage("glaze", 3, 6, 10)], started: [{ done: 1, dryAt: 12 }] };
  const moves = plan(job({ batches: [batch], last: { batch: "tide", stage: "wash" } })).moves;
  expect(moves.map((move) => [move.stage, move.unit, move.start])).toEqual([
    ["wash", 1, 0],
    ["wash", 2, 5],
    ["glaze", 0, 16],
    ["glaze", 1, 35],
    ["glaze", 2, 40],
  ]);
});

test("a wet window that is open is caught before it closes, whatever else could go on", () => {
  const wash = { id: "tide", palette: "cool", units: 1, stages: [stage("wash", 5, 0, 4), stage("drop-in", 2, 0, 20, { within: 6 })], started: [{ done: 1, dryAt: 0, until: 5 }] };
  const long = { id: "vane", palette: "warm", units: 1, stages: [stage("ink", 30, 0, 0)] };
  const found = plan(job({ batches: [long, wash] }));
  expect(found.moves[0]).toMatchObject({ batch: "tide", stage: "drop-in" });
});

test("a helper unmasks while the maker washes, in the helper's own hours", () => {
  const stages = [stage("wash", 10, 0, 0), stage("unmask", 10, 0, 0, { helper: true })];
  const batches = [{ id: "kite", palette: "warm", units: 4, stages }];
  expect(plan(job({ batches, helperWindows: [[0, 600]] })).makespan).toBe(50);
  expect(plan(job({ batches, helperWindows: [[100, 600]] })).makespan).toBe(140);
  expect(plan(job({ batches: [{ id: "kite", palette: "warm", units: 4, stages: [stage("wash", 10, 0, 0), stage("unmask", 10, 0, 0)] }] })).makespan).toBe(80);
});

test("late in the evening only light stages are done", () => {
  const batches = [{ id: "moth", palette: "dusk", units: 2, stages: [stage("wash", 10, 0, 60), stage("dots", 10, 0, 0, { light: true })] }];
  const evening = { windows: [[0, 30] as const, [1440, 1500] as const], lightWindows: [[60, 120] as const] };
  expect(plan(job({ batches, ...evening })).makespan).toBe(90);
  const heavy = [{ id: "moth", palette: "dusk", units: 2, stages: [stage("wash", 10, 0, 60), stage("dots", 10, 0, 0)] }];
  expect(plan(job({ batches: heavy, ...evening })).makespan).toBe(1460);
});

test("two boards hold two sheets until they are untaped", () => {
  const stages = [stage("tape", 5, 0, 0, { board: "takes" }), stage("wash", 5, 0, 40), stage("untape", 2, 0, 0, { board: "gives" }), stage("dots", 1, 0, 0)];
  const of = (boards: number | null) => plan(job({ batches: [{ id: "boat", palette: "warm", units: 4, stages }], boards })).makespan;
  expect(of(null)).toBe(83);
  expect(of(1)).toBe(4 * 52 + 1);
  expect(of(2)).toBeLessThan(of(1));
  expect(of(2)).toBeGreaterThan(of(null));
});

test("a taped sheet is one unit until it is untaped, and its panels go on singly", () => {
  const stages = [stage("wash", 12, 0, 30, { panels: 6 }), stage("untape", 4, 0, 0, { panels: 6 }), stage("dots", 2, 0, 0)];
  const found = plan(job({ batches: [{ id: "train", palette: "dusk", units: 12, stages }] }));
  expect(found.moves.filter((move) => move.stage === "wash")).toHaveLength(2);
  expect(found.moves.filter((move) => move.stage === "dots")).toHaveLength(12);
  // Wash both sheets to 24, the first is dry at 42: untape to 46, its dots to 58; the second likewise.
  expect(found.makespan).toBe(74);
});

test("a stage longer than every session is said even while panels are under way", () => {
  const batches = [{ id: "boat", palette: "warm", units: 2, stages: [stage("wash", 5, 0, 0), stage("ink", 50, 5, 0)], started: [{ done: 1, dryAt: 0 }] }];
  const result = run(job({ batches, windows: [[0, 45]] }), byStepsAlone(40));
  expect(result.ok ? null : result.faults[0]?.code).toBe("longer-than-window");
});

test("however far a bench has come, the plan of the rest keeps every rule and is never below its bound", () => {
  const anyBench = fc.record({
    seed: fc.nat(),
    far: fc.array(fc.record({ done: fc.integer({ min: 0, max: 4 }), dryAt: fc.integer({ min: 0, max: 40 }) }), { maxLength: 5 }),
    helper: fc.boolean(),
    boards: fc.constantFrom(null, 1, 3),
  });
  fc.assert(
    fc.property(anyBench, ({ seed, far, helper, boards }) => {
      const plain = madeUpJob({ batches: 2, panels: 12, stages: 6, wet: 0.2, places: 6, evening: 0 }, seed);
      const batches = plain.batches.map((batch) => {
        const last = batch.stages.length - 1;
        return {
          ...batch,
          started: far.filter((unit) => unit.done <= last),
          stages: batch.stages.map((each, index) => ({
            ...each,
            ...(helper && index === last ? { helper: true } : {}),
            ...(index === 0 && last > 0 ? { board: "takes" as const } : index === last && last > 0 ? { board: "gives" as const } : {}),
          })),
        };
      });
      const begun = far.filter((unit) => unit.done > 0).length;
      const of = job({ ...plain, batches, boards: boards === null ? null : boards + 2 * begun, helperWindows: [[0, 100_000]] });
      const found = run(of, byStepsAlone(3));
      expect(found.ok).toBe(true);
      if (!found.ok) return;
      expect(runFaults(of, found.value)).toEqual([]);
      const alone = cardByCardPlan(of);
      if (alone) expect(found.value.makespan).toBeLessThanOrEqual(alone.makespan + 1e-6);
    }),
    { numRuns: 30 },
  );
});

test("being late costs more than any makespan: what is due is dry in time where it can be", () => {
  const due = { id: "order", palette: "warm", units: 2, stages: [stage("ink", 5, 0, 10)], due: 25 };
  const long = { id: "stash", palette: "cool", units: 3, stages: [stage("wash", 10, 0, 60)] };
  const moves = plan(job({ batches: [long, due], last: { batch: "stash", stage: "wash" }, changeover: 5 })).moves;
  expect(moves.filter((move) => move.batch === "order").map((move) => move.end + 10)).toEqual([20, 25]);
});
