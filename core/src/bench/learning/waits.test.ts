import { recordsOf, sumOfSeen, takenTogether, timesSeen } from "./records.ts";
import { dryingSightings, handsEffects, handsSightings, type SeenBatch, type SeenStage } from "./sightings.ts";
import { borrowedFrom, careBefore, dryingTime, handsTime, learnBench as learnRecords } from "./waits.ts";

const stage = (id: string, more: Partial<SeenStage> = {}): SeenStage => ({ id, hands: 2, dry: 30, within: null, medium: "watercolour", water: "much", ...more });
const route = [stage("wash"), stage("glaze", { dry: 20 }), stage("drop", { within: 4 }), stage("ink", { medium: "ink", dry: 10 })];
const learnBench = (batches: readonly SeenBatch[]) =>
  learnRecords(
    recordsOf(
      route.map((each) => ({ ...each, paper: "cotton" })),
      sumOfSeen(batches.map(timesSeen)),
    ),
  );
const from = Date.UTC(2031, 10, 8, 10);
type Told = [unit: string, stage: string, what: "done" | "dry" | "heated" | "still-wet", minute: number];
const batch = (told: readonly Told[], room: SeenBatch["facts"][number]["room"] = null): SeenBatch => ({
  route,
  facts: told.map(([unit, of, what, minute]) => ({ unit, stage: of, what, at: new Date(from + minute * 60_000), room })),
});

test("what the taps tell of drying: not dry by, dry by, and nothing of what is caught while wet", () => {
  const sightings = dryingSightings(
    batch([
      ["1", "wash", "done", 0],
      ["1", "wash", "still-wet", 24],
      ["1", "wash", "dry", 36],
      ["2", "wash", "done", 0],
      ["2", "glaze", "done", 47],
      ["2", "drop", "done", 60],
      ["3", "wash", "done", 5],
      ["3", "wash", "still-wet", 20],
    ]),
  );
  const bounds = sightings.map(({ low, high }) => [low, high]);
  expect(bounds).toEqual([
    [0.8, 1.2],
    // Glazed from minute 45 on: dry by then. The glaze itself was dropped into while wet.
    [0, 1.5],
    [0.5, Infinity],
  ]);
});

test("the heat tool teaches nothing of the air but that it was still wet when it was taken up", () => {
  const sightings = dryingSightings(
    batch([
      ["1", "wash", "done", 0],
      ["1", "wash", "heated", 18],
      ["1", "wash", "dry", 19],
      ["1", "glaze", "done", 22],
      ["2", "wash", "done", 0],
      ["2", "wash", "still-wet", 21],
      ["2", "wash", "heated", 20],
    ]),
  );
  // Three minutes of heat: wet after 15 and after 17 of 30, and no word of when it would have been dry.
  expect(sightings.map(({ low, high }) => [low, high])).toEqual([
    [0.5, Infinity],
    [expect.closeTo(17 / 30, 6), Infinity],
  ]);
  const often = batch(
    Array.from({ length: 12 }, (_, unit): Told[] => [
      [String(unit), "wash", "done", 0],
      [String(unit), "wash", "heated", 12],
    ]).flat(),
  );
  // Dried within twelve minutes a dozen times, and the wait is no shorter for it.
  const care = careBefore(null);
  expect(dryingTime(learnBench([often]), stage("wash"), "cotton", null, care).take).toBeGreaterThanOrEqual(dryingTime(learnBench([]), stage("wash"), "cotton", null, care).take);
});

test("stages told all at once in the evening, or by a clock that was days off, teach nothing of drying", () => {
  const told = batch([
    ["1", "wash", "done", 0],
    ["1", "glaze", "done", 2.5],
    ["2", "wash", "done", 0],
    ["2", "wash", "still-wet", 9000],
    ["3", "wash", "done", 0],
    ["3", "wash", "dry", 0.1],
  ]);
  expect(dryingSightings(told)).toEqual([]);
  expect(dryingTime(learnBench([told]), stage("wash"), "cotton", null, careBefore(null)).typical).toBeCloseTo(30, 6);
});

test("hands are timed from tap to tap of one stage, not over supper or a change of stage", () => {
  const taps: Told[] = [
    ["1", "wash", "done", 0],
    ["2", "wash", "done", 3],
    ["3", "wash", "done", 5],
    ["4", "wash", "done", 65],
    ["1", "glaze", "done", 67],
    ["2", "glaze", "done", 69.5],
  ];
  const sightings = handsSightings(batch(taps));
  expect(sightings.map(({ took }) => took)).toEqual([1.5, 1, 1.25]);
  // The second panel is the first with one behind it.
  expect(sightings[0]?.before).toBe(1);
  expect(handsEffects(stage("wash"), 1).practice).toBeCloseTo(Math.log(5), 6);
});

test("a damp room takes longer, before anything was seen, and the wait is longer where more is lost", () => {
  const times = learnBench([]);
  const wait = (humid: number, next: Parameters<typeof careBefore>[0]) => dryingTime(times, stage("wash"), "cotton", { warm: 20, humid }, careBefore(next));
  expect(wait(0.5, "wash").typical).toBeCloseTo(30, 6);
  expect(wait(0.8, "wash").typical).toBeGreaterThan(60);
  expect(wait(0.5, "unmask").take).toBeGreaterThan(wait(0.5, "wash").take);
  expect(careBefore("unmask").chance).toBe(0.95);
  expect(careBefore("untape").chance).toBe(0.95);
  expect(careBefore("wash").chance).toBe(0.8);
  expect(careBefore("fold").chance).toBe(0.7);
  expect(careBefore(null).chance).toBe(0.8);
});

test("thirty panels that were dry late teach the next one, and the spread narrows", () => {
  const panels = Array.from({ length: 30 }, (_, index): Told[] => [
    [String(index), "wash", "done", 0],
    [String(index), "wash", "still-wet", 38 + (index % 5)],
    [String(index), "wash", "dry", 43 + (index % 5)],
  ]);
  const times = learnBench([batch(panels.flat(), { warm: 20, humid: 0.5 })]);
  const known = dryingTime(times, stage("wash"), "cotton", { warm: 20, humid: 0.5 }, careBefore("wash"));
  expect(known.typical).toBeGreaterThan(39);
  expect(known.typical).toBeLessThan(44);
  expect(known.seen).toBe(30);
  const before = dryingTime(learnBench([]), stage("wash"), "cotton", null, careBefore("wash"));
  expect(known.high - known.low).toBeLessThan(before.high - before.low);
  expect(borrowedFrom(times, stage("glaze"), route)).toEqual([{ stage: "wash", seen: 30 }]);
});

test("practice makes hands quicker", () => {
  const times = learnBench([]);
  const [first, tenth, hundredth] = [0, 9, 99].map((before) => handsTime(times, stage("wash"), before).typical);
  expect(first ?? 0).toBeGreaterThan(tenth ?? 0);
  expect(hundredth ?? 9).toBeLessThan(tenth ?? 0);
  // A tenth longer than told with ten panels of practice.
  expect(tenth).toBeCloseTo(2 * Math.exp(0.1), 6);
});

test("what a batch taught is added and taken out to the last digit, however many taught the same", () => {
  const taught = (seed: number): ReturnType<typeof timesSeen> =>
    timesSeen(
      batch(
        Array.from({ length: 12 }, (_, unit): Told[] => [
          [String(unit), "wash", "done", unit * 3 + (seed % 7) / 3],
          [String(unit), "wash", unit % 3 === 0 ? "still-wet" : "dry", unit * 3 + 20 + ((seed * unit) % 11)],
        ]).flat(),
        { warm: 15 + (seed % 9), humid: 0.4 + (seed % 5) / 10 },
      ),
    );
  const all = Array.from({ length: 30 }, (_, seed) => taught(seed));
  const without = sumOfSeen(all.filter((_, seed) => seed !== 7));
  const key = (cells: ReturnType<typeof timesSeen>): string[] => cells.map((cell) => JSON.stringify(cell)).sort();
  expect(key(sumOfSeen([sumOfSeen(all)], taught(7)))).toEqual(key(without));
  expect(sumOfSeen([taught(7)], taught(7))).toEqual([]);
  // Thirty batches are hardly longer than a few.
  expect(sumOfSeen(all).length).toBeLessThan(0.5 * all.flat().length);
});

test("times learned from counts are those learned panel by panel, within what the steps leave", () => {
  const taps = Array.from({ length: 40 }, (_, unit): Told => [String(unit), "wash", "done", unit * 2.7 + (unit % 4) / 5]);
  const counted = handsTime(learnBench([batch(taps)]), stage("wash"), 9);
  const seen = handsSightings(batch(taps));
  const mean = seen.reduce((sum, { took }) => sum + Math.log(took), 0) / seen.length;
  expect(Math.abs(Math.log(counted.typical / 2) - mean)).toBeLessThan(0.12);
  expect(counted.seen).toBe(seen.length);
});

test("stages of years ago, taken together, still teach what a new one leans on, at the length of one", () => {
  const panels = Array.from({ length: 30 }, (_, index): Told[] => [
    [String(index), "wash", "done", 0],
    [String(index), "wash", "still-wet", 38 + (index % 5)],
    [String(index), "wash", "dry", 43 + (index % 5)],
  ]);
  const old = Array.from({ length: 12 }, (_, number) =>
    recordsOf(
      [{ ...stage(`old ${String(number)}`), paper: "cotton" }],
      timesSeen(batch(panels.flat())).map((cell) => ({ ...cell, stage: `old ${String(number)}` })),
    ),
  ).flat();
  const together = takenTogether(old);
  expect(together).toHaveLength(1);
  expect(JSON.stringify(together).length).toBeLessThan(JSON.stringify(old).length / 8);
  const [apart, joined] = [old, together].map((records) => dryingTime(learnRecords(records), stage("new"), "cotton", null, careBefore("wash")).typical);
  expect(joined).toBeGreaterThan(33);
  expect(Math.abs(Math.log((joined ?? 1) / (apart ?? 1)))).toBeLessThan(0.15);
});
