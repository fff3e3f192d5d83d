import { makespanBound } from "./bound.ts";
import { exactOrder } from "./exact.ts";
import { runModelOf, type RunJob } from "./model.ts";
import { Timetable } from "./timetable.ts";

const stage = (id: string, hands: number, setup: number, dry: number, within: number | null = null) => ({ id, hands, setup, dry, within });
const job = (more: Partial<RunJob>): RunJob => ({
  batches: [{ id: "b", palette: "p", units: 2, stages: [stage("wash", 5, 1, 10), stage("drop", 2, 0, 0, 3)] }],
  changeover: 0,
  drying: null,
  windows: [],
  ...more,
});
const minute = 1_000_000;

test("a wet window that the order would miss moves the step before later", () => {
  const work = runModelOf(job({}));
  // Wash both, then drop both: the second wash ends at 11 and the first is dry at 16; nothing has to move.
  const straight = Timetable.of(work, [0, 0, 1, 1]);
  expect([0, 1, 2, 3].map((position) => (straight?.startAt(position) ?? 0) / minute)).toEqual([1, 6, 16, 21]);
  // With a third piece of work between, the first wash waits so that its drop is not late.
  const late = runModelOf(
    job({
      batches: [
        { id: "b", palette: "p", units: 1, stages: [stage("wash", 5, 0, 10), stage("drop", 2, 0, 0, 3)] },
        { id: "c", palette: "p", units: 1, stages: [stage("ink", 20, 0, 0)] },
      ],
    }),
  );
  expect(Timetable.of(late, [0, 2, 1])).toBeNull();
  expect(Timetable.makespanOf(late, [2, 0, 1])).toBe(37 * minute);
});

test("a unit's next stage cannot be ordered before the one it follows", () => {
  expect(Timetable.of(runModelOf(job({})), [1, 0, 0, 1])).toBeNull();
});

test("what is taken out again leaves the timetable as it was", () => {
  const work = runModelOf(job({ drying: 1 }));
  const timetable = new Timetable(work);
  timetable.append(0, 0);
  const before = timetable.makespan();
  timetable.append(1, 1);
  timetable.truncate(1);
  expect([timetable.length, timetable.makespan(), timetable.done(1)]).toEqual([1, before, 0]);
});

test("one drying place: the second wash ends when the first is dry", () => {
  const timetable = Timetable.of(runModelOf(job({ drying: 1, batches: [{ id: "b", palette: "p", units: 2, stages: [stage("wash", 5, 0, 30)] }] })), [0, 0]);
  expect([0, 1].map((position) => (timetable?.endAt(position) ?? 0) / minute)).toEqual([5, 35]);
});

test("bounds: the longest unit, the hands between head and tail, the drying places", () => {
  const bound = (more: Partial<RunJob>): number => makespanBound(runModelOf(job(more))) / minute;
  const one = (units: number, ...stages: ReturnType<typeof stage>[]) => [{ id: "b", palette: "p", units, stages }];
  expect(bound({ batches: one(1, stage("a", 5, 2, 30), stage("c", 3, 0, 10)) })).toBe(50);
  expect(bound({ batches: one(10, stage("a", 5, 2, 30)) })).toBe(2 + 50 + 30);
  expect(bound({ batches: one(4, stage("a", 5, 0, 30)), drying: 1 })).toBe(5 + 120);
  expect(
    bound({
      batches: one(3, stage("a", 40, 0, 0)),
      windows: [
        [0, 60],
        [100, 160],
      ],
    }),
  ).toBe(160);
  expect(
    bound({
      batches: one(4, stage("a", 40, 0, 0)),
      windows: [
        [0, 60],
        [100, 160],
      ],
    }),
  ).toBe(Infinity);
});

test("the exact search says whether it tried everything", () => {
  const limits = { seed: 1, steps: 20_000, stop: () => false, left: () => 1 };
  const work = runModelOf(job({}));
  const found = exactOrder(work, Infinity, 0, limits);
  expect(found.complete).toBe(true);
  expect(Timetable.makespanOf(work, found.order ?? [])).toBe(23 * minute);
  expect(exactOrder(work, Infinity, 0, { ...limits, stop: () => true, steps: 0 }).complete).toBe(false);
});
