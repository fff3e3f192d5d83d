import { createRequire } from "node:module";
import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import { seededRandom } from "../search/search.ts";
import { alikeLayouts, piecesFor } from "./alike.ts";
import { buildPlan, splitOfLayouts, type BuildSetting } from "./build.ts";
import { PatternPool } from "./columns.ts";
import { cutSplitter } from "./cut/cut.ts";
import { craftJob, publishedStyleJob } from "./examples.ts";
import { withFewerLayouts } from "./fewerLayouts.ts";
import { ruinAndRecreate } from "./improve.ts";
import type { Layout, Pattern, SplitJob } from "./model.ts";

let solve: LinearSolver;
beforeAll(async () => {
  solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
});

const square = (panel: string, x: number) => ({ panel, x: mm(x), y: mm(0), width: mm(100), height: mm(100) });
const layout = (times: number, ...panels: string[]): Layout => ({ sheet: "s", times, pieces: panels.map((panel, index) => square(panel, index * 100)), cuts: [], offcuts: [] });

test("sheets that are cut alike are one layout, whoever their pieces are for, most sheets first", () => {
  const found = alikeLayouts([layout(1, "kite"), layout(2, "kite", "moth"), layout(3, "moth", "moth")]);
  expect(found.map(({ layout: each, variants }) => [each.times, variants.map((variant) => variant.times)])).toEqual([
    [5, [2, 3]],
    [1, [1]],
  ]);
  expect(piecesFor(layout(1, "moth", "kite", "moth").pieces)).toEqual([
    { panel: "moth", count: 2 },
    { panel: "kite", count: 1 },
  ]);
});

const settingOf = (job: SplitJob): BuildSetting => ({ splitter: cutSplitter(job), sheets: job.sheets, demand: job.panels.map((panel) => panel.count) });

test("three layouts become two where the pieces and the cost allow it", () => {
  const job: SplitJob = {
    sheets: [{ id: "s", width: mm(200), height: mm(100), count: null, cost: money(10) }],
    panels: ["a", "b"].map((id, index) => ({ id, width: mm(100), height: mm(100 - index), count: 4, turn: false })),
    edge: mm(0),
    gap: mm(0),
    method: "cut",
    thirds: false,
  };
  const pattern = (...panels: number[]): Pattern => ({
    sheet: 0,
    spots: panels.map((panel, index) => ({ panel, x: index * mm(100), y: 0, width: mm(100), height: mm(100 - panel) })),
  });
  const setting = settingOf(job);
  const mixed = splitOfLayouts(setting, [
    { pattern: pattern(0, 0), times: 1 },
    { pattern: pattern(1, 1), times: 1 },
    { pattern: pattern(0, 1), times: 2 },
  ]);
  expect(mixed.uses).toHaveLength(3);
  const simple = withFewerLayouts(setting, mixed, [], solve, 2);
  expect([simple.uses.length, simple.cost, simple.placed]).toEqual([1, mixed.cost, 8]);
  expect(withFewerLayouts(setting, mixed, [], solve, 0)).toBe(mixed);
});

test("sheets filled anew never place less or cost more, and a sheet is saved where a rule of thumb wasted one", () => {
  let saved = 0;
  for (const job of [publishedStyleJob(4, 60, 1), publishedStyleJob(0, 40, 2), craftJob(4), craftJob(14)]) {
    const setting = settingOf(job);
    const area = job.panels.map((panel) => panel.width * panel.height);
    const before = buildPlan(setting, area, 0, []);
    const after = ruinAndRecreate(setting, before, area, new PatternPool(job.panels.length), seededRandom(1), 400, () => false);
    expect(after.placed).toBe(before.placed);
    expect(after.cost).toBeLessThanOrEqual(before.cost);
    saved += before.cost - after.cost;
    expect(ruinAndRecreate(setting, before, area, null, seededRandom(1), 400, () => true)).toBe(before);
  }
  expect(saved).toBeGreaterThan(0);
});
