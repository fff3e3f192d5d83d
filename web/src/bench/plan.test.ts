import type { BatchRead, DesignRead } from "@yule/contract";
import { limitsFor, run, runFaults } from "@yule/core";
import { liveRoute, moveNow, restJob, runSheet, savingOf, unitStates } from "./plan.ts";

const stage = (id: string, hands: number, setup: number, dry: number, within: number | null = null, kind: "paint" | "assemble" = "paint") => ({
  id,
  name: id,
  kind,
  hands,
  setup,
  dry,
  within,
  portable: false,
  note: "",
  position: 0,
});
const design = {
  id: "d",
  stages: [stage("wash", 2, 4, 6), stage("drop-in", 1, 1, 30, 5), stage("dots", 1, 2, 0), stage("mount", 3, 2, 0, null, "assemble")],
} as unknown as DesignRead;
const now = new Date("2031-11-08T10:00:00Z");
const ago = (minutes: number): string => new Date(now.getTime() - minutes * 60_000).toISOString();
const batch = (facts: readonly [unit: string, stage: string, what: string, ago: number][]): BatchRead =>
  ({
    id: "b",
    units: ["1", "2", "3"].map((id, index) => ({ id, number: index + 1, colourwayId: "c", grade: null })),
    facts: facts.map(([unitId, stageId, what, minutes], index) => ({ id: String(index), unitId, stageId, what, at: ago(minutes) })),
  }) as unknown as BatchRead;

test("assembly is not painted, a spoilt panel is out, and what is wet is planned around", () => {
  const half = batch([
    ["1", "wash", "done", 2],
    ["2", "wash", "spoilt", 1],
  ]);
  const states = unitStates(half, liveRoute(design), now);
  const job = restJob(design, states, [], now, "UTC");
  expect(job.batches.map((each) => each.units).sort()).toEqual([1, 1]);
  expect(job.batches.flatMap((each) => each.stages.map((one) => one.id))).not.toContain("mount");
  const plan = run(job, { ...limitsFor(1, () => 0), stop: () => false, left: () => 1, steps: 300 });
  if (!plan.ok) throw new Error("no plan");
  expect(runFaults(job, plan.value)).toEqual([]);
  const lines = runSheet(plan.value, design, now);
  expect(lines.every((line) => line.stageId !== "still drying")).toBe(true);
  expect(lines.find((line) => line.stageId === "drop-in")?.start.getTime()).toBeGreaterThanOrEqual(now.getTime() + 4 * 60_000);
});

test("moves of one stage on several panels are one line, and batching saves the setups", () => {
  const job = restJob(design, unitStates(batch([]), liveRoute(design), now), [], now, "UTC");
  const plan = run(job, { ...limitsFor(1, () => 0), stop: () => false, left: () => 1, steps: 300 });
  if (!plan.ok) throw new Error("no plan");
  expect(runSheet(plan.value, design, now)[0]).toMatchObject({ stageId: "wash" });
  const saving = savingOf(job, plan.value);
  expect(saving.hands).toBeGreaterThan(5);
  expect(saving.cardByCard ?? 0).toBeGreaterThan(plan.value.makespan);
});

test("with wet paint on the table the catch is the next move", () => {
  const wet = batch([["1", "wash", "done", 7]]);
  const route = liveRoute(design);
  expect(moveNow(wet, route, unitStates(wet, route, now), now)).toMatchObject({ kind: "do", urgent: true, units: ["1"] });
});
