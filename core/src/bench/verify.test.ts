import type { Move, RunJob, RunPlan } from "./model.ts";
import { runFaults } from "./verify.ts";

const job: RunJob = {
  batches: [
    {
      id: "kite",
      palette: "warm",
      units: 1,
      stages: [
        { id: "wash", hands: 5, setup: 2, dry: 10, within: null },
        { id: "drop", hands: 3, setup: 1, dry: 20, within: 4 },
      ],
    },
    { id: "moth", palette: "cool", units: 1, stages: [{ id: "wash", hands: 5, setup: 2, dry: 10, within: null }] },
  ],
  changeover: 4,
  drying: 2,
  windows: [[0, 60]],
};
const move = (batch: string, stage: string, start: number, hands: number): Move => ({ batch, unit: 0, stage, start, end: start + hands });
// Kite is washed 2 to 7 and dry at 17; moth after palette and setup 29 to 34; the drop-in in between.
const moves = [move("kite", "wash", 2, 5), move("kite", "drop", 17, 3), move("moth", "wash", 26, 5)];
const plan = (of: readonly Move[], more: Partial<RunPlan> = {}): RunPlan => ({ makespan: 41, bound: 41, moves: of, ...more });

test("a right plan has no fault", () => {
  expect(runFaults(job, plan(moves))).toEqual([]);
});

test.each<[string, RunJob, RunPlan, string]>([
  ["beginning while wet", job, plan([moves[0] as Move, move("kite", "drop", 16, 3), moves[2] as Move]), "begins while wet"],
  ["coming after the wet window", job, plan([moves[0] as Move, move("kite", "drop", 22, 3), move("moth", "wash", 31, 5)], { makespan: 46 }), "begins too late"],
  ["no time for the setup and the palette", job, plan([moves[0] as Move, moves[1] as Move, move("moth", "wash", 25, 5)]), "hands are busy before moth"],
  ["hands of the wrong length", job, plan([move("kite", "wash", 2, 4), moves[1] as Move, moves[2] as Move]), "wrong time"],
  ["a move that is missing", job, plan(moves.slice(0, 2)), "2 moves for 3 operations"],
  ["a makespan that is not", job, plan(moves, { makespan: 40, bound: 1 }), "the makespan is 41, not 40"],
  ["a bound above", job, plan(moves, { bound: 42 }), "bound is above"],
  ["outside the windows", { ...job, windows: [[0, 30]] }, plan(moves), "outside the windows"],
  ["a setup before the window opens", { ...job, windows: [[1, 60]] }, plan(moves), "outside the windows"],
  ["too many drying", { ...job, drying: 1 }, plan(moves), "more than 1 dry"],
])("%s is found", (_, of, wrong, words) => {
  expect(runFaults(of, wrong).join("; ")).toContain(words);
});
