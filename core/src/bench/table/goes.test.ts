import fc from "fast-check";
import { byStepsAlone } from "../examples.ts";
import type { UnitState } from "../live.ts";
import type { Move } from "../model.ts";
import { run } from "../run.ts";
import { runFaults } from "../verify.ts";
import { mostPerGo, mostPerPuddle } from "./goes.ts";
import { sheetLines, type PlanLine } from "./lines.ts";
import { tableJob, wholeBatches, type TableBatch, type TableSetting, type TableStage } from "./table.ts";

const pair = (hands: number, dry: number, setup = 0, within: number | null = null) => ({ hands, dry, setup, within });

test("as many panels go in a row as can all be caught: the first before its window closes, the last though others come first", () => {
  // Two minutes of wash, settled after 4, caught within 8: when the fifth is laid the first has 4 minutes left.
  expect(mostPerGo(pair(2, 4), pair(1, 30, 0, 8))).toBe(7);
  expect(mostPerGo(pair(2, 4), pair(1, 30, 5, 8))).toBe(4);
  // Hands that are slower than the wash fall behind panel by panel.
  expect(mostPerGo(pair(2, 4), pair(5, 30, 0, 8))).toBe(3);
  expect(mostPerGo(pair(2, 4), pair(1, 30, 13, 8))).toBe(0);
  expect(mostPerGo(pair(2, 4), pair(1, 30))).toBe(Infinity);
});

/** So many panels washed in a row, then caught one after the other as soon as may be. */
function inRow(panels: number, layer: ReturnType<typeof pair>, next: ReturnType<typeof pair>): string[] {
  const stages = [
    { id: "wash", ...layer },
    { id: "drop", ...next },
  ];
  const moves: Move[] = [];
  const move = (id: string, unit: number, start: number, hands: number): number => {
    moves.push({ batch: "tide", unit, stage: id, start, end: start + hands });
    return start + hands;
  };
  for (let unit = 0; unit < panels; unit += 1) move("wash", unit, unit * layer.hands, layer.hands);
  let free = panels * layer.hands + next.setup;
  for (let unit = 0; unit < panels; unit += 1) free = move("drop", unit, Math.max(free, (unit + 1) * layer.hands + layer.dry), next.hands);
  const makespan = Math.max(...moves.map(({ end, stage: id }) => end + (id === "wash" ? layer.dry : next.dry)));
  return runFaults({ batches: [{ id: "tide", palette: "", units: panels, stages }], changeover: 0, drying: null, windows: [] }, { makespan, bound: 0, moves });
}

test("the number told is the largest: whoever checks a plan finds so many caught in time, and one more too late", () => {
  const whole = (least: number, most: number) => fc.integer({ min: least, max: most });
  fc.assert(
    fc.property(whole(1, 6), whole(0, 8), whole(1, 6), whole(2, 12), whole(0, 6), (hands, dry, catching, within, setup) => {
      const [layer, next] = [pair(hands, dry), pair(catching, 0, setup, within)];
      const most = mostPerGo(layer, next);
      fc.pre(most < 40);
      if (most > 0) expect(inRow(most, layer, next)).toEqual([]);
      expect(inRow(most + 1, layer, next).some((fault) => fault.includes("begins too late"))).toBe(true);
    }),
  );
});

test("a puddle that lasts an hour and a half serves so many panels of a stage, and one at least", () => {
  expect(mostPerPuddle({ hands: 4 }, 90)).toBe(22);
  expect(mostPerPuddle({ hands: 200 }, 90)).toBe(1);
});

const stage = (id: string, hands: number, dry: number): TableStage => ({ id, name: id, kind: "paint", technique: null, hands, setup: 6, dry, within: null, portable: false });
const setting: TableSetting = {
  windows: [],
  lightWindows: [],
  helperWindows: [],
  helperMay: new Set(),
  changeover: 5,
  dryingPlaces: null,
  boards: null,
  last: null,
  mixed: null,
  tires: null,
  heated: new Set(),
};
const units = (count: number): UnitState[] => Array.from({ length: count }, (_, unit) => ({ unit: `u${String(unit)}`, done: 0, wetness: { state: "waiting" }, dryAt: null }));
const now = new Date("2031-11-08T10:00:00Z");
const batch = (count: number, more: Partial<TableBatch> = {}): TableBatch => ({
  id: "tide",
  palette: "tide",
  route: [stage("wash", 4, 30), stage("glaze", 4, 0)],
  units: units(count),
  due: null,
  perSheet: 1,
  ...more,
});

test("a batch whose puddles would thicken is planned in mixings of about the same size, each set up for; its lines count panels through", () => {
  const job = tableJob([batch(24, { perPuddle: 10 })], setting, now);
  expect(job.batches.map(({ id, units: many }) => [id, many])).toEqual([
    ["tide", 8],
    ["tide#2", 8],
    ["tide#3", 8],
  ]);
  const plan = run(job, byStepsAlone(20));
  if (!plan.ok) throw new Error("no plan");
  const lines = wholeBatches(job, sheetLines(job, plan.value)).filter((line): line is PlanLine => line.kind === "work");
  expect(new Set(lines.map((line) => line.batch))).toEqual(new Set(["tide"]));
  const washed = lines.filter(({ stage: id }) => id === "wash").flatMap((line) => line.units);
  expect([...washed].sort((a, b) => a - b)).toEqual(Array.from({ length: 24 }, (_, unit) => unit));
  expect(lines.find((line) => line.units.includes(8))?.mixedAgain).toBe(true);
  expect(lines.find((line) => line.units.includes(0))?.mixedAgain).toBeUndefined();
});

test("hands go on with the mixing that they were at; a taped sheet is not torn between two", () => {
  const half = units(12).map((unit, index): UnitState => (index < 7 ? { ...unit, done: 1, wetness: { state: "dry" }, dryAt: now } : unit));
  const job = tableJob([batch(12, { units: half, perPuddle: 6 })], { ...setting, last: { batch: "tide", stage: "wash", unit: "u6" } }, now);
  expect(job.last).toEqual({ batch: "tide#2", stage: "wash", spent: 0 });
  expect(tableJob([batch(12, { perPuddle: 5, perSheet: 4 })], setting, now).batches.map(({ units: many }) => many)).toEqual([4, 4, 4]);
  expect(tableJob([batch(12, { perPuddle: 1000 })], setting, now).batches).toHaveLength(1);
});
