import { bareText } from "../outcome/testing.ts";
import fc from "fast-check";
import { limitsFor } from "../search/search.ts";
import type { RunJob, RunStage } from "./model.ts";
import { run } from "./run.ts";
import { runFaults } from "./verify.ts";

const limits = { ...limitsFor(1, () => 0), stop: () => false, left: () => 5, steps: 1_500 };
const stage = (id: string, hands: number, setup: number, dry: number, within: number | null = null): RunStage => ({ id, hands, setup, dry, within });
const job = (more: Partial<RunJob>): RunJob => ({ batches: [], changeover: 0, drying: null, windows: [], ...more });
const kite = (units: number) => ({ id: "kite", palette: "warm", units, stages: [stage("sketch", 6, 0, 0), stage("wash", 5, 4, 30), stage("drop-in", 2, 0, 45, 3)] });

const plan = (of: RunJob) => {
  const result = run(of, limits);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  expect(runFaults(of, result.value)).toEqual([]);
  return result.value;
};
const blame = (of: RunJob) => {
  const result = run(of, limits);
  if (result.ok) throw new Error("a plan where none can be");
  return result.faults[0];
};

test("the drying of the first is over when the last is done", () => {
  const batch = { id: "moth", palette: "warm", units: 10, stages: [stage("wash", 4, 0, 36), stage("glaze", 3, 0, 20)] };
  // 10 washes of 4 min; the first is dry at 40, so 30 min of glazing would do; but the last is dry
  // only at 76, is glazed until 79 and dries until 99.
  expect(plan(job({ batches: [batch] }))).toMatchObject({ makespan: 99, bound: 99 });
});

test("one unit after the other is never quicker, and two batches hide each other's drying", () => {
  const washes = (id: string) => ({ id, palette: "warm", units: 1, stages: [stage("wash", 5, 0, 30), stage("glaze", 5, 0, 10)] });
  expect(plan(job({ batches: [washes("boat")] })).makespan).toBe(50);
  expect(plan(job({ batches: [washes("boat"), washes("train")] })).makespan).toBe(55);
});

test("a setup may be spent while the unit still dries", () => {
  const batch = { id: "vane", palette: "warm", units: 1, stages: [stage("wash", 5, 2, 10), stage("dots", 3, 10, 0)] };
  expect(plan(job({ batches: [batch] })).moves).toEqual([
    { batch: "vane", unit: 0, stage: "wash", start: 2, end: 7 },
    { batch: "vane", unit: 0, stage: "dots", start: 17, end: 20 },
  ]);
});

test("changing the palette costs, but not before the first move", () => {
  const one = (id: string, palette: string) => ({ id, palette, units: 2, stages: [stage("wash", 5, 1, 0)] });
  expect(plan(job({ batches: [one("a", "warm"), one("b", "cool")], changeover: 7 })).makespan).toBe(1 + 10 + 8 + 10);
});

test("a wet window is caught, however many units there are", () => {
  const result = plan(
    job({
      batches: [kite(4)],
      changeover: 5,
      drying: 6,
      windows: [
        [0, 150],
        [1440, 1590],
      ],
    }),
  );
  expect(result.bound).toBe(result.makespan);
});

test("within 0 means exactly when dry", () => {
  const batch = { id: "quince", palette: "warm", units: 3, stages: [stage("wash", 1.5, 0, 7.25), stage("drop", 1.5, 0, 0, 0)] };
  const { moves } = plan(job({ batches: [batch] }));
  for (const unit of [0, 1, 2]) {
    const [wash, drop] = moves.filter((move) => move.unit === unit);
    expect(drop?.start).toBe((wash?.end ?? 0) + 7.25);
  }
});

test("drying goes on while the room is closed, and one place is used by one unit at a time", () => {
  const batch = { id: "tide", palette: "warm", units: 2, stages: [stage("wash", 10, 0, 600)] };
  expect(
    plan(
      job({
        batches: [batch],
        drying: 1,
        windows: [
          [0, 100],
          [1000, 1100],
        ],
      }),
    ).makespan,
  ).toBe(1610);
});

test("two windows that touch are still two", () => {
  const batch = { id: "tide", palette: "warm", units: 1, stages: [stage("wash", 60, 0, 0)] };
  expect(
    plan(
      job({
        batches: [batch],
        windows: [
          [0, 50],
          [50, 110],
        ],
      }),
    ).moves[0]?.start,
  ).toBe(50);
});

test.each<[string, Partial<RunJob>, string, string]>([
  [
    "a stage longer than every window",
    {
      batches: [kite(1)],
      windows: [
        [0, 8],
        [20, 28],
      ],
    },
    "longer-than-window",
    "kite, wash",
  ],
  ["no drying place", { batches: [kite(1)], drying: 0 }, "no-drying-place", "kite, wash"],
  [
    "a wet pair that no windows hold",
    {
      batches: [kite(1)],
      windows: [
        [0, 20],
        [100, 120],
        [200, 220],
      ],
    },
    "pair-fits-no-window",
    "kite, drop-in",
  ],
  ["a setup longer than the wet window", { batches: [{ ...kite(1), stages: [stage("wash", 5, 0, 2), stage("drop-in", 1, 9, 0, 3)] }] }, "wet-window-too-short", "kite, drop-in"],
  ["too few windows for all the work", { batches: [kite(30)], windows: [[0, 150]] }, "windows-too-few", "kite"],
  [
    "windows that overlap",
    {
      batches: [kite(1)],
      windows: [
        [0, 50],
        [40, 90],
      ],
    },
    "windows-overlap",
    "40 to 90",
  ],
])("%s is impossible, and says which stage", (_, more, code, named) => {
  const fault = blame(job(more));
  expect(fault?.code).toBe(code);
  expect(bareText(fault?.given)).toContain(named);
});

test("three stages of 40 min do not go into two windows of 60, although the minutes would do", () => {
  const batch = { id: "boat", palette: "warm", units: 3, stages: [stage("ink", 40, 0, 0)] };
  expect(
    blame(
      job({
        batches: [batch],
        windows: [
          [0, 60],
          [100, 160],
        ],
      }),
    )?.code,
  ).toBe("windows-too-few");
});

const anyJob = fc
  .record({
    changeover: fc.integer({ min: 0, max: 8 }),
    drying: fc.option(fc.integer({ min: 1, max: 4 }), { nil: null }),
    open: fc.boolean(),
    batches: fc.array(
      fc.record({
        palette: fc.constantFrom("warm", "cool"),
        units: fc.integer({ min: 1, max: 4 }),
        stages: fc.array(
          fc.record({
            hands: fc.integer({ min: 1, max: 9 }),
            setup: fc.integer({ min: 0, max: 4 }),
            dry: fc.integer({ min: 0, max: 40 }),
            within: fc.option(fc.integer({ min: 4, max: 12 }), { nil: null, freq: 3 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  })
  .map((each): RunJob => ({
    changeover: each.changeover,
    drying: each.drying,
    windows: each.open ? [] : Array.from({ length: 60 }, (_, day) => [day * 1440, day * 1440 + 240] as const),
    batches: each.batches.map((batch, index) => ({ ...batch, id: `b${String(index)}`, stages: batch.stages.map((one, position) => ({ ...one, id: `s${String(position)}` })) })),
  }));

test("every plan keeps every rule and stays at or above its bound", () => {
  fc.assert(
    fc.property(anyJob, (any) => {
      const result = run(any, { ...limits, steps: 200 });
      expect(result.ok).toBe(true);
      if (result.ok) expect(runFaults(any, result.value)).toEqual([]);
    }),
    { numRuns: 30 },
  );
});

/** The least makespan by timing every order of a job without windows or wet windows, from the contract's own words. */
function exhaustive(of: RunJob): number {
  let best = Infinity;
  const next = of.batches.map((batch) => new Array<number>(batch.units).fill(0));
  const ready = of.batches.map((batch) => new Array<number>(batch.units).fill(0));
  const visit = (free: number, last: string, palette: string | null, latest: number): void => {
    if (of.batches.every((batch, b) => next[b]?.every((position) => position >= batch.stages.length))) best = Math.min(best, latest);
    of.batches.forEach((batch, b) => {
      for (let unit = 0; unit < batch.units; unit += 1) {
        const position = next[b]?.[unit] ?? 0;
        const one = batch.stages[position];
        if (!one) continue;
        const key = `${batch.id}/${one.id}`;
        const prepare = key === last ? 0 : one.setup + (palette !== null && palette !== batch.palette ? of.changeover : 0);
        const start = Math.max(free + prepare, ready[b]?.[unit] ?? 0);
        const before = ready[b]?.[unit] ?? 0;
        const end = start + one.hands;
        const row = ready[b];
        const nextRow = next[b];
        if (!row || !nextRow) continue;
        row[unit] = end + one.dry;
        nextRow[unit] = position + 1;
        visit(end, key, batch.palette, Math.max(latest, end + one.dry));
        row[unit] = before;
        nextRow[unit] = position;
      }
    });
  };
  visit(0, "", null, 0);
  return best;
}

test("small jobs come out as trying every order would have it, and are proven", () => {
  fc.assert(
    fc.property(anyJob, (any) => {
      const small = {
        ...any,
        drying: null,
        windows: [],
        batches: any.batches.slice(0, 2).map((batch) => ({ ...batch, units: Math.min(batch.units, 2), stages: batch.stages.slice(0, 2).map((one) => ({ ...one, within: null })) })),
      };
      const result = plan(small);
      expect(result.makespan).toBeCloseTo(exhaustive(small), 6);
      expect(result.bound).toBeCloseTo(result.makespan, 6);
    }),
    { numRuns: 30 },
  );
});
