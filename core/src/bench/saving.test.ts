import type { RunJob } from "./model.ts";
import { cardByCardPlan, handsBusy } from "./saving.ts";
import { runFaults } from "./verify.ts";

const stage = (id: string, hands: number, setup: number, dry: number) => ({ id, hands, setup, dry, within: null });
const job = (units: number, windows: RunJob["windows"] = []): RunJob => ({
  batches: [{ id: "boat", palette: "warm", units, stages: [stage("wash", 5, 3, 20), stage("dots", 2, 1, 0)] }],
  changeover: 0,
  drying: null,
  windows,
});

test("card by card pays every setup again and waits out every drying", () => {
  const plan = cardByCardPlan(job(3));
  if (!plan) throw new Error("always open");
  expect(runFaults(job(3), plan)).toEqual([]);
  // Each card: 3 + 5 of wash, 20 of drying, 2 of dots (the setup is spent while it dries).
  expect(plan.makespan).toBe(3 * 30);
  expect(handsBusy(job(3), plan)).toBe(3 * (3 + 5 + 1 + 2));
});

test("stage by stage the setups are paid once", () => {
  const moves = [0, 1, 2].flatMap((unit) => [{ batch: "boat", unit, stage: "wash", start: 3 + 5 * unit, end: 8 + 5 * unit }]);
  const dots = [0, 1, 2].map((unit) => ({ batch: "boat", unit, stage: "dots", start: 40 + 2 * unit, end: 42 + 2 * unit }));
  expect(handsBusy(job(3), { makespan: 46, bound: 0, moves: [...moves, ...dots] })).toBe(3 + 15 + 1 + 6);
});

test("where the windows are too few for it there is no plan", () => {
  expect(cardByCardPlan(job(3, [[0, 40]]))).toBeNull();
});
