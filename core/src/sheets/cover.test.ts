import fc from "fast-check";
import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { seededRandom } from "../search/search.ts";
import { coverBound, mostArea } from "./cover.ts";
import { cutSplitter } from "./cut/cut.ts";
import { dualFeasiblePrices } from "./dualFeasible.ts";
import { craftJob, publishedStyleJob } from "./examples.ts";
import type { SplitJob } from "./model.ts";

const sheet = (id: string, cost: number, count: number | null) => ({ id, width: mm(100), height: mm(100), count, cost: money(cost) });
const setting = (job: SplitJob) => ({ splitter: cutSplitter(job), sheets: job.sheets, demand: job.panels.map((panel) => panel.count) });
const jobWith = (sheets: SplitJob["sheets"], count: number): SplitJob => ({
  sheets,
  panels: [{ id: "A", width: mm(50), height: mm(50), count, turn: true }],
  edge: mm(0),
  gap: mm(0),
  method: "cut",
  thirds: false,
});

test("no part of a sheet can be bought: nine quarters of a sheet cost three", () => {
  expect(coverBound(setting(jobWith([sheet("a", 70, null)], 9)), [1], [4], 9, 700)).toBe(210);
});

test("the cheap ones are few, so the rest is paid dear", () => {
  const two = jobWith([sheet("left", 0, 1), sheet("cheap", 30, 2), sheet("dear", 100, null)], 14);
  // One free and two cheap sheets hold twelve of fourteen.
  expect(coverBound(setting(two), [1], [4, 4, 4], 14, 1000)).toBe(160);
  expect(coverBound(setting(two), [1], [4, 4, 4], 12, 1000)).toBe(60);
  expect(coverBound(setting(two), [1], [4, 4, 4], 4, 1000)).toBe(0);
});

test("nothing above what is known to be possible is claimed", () => {
  expect(coverBound(setting(jobWith([sheet("a", 70, 1)], 9)), [1], [4], 9, 70)).toBe(70);
});

test("the most area below a cost counts limited sheets once each", () => {
  const two = setting(jobWith([sheet("left", 0, 1), sheet("cheap", 30, 2), sheet("dear", 100, null)], 14));
  expect(mostArea(two, [5, 10, 20], 161)).toBe(5 + 20 + 20);
  expect(mostArea(two, [5, 10, 20], 100)).toBe(5 + 20);
  expect(mostArea(two, [5, 10, 20], 0)).toBe(5);
});

test("at dual feasible prices no sheet holds more than it costs", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), fc.boolean(), (seed, craft) => {
      const job = craft ? craftJob(seed) : publishedStyleJob(seed, 15, seed);
      const fitting = {
        ...job,
        panels: job.panels.filter((panel) => job.sheets.every((each) => Math.max(panel.width, panel.height) + 2 * job.edge < Math.min(each.width, each.height))),
      };
      const splitter = cutSplitter(fitting);
      const random = seededRandom(seed);
      const wanted = fitting.panels.map((panel, index) => ({ panel: index, count: panel.count }));
      const patterns = fitting.sheets.map((_, index) => splitter.shuffled?.(index, wanted, random));
      for (const prices of dualFeasiblePrices(fitting, setting(fitting)))
        for (const pattern of patterns) {
          const worth = pattern?.spots.reduce((sum, spot) => sum + (prices[spot.panel] ?? 0), 0) ?? 0;
          expect(worth).toBeLessThanOrEqual((fitting.sheets[pattern?.sheet ?? 0]?.cost ?? 0) * (1 + 1e-9) + 1e-9);
        }
    }),
    { numRuns: 40 },
  );
});

test("pieces larger than half a side need a sheet each, which area alone does not see", () => {
  const job = { ...jobWith([sheet("a", 100, null)], 3), panels: [{ id: "A", width: mm(51), height: mm(51), count: 3, turn: false }] };
  const bounds = dualFeasiblePrices(job, setting(job)).map((prices) => coverBound(setting(job), prices, [100], 3, 1000));
  expect(Math.max(...bounds)).toBe(300);
});
