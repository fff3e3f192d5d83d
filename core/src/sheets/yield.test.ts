import fc from "fast-check";
import { createRequire } from "node:module";
import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import type { SplitJob } from "./model.ts";
import { splitFaults } from "./verify.ts";
import { bestYield } from "./yield.ts";

let solve: LinearSolver;
beforeAll(async () => {
  solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
});
const limits = { seed: 1, steps: 100, stop: () => false, left: () => 5 };
const sheet = (id: string, width: number, height: number, count: number) => ({ id, width: mm(width), height: mm(height), count, cost: money(0) });
const panel = (id: string, width: number, height: number, count: number, turn = true) => ({ id, width: mm(width), height: mm(height), count, turn });
const job = (sheets: SplitJob["sheets"], panels: SplitJob["panels"], more: Partial<SplitJob> = {}): SplitJob => ({
  sheets,
  panels,
  edge: mm(0),
  gap: mm(0),
  method: "cut",
  thirds: false,
  ...more,
});
const got = (answer: ReturnType<typeof bestYield>, id: string): number =>
  answer.split.layouts.reduce((sum, layout) => sum + layout.times * layout.pieces.filter((piece) => piece.panel === id).length, 0);

test("the dearer card comes first, and what is left over becomes tags", () => {
  const pile = job([sheet("left", 300, 120, 1)], [panel("card", 130, 110, 9), panel("tag", 50, 90, 20)]);
  const answer = bestYield(
    pile,
    new Map([
      ["card", 12],
      ["tag", 2],
    ]),
    limits,
    solve,
  );
  expect([got(answer, "card"), got(answer, "tag")]).toEqual([2, 0]);
  const wide = bestYield(
    { ...pile, sheets: [sheet("left", 320, 120, 1)] },
    new Map([
      ["card", 12],
      ["tag", 2],
    ]),
    limits,
    solve,
  );
  expect([got(wide, "card"), got(wide, "tag"), wide.worth, wide.bound, wide.split.proven]).toEqual([2, 1, 26, 26, true]);
});

test("many tags can be worth more than one card, and nobody gets more than is wanted", () => {
  const pile = job([sheet("left", 200, 100, 1)], [panel("card", 150, 100, 1), panel("tag", 50, 100, 3)]);
  const values = (tag: number) =>
    new Map([
      ["card", 5],
      ["tag", tag],
    ]);
  const cheap = bestYield(pile, values(1), limits, solve);
  const dear = bestYield(pile, values(3), limits, solve);
  expect([got(cheap, "card"), got(cheap, "tag"), cheap.worth]).toEqual([1, 1, 6]);
  expect([got(dear, "card"), got(dear, "tag"), dear.worth]).toEqual([0, 3, 9]);
});

test("a pile of several offcuts is used together, and one too small for anything is left", () => {
  const pile = job([sheet("a", 100, 100, 2), sheet("b", 60, 60, 1), sheet("crumb", 20, 20, 5)], [panel("square", 50, 50, 9)]);
  const answer = bestYield(pile, new Map([["square", 1]]), limits, solve);
  expect([answer.worth, answer.split.sheetsUsed, answer.split.layouts.some((layout) => layout.sheet === "crumb")]).toEqual([9, 3, false]);
});

test("a pile of nothing gives nothing", () => {
  expect(bestYield(job([sheet("a", 10, 10, 1)], [panel("card", 50, 50, 4)]), new Map([["card", 1]]), limits, solve)).toMatchObject({ worth: 0, bound: 0, split: { layouts: [] } });
});

test("whatever comes out can be cut, is wanted, and stays at or below the bound; a larger pile is never worth less", () => {
  const size = fc.integer({ min: 30, max: 120 });
  const pile = fc.record({
    sheets: fc.array(fc.tuple(fc.integer({ min: 60, max: 300 }), fc.integer({ min: 60, max: 300 }), fc.integer({ min: 1, max: 3 })), { minLength: 1, maxLength: 3 }),
    panels: fc.array(fc.tuple(size, size, fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 9 })), { minLength: 1, maxLength: 3 }),
  });
  fc.assert(
    fc.property(pile, ({ sheets, panels }) => {
      const asked = job(
        sheets.map(([width, height, count], index) => sheet(`s${String(index)}`, width, height, count)),
        panels.map(([width, height, count], index) => panel(`p${String(index)}`, width, height, count)),
      );
      const values = new Map(panels.map(([, , , value], index) => [`p${String(index)}`, value]));
      const answer = bestYield(asked, values, limits, solve);
      expect(splitFaults(asked, answer.split)).toEqual([]);
      expect(answer.worth).toBeLessThanOrEqual(answer.bound + 1e-6);
      if (!answer.split.proven) return;
      const more = bestYield({ ...asked, sheets: asked.sheets.map((each) => ({ ...each, count: (each.count ?? 0) + 1 })) }, values, limits, solve);
      expect(more.bound).toBeGreaterThanOrEqual(answer.worth);
    }),
    { numRuns: 30 },
  );
});
