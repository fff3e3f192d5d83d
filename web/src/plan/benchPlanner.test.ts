import type { BatchRead, DesignRead } from "@yule/contract";
import { learnBench, limitsFor, otherWays, run, type BegunUnits, type Result, type RunJob, type RunPlan } from "@yule/core";
import { plannedBatches, standingBatches, USUAL_SETTINGS, type NeedView, type Outlook, type BenchAnswer } from "@yule/derive";
import { exampleStage } from "@yule/derive/examples";
import { BenchPlanner, type PlanSolver, type TableQuestion } from "./benchPlanner.ts";

const design = { id: "d", name: "Kites", paperId: null, colourways: [], stages: [exampleStage("wash", 3, 25), exampleStage("dots", 2, 5)] } as unknown as DesignRead;
const view = { design, readyBy: "2031-11-20", need: { id: "n", title: "Gulls" } } as unknown as NeedView;
const outlook = { shop: { timeZone: "UTC", changeover: 5, dryingPlaces: null, helperMay: [] }, allSessions: [] } as unknown as Outlook;
const now = new Date();
const question = (done: number): TableQuestion => {
  const batch = {
    id: "b",
    designId: "d",
    startedAt: now.toISOString(),
    perSheet: 1,
    units: [1, 2, 3, 4].map((number) => ({ id: `u${String(number)}`, number, colourwayId: "c", grade: null })),
    facts: Array.from({ length: done }, (_, index) => ({ id: String(index), unitId: `u${String(index + 1)}`, stageId: "wash", what: "done", at: now.toISOString() })),
  } as unknown as BatchRead;
  const lying = standingBatches(plannedBatches([{ view, batch }], learnBench([]), null), now);
  return { lying, at: { outlook, settings: USUAL_SETTINGS, atBench: false, room: null, given: null }, small: [] };
};

/** A solver that answers when it is let, and notes what it was asked. */
function held(): PlanSolver & { readonly asked: { job: RunJob; seconds: number; earlier: readonly BegunUnits[] }[]; readonly let: () => Promise<void> } {
  const asked: { job: RunJob; seconds: number; earlier: readonly BegunUnits[] }[] = [];
  const answers: (() => void)[] = [];
  return {
    asked,
    run: (job, seconds, _steps, earlier = []) => {
      asked.push({ job, seconds, earlier: earlier[0] ?? [] });
      return new Promise<Result<RunPlan>>((done) => answers.push(() => done(run(job, { ...limitsFor(1, () => 0), stop: () => false, left: () => seconds, steps: 10 }, earlier))));
    },
    otherWays: (job) => Promise.resolve(otherWays(job)),
    let: async () => {
      answers.shift()?.();
      // What hangs on the answer comes in turns of its own.
      for (let turn = 0; turn < 12; turn += 1) await Promise.resolve();
    },
  };
}

const { jest: fake } = import.meta;
beforeEach(() => fake.useFakeTimers());
afterEach(() => fake.useRealTimers());
const quiet = async (ms = 400): Promise<void> => {
  await fake.advanceTimersByTimeAsync(ms);
};
const units = (planned: BenchAnswer | undefined): number => (planned?.kind === "plan" ? planned.value.plan.moves.length : -1);

test("the first plan is a thorough one at once; after a tap the plan goes on from it at once, and a thorough one follows when it is quiet", async () => {
  const [quick, thorough, told] = [held(), held(), [] as BenchAnswer[]];
  const desk = new BenchPlanner(
    () => quick,
    () => thorough,
    (planned) => told.push(planned),
  );
  desk.ask(question(0));
  await quiet(0);
  expect([quick.asked.length, thorough.asked.length]).toEqual([0, 1]);
  await thorough.let();
  expect(told.map(units)).toEqual([8]);

  desk.ask(question(1));
  expect(quick.asked).toHaveLength(1);
  expect(quick.asked[0]?.earlier).toHaveLength(8);
  await quick.let();
  expect(told.map(units)).toEqual([8, 7]);
  expect(thorough.asked).toHaveLength(1);
  await quiet();
  await thorough.let();
  expect(told.map(units)).toEqual([8, 7, 7]);
});

test("a tap does not wait behind a thorough plan, and what that one answers to an older question is not told", async () => {
  const [quick, thorough, told] = [held(), held(), [] as BenchAnswer[]];
  const desk = new BenchPlanner(
    () => quick,
    () => thorough,
    (planned) => told.push(planned),
  );
  desk.ask(question(0));
  await quiet(0);
  await thorough.let();
  desk.ask(question(1));
  await quick.let();
  await quiet();
  expect(thorough.asked).toHaveLength(2);
  desk.ask(question(2));
  await quick.let();
  expect(told.map(units)).toEqual([8, 7, 6]);
  await thorough.let();
  expect(told.map(units)).toEqual([8, 7, 6]);
  await thorough.let();
  expect(told.map(units)).toEqual([8, 7, 6, 6]);
});

test("of many taps in a row only the last is planned for next, and one after which nothing is asked is not answered", async () => {
  const [quick, thorough, told] = [held(), held(), [] as BenchAnswer[]];
  const desk = new BenchPlanner(
    () => quick,
    () => thorough,
    (planned) => told.push(planned),
  );
  desk.ask(question(0));
  await quiet(0);
  await thorough.let();
  for (const taps of [1, 2, 3, 4]) desk.ask(question(taps));
  expect(quick.asked).toHaveLength(1);
  await quick.let();
  await quick.let();
  expect(quick.asked.map(({ job }) => job.batches[0]?.started?.length)).toEqual([1, 4]);
  expect(told.map(units)).toEqual([8, 4]);
  desk.ask(null);
  await quiet();
  expect(thorough.asked).toHaveLength(1);
});

test("what cannot be planned is told with its faults", async () => {
  const [quick, thorough, told] = [held(), held(), [] as BenchAnswer[]];
  const desk = new BenchPlanner(
    () => quick,
    () => thorough,
    (planned) => told.push(planned),
  );
  const { at, ...rest } = question(0);
  const short = { ...outlook, allSessions: [{ day: "2031-11-08", from: 600, to: 602, length: 2, who: "maker", light: false, late: false }] } as unknown as Outlook;
  fake.setSystemTime(new Date("2031-11-08T09:00:00Z"));
  desk.ask({ ...rest, at: { ...at, outlook: short } });
  await quiet(0);
  await thorough.let();
  expect(told[0]).toMatchObject({ kind: "impossible", faults: [{ code: "longer-than-window" }, { code: "longer-than-window" }] });
});

test("what a tap did to the end is told in minutes, over the quick plan and the thorough one alike; a date that does not hold is told with its batch", async () => {
  const [quick, thorough, told] = [held(), held(), [] as BenchAnswer[]];
  const desk = new BenchPlanner(
    () => quick,
    () => thorough,
    (planned) => told.push(planned),
  );
  desk.ask(question(0));
  await quiet(0);
  await thorough.let();
  // Ten minutes went by, and nothing was done.
  fake.setSystemTime(Date.now() + 600_000);
  desk.ask(question(0));
  await quick.let();
  await quiet();
  await thorough.let();
  const bent = told.map((planned) => (planned.kind === "plan" ? Math.round(planned.value.bent) : -1));
  expect(bent).toEqual([0, 10, 10]);
  expect(told[0]).toMatchObject({ value: { late: [] } });
  const { lying, ...rest } = question(0);
  const overdue = lying.map((on) => ({ ...on, view: { ...on.view, readyBy: "2000-01-01" } as unknown as NeedView }));
  desk.ask({ ...rest, lying: overdue });
  await quick.let();
  expect(told[3]).toMatchObject({ value: { late: [{ batch: "b" }] } });
});

test("when the season gives other batches to the bench, the end is not said to have moved", async () => {
  const [quick, thorough, told] = [held(), held(), [] as BenchAnswer[]];
  const desk = new BenchPlanner(
    () => quick,
    () => thorough,
    (planned) => told.push(planned),
  );
  const { lying, at, small } = question(0);
  const [one] = lying;
  if (!one) throw new Error("nothing lies on the table");
  const other = { ...one, batch: { ...one.batch, id: "other" }, view: { ...one.view, need: { ...one.view.need, id: "later" } } };
  const both = (soon: readonly string[]): TableQuestion => ({ lying: [one, other], at: { ...at, given: { paintedBy: new Map(), soon: new Set(soon), order: [] } }, small });
  desk.ask(both(["n"]));
  await quiet(0);
  await thorough.let();
  desk.ask(both(["n", "later"]));
  await quick.let();
  const plans = told.flatMap((planned) => (planned.kind === "plan" ? [planned.value] : []));
  expect(plans.map(({ plan }) => new Set(plan.moves.map(({ batch }) => batch)).size)).toEqual([1, 2]);
  expect(plans[1]?.endsAt.getTime()).toBeGreaterThan(plans[0]?.endsAt.getTime() ?? Infinity);
  expect(plans[1]?.bent).toBe(0);
});
