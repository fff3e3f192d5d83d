import type { BatchRead, DesignRead } from "@yule/contract";
import { learnBench, timesSeen } from "@yule/core";
import type { NeedView } from "../season/needView.ts";
import { learnedIn, learnedWords } from "./learnedIn.ts";
import { timedBatch } from "./learnedRoute.ts";
import { stageRecords } from "./lessons.ts";
import { plannedBatches, standingBatches } from "./table.ts";
import { exampleStage } from "./examples.ts";

const stage = (id: string, hands: number, dry: number) => exampleStage(id, hands, dry, { technique: "wash" });
const design = { id: "d", name: "Kites", paperId: "cotton", colourways: [], stages: [stage("wash", 4, 20), stage("glaze", 3, 25)] } as unknown as DesignRead;
const begun = Date.parse("2031-11-08T18:00:00Z");
const at = (minute: number): string => new Date(begun + minute * 60_000).toISOString();
/** Ten panels washed every six minutes, of which some were told to be still wet when their clock ran out. */
const batch = (stillWet: number): BatchRead => {
  const units = Array.from({ length: 10 }, (_, unit) => `u${String(unit)}`);
  const facts = units.flatMap((unitId, unit) => [
    { id: `w${unitId}`, unitId, stageId: "wash", what: "done", at: at(unit * 6) },
    ...(unit < stillWet ? [{ id: `s${unitId}`, unitId, stageId: "wash", what: "still-wet", at: at(unit * 6 + 32) }] : []),
  ]);
  return {
    id: "b",
    needId: "n",
    designId: "d",
    startedAt: at(-5),
    perSheet: 1,
    units: units.map((id, index) => ({ id, number: index + 1, colourwayId: "c", grade: null })),
    facts,
  } as unknown as BatchRead;
};
const lying = (of: BatchRead) =>
  standingBatches(plannedBatches([{ view: { design, need: { id: "n", title: "Gulls" } } as unknown as NeedView, batch: of }], learnBench([]), null), new Date(begun));

const records = (of: BatchRead) => stageRecords([design], timesSeen(timedBatch(of, design)));

test("washes that were still wet have taught a longer drying, and hands that took six minutes longer hands", () => {
  const of = batch(6);
  const found = learnedIn(records(of), lying(of), null, new Date(begun - 60_000));
  const drying = found.find(({ what }) => what === "drying");
  expect(drying).toMatchObject({ stage: "wash" });
  expect(drying?.after).toBeGreaterThan(1.1 * (drying?.before ?? Infinity));
  const hands = found.find(({ what }) => what === "hands");
  expect(hands?.after).toBeGreaterThan(hands?.before ?? Infinity);
  expect(found.every(({ low, after, high }) => low < after && after < high)).toBe(true);
  expect(found.map(({ stage: name }) => name)).not.toContain("glaze");
});

test("where nothing was told since, nothing is claimed to be learned", () => {
  const of = batch(6);
  expect(learnedIn(records(of), lying(of), null, new Date(begun + 200 * 60_000))).toEqual([]);
});

test("what was learned is said with what it was, its spread and on how much it rests", () => {
  expect(learnedWords({ stage: "First wash", what: "drying", before: 8, after: 9.42, low: 7.1, high: 12.3, seen: 14 })).toBe(
    "First wash dries in about 9.4 min (was 8), eight times in ten 7.1 to 12, on 14 taps",
  );
  expect(learnedWords({ stage: "Dots", what: "hands", before: 1, after: 1.25, low: 1, high: 2, seen: 1 })).toMatch(/^Dots takes the hands about 1\.3 min .* on one tap$/);
});
