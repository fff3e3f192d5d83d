import fc from "fast-check";
import { createRequire } from "node:module";
import { inches, mm, type Length } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import { limitsFor } from "../search/search.ts";
import { craftJob, publishedStyleJob } from "./examples.ts";
import type { SplitJob, SplitMethod } from "./model.ts";
import { split } from "./split.ts";
import { splitFaults } from "./verify.ts";

let solve: LinearSolver;
beforeAll(async () => {
  const load = createRequire(import.meta.url)("highs") as () => Promise<HighsModule>;
  solve = highsSolver(await load());
});

const still = { ...limitsFor(1, () => 0), stop: () => false, left: () => 5 };
const brisk = { ...still, steps: 100 };
const job = (more: Partial<SplitJob>): SplitJob => ({ sheets: [], panels: [], edge: mm(0), gap: mm(0), method: "cut", thirds: false, ...more });
const sheet = (width: Length, height: Length, count: number | null = null, cost = 100, id = "sheet") => ({ id, width, height, count, cost: money(cost) });
const panel = (width: Length, height: Length, count: number, turn = true, id = "A") => ({ id, width, height, count, turn });

test("eight strips of 3 1/4 in come out of 26 in", () => {
  const strips = job({ sheets: [sheet(inches(26), inches(5))], panels: [panel(inches(3.25), inches(5), 8, false)] });
  const answer = split(strips, still, solve);
  expect(answer).toMatchObject({ sheetsUsed: 1, cost: 100, proven: true, unplaced: [] });
  expect(answer.layouts[0]?.cuts).toHaveLength(7);
  expect(answer.layouts[0]?.offcuts).toEqual([]);
});

test("three of 33.333 mm do not come out of 100 mm by knife, but a true third comes by folding", () => {
  const thirds = { sheets: [sheet(mm(100), mm(50), 1)], panels: [panel(mm(33.333), mm(50), 3, false)] };
  expect(split(job(thirds), still, solve).unplaced).toEqual([{ panel: "A", count: 1 }]);
  const folded = split(job({ ...thirds, panels: [panel(mm(33.33), mm(50), 3, false)], method: "fold", thirds: true }), still, solve);
  expect(folded).toMatchObject({ unplaced: [], sheetsUsed: 1, proven: true });
});

test("a 20 x 26 in sheet halved five times gives 32 pieces of 5 x 3 1/4", () => {
  const halved = job({ sheets: [sheet(inches(20), inches(26))], panels: [panel(inches(5), inches(3.25), 32, false)], method: "fold" });
  const answer = split(halved, still, solve);
  expect(answer).toMatchObject({ sheetsUsed: 1, proven: true });
  expect(answer.layouts[0]?.cuts).toHaveLength(31);
});

test("a tear eats into every half, so pieces of the full half do not come out", () => {
  const torn = (width: number) => split(job({ sheets: [sheet(mm(201), mm(100))], panels: [panel(mm(width), mm(100), 2, false)], method: "fold", gap: mm(1) }), still, solve);
  expect(torn(100).sheetsUsed).toBe(1);
  expect(torn(100.1).sheetsUsed).toBe(2);
});

test("the gap is lost between pieces, not at the rim", () => {
  const taped = (width: number) =>
    split(job({ sheets: [sheet(mm(width), mm(120), 1)], panels: [panel(mm(100), mm(100), 3, false)], method: "tape", gap: mm(6), edge: mm(10) }), still, solve);
  expect(taped(332).unplaced).toEqual([]);
  expect(taped(331.9).unplaced).toEqual([{ panel: "A", count: 1 }]);
});

test("as many pieces as possible come before cost: the dear sheet is used when the cheap one holds fewer", () => {
  const answer = split(job({ sheets: [sheet(mm(100), mm(100), 1, 10, "cheap"), sheet(mm(300), mm(100), 1, 900, "dear")], panels: [panel(mm(100), mm(100), 4)] }), still, solve);
  expect(answer).toMatchObject({ cost: 910, proven: true, unplaced: [] });
});

test("with too few sheets the small panels go first, since more of them fit", () => {
  const answer = split(job({ sheets: [sheet(mm(100), mm(100), 1)], panels: [panel(mm(100), mm(100), 1, true, "large"), panel(mm(50), mm(50), 4, true, "small")] }), still, solve);
  expect(answer.unplaced).toEqual([{ panel: "large", count: 1 }]);
  expect(answer.proven).toBe(true);
});

test("a cheaper mix of two sheet sizes is found and proven", () => {
  const answer = split(
    job({ sheets: [sheet(mm(400), mm(300), null, 420, "full"), sheet(mm(200), mm(300), null, 230, "half")], panels: [panel(mm(100), mm(100), 18)] }),
    still,
    solve,
  );
  expect(answer).toMatchObject({ cost: 650, lowerBound: 650, proven: true });
});

test("what is left stays in one piece", () => {
  const answer = split(job({ sheets: [sheet(mm(500), mm(400))], panels: [panel(mm(100), mm(100), 7)] }), still, solve);
  const largest = Math.max(...(answer.layouts[0]?.offcuts ?? []).map((offcut) => offcut.width * offcut.height));
  // Two columns of four: 300 x 400 is left whole.
  expect(largest).toBeGreaterThanOrEqual(mm(300) * mm(400));
});

test("a million panels are answered by repeated layouts", () => {
  const answer = split(job({ sheets: [sheet(mm(500), mm(400))], panels: [panel(mm(100), mm(100), 1_000_000)] }), still, solve);
  expect(answer).toMatchObject({ sheetsUsed: 50_000, proven: true });
  expect(answer.layouts.length).toBeLessThan(5);
});

test("one kind of sheet with fewer than sixty panels in three sizes is decided, not only answered", () => {
  const answers = [1, 2, 3, 6, 8, 10].map((seed) => split({ ...craftJob(seed), sheets: craftJob(seed).sheets.slice(0, 1) }, { ...still, seed }, solve));
  expect(answers.filter((answer) => answer.proven).length).toBeGreaterThanOrEqual(5);
});

test("two needs of one panel size share sheets, and each gets its own count", () => {
  const answer = split(job({ sheets: [sheet(mm(400), mm(300))], panels: [panel(mm(100), mm(100), 7, true, "fair"), panel(mm(100), mm(100), 5, true, "list")] }), still, solve);
  expect(answer.sheetsUsed).toBe(1);
  const ids = answer.layouts.flatMap((layout) => layout.pieces.map((piece) => piece.panel));
  expect([ids.filter((id) => id === "fair").length, ids.filter((id) => id === "list").length]).toEqual([7, 5]);
});

test("over two sheets the pieces gather so that one sheet keeps a large offcut", () => {
  // Nine of 100 x 100 lie on a sheet of 300 x 300; ten leave one alone on the second: 200 x 300 stays whole there.
  const answer = split(job({ sheets: [sheet(mm(300), mm(300))], panels: [panel(mm(100), mm(100), 10)] }), still, solve);
  expect(Math.max(...answer.layouts.flatMap((layout) => layout.offcuts.map((offcut) => offcut.width * offcut.height)))).toBe(mm(200) * mm(300));
});

test("the same seed gives the same plan, and progress only ever gets better", () => {
  const seen: number[] = [];
  const many = publishedStyleJob(4, 40, 1);
  // The solver ends by what it has proven, not by the clock, however busy the machine is.
  const patient = { ...brisk, left: () => 100 };
  const [one, other] = [split(many, patient, solve, (at) => seen.push(at.cost)), split(many, patient, solve)];
  expect(one).toEqual(other);
  expect([...seen].sort((a, b) => b - a)).toEqual(seen);
  expect(splitFaults(many, one)).toEqual([]);
});

test("a search that is stopped at once still answers, with a bound below its cost", () => {
  const answer = split(craftJob(14), { ...still, stop: () => true, left: () => 0 }, solve);
  expect(answer.unplaced).toEqual([]);
  expect(answer.lowerBound).toBeLessThanOrEqual(answer.cost);
});

test("a tape grid of several sizes places everything even when no time is left", () => {
  const sizes = [90, 100, 110, 120].map((side, index) => panel(mm(side), mm(side - 15), 5, true, `p${String(index)}`));
  const answer = split(job({ sheets: [sheet(mm(400), mm(300))], panels: sizes, method: "tape", gap: mm(6), edge: mm(6) }), { ...still, stop: () => true, left: () => 0 }, solve);
  expect(answer.unplaced).toEqual([]);
});

test("a tape grid and folds of several sizes are decided over all their ways", () => {
  const mixed = { sheets: [sheet(mm(400), mm(300))], panels: [panel(mm(90), mm(60), 11, true, "tag"), panel(mm(130), mm(95), 7, true, "card")] };
  for (const method of ["tape", "fold"] as const) expect(split(job({ ...mixed, method, gap: mm(2) }), still, solve)).toMatchObject({ proven: true, unplaced: [] });
});

const anyJob = fc
  .record({
    method: fc.constantFrom<SplitMethod>("cut", "fold", "tape"),
    sheets: fc.array(
      fc.record({
        width: fc.integer({ min: 150, max: 500 }),
        height: fc.integer({ min: 150, max: 500 }),
        count: fc.option(fc.integer({ min: 1, max: 3 }), { nil: null }),
        cost: fc.integer({ min: 0, max: 500 }),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    panels: fc.array(
      fc.record({ width: fc.integer({ min: 40, max: 140 }), height: fc.integer({ min: 40, max: 140 }), count: fc.integer({ min: 1, max: 9 }), turn: fc.boolean() }),
      { minLength: 1, maxLength: 4 },
    ),
    edge: fc.integer({ min: 0, max: 10 }),
    gap: fc.integer({ min: 0, max: 6 }),
    thirds: fc.boolean(),
  })
  .map((each): SplitJob => ({
    ...each,
    sheets: each.sheets.map((one, index) => sheet(mm(one.width), mm(one.height), one.count, one.cost, `s${String(index)}`)),
    panels: each.panels.map((one, index) => panel(mm(one.width), mm(one.height), one.count, one.turn, `p${String(index)}`)),
    edge: mm(each.edge),
    gap: mm(each.gap),
  }));

test("every split can be cut as drawn, adds up, and stays at or above its bound", () => {
  fc.assert(
    fc.property(anyJob, (any) => {
      expect(splitFaults(any, split(any, brisk, solve))).toEqual([]);
    }),
    { numRuns: 60 },
  );
});

test("one more sheet on the shelf never costs more where all was placed before", () => {
  fc.assert(
    fc.property(anyJob, (any) => {
      const before = split(any, brisk, solve);
      if (!before.proven || before.unplaced.length > 0) return;
      const more = { ...any, sheets: any.sheets.map((each) => ({ ...each, count: each.count === null ? null : each.count + 1 })) };
      const after = split(more, brisk, solve);
      expect(after.lowerBound).toBeLessThanOrEqual(before.cost);
      expect(after.cost).toBeLessThanOrEqual(before.cost);
    }),
    { numRuns: 15 },
  );
});

test("one more sheet on the shelf never costs a piece", () => {
  fc.assert(
    fc.property(anyJob, (any) => {
      const left = (of: SplitJob): number => split(of, brisk, solve).unplaced.reduce((sum, each) => sum + each.count, 0);
      const more = { ...any, sheets: any.sheets.map((each) => ({ ...each, count: each.count === null ? null : each.count + 1 })) };
      expect(left(more)).toBeLessThanOrEqual(left(any));
    }),
    { numRuns: 15 },
  );
});

/** The fewest unit squares' sheets for squares of one size, by counting the grid. */
test("squares on one kind of sheet need as many sheets as the grid says", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 60 }), (columns, rows, count) => {
      const squares = job({ sheets: [sheet(mm(columns * 50 + 10), mm(rows * 50 + 10))], panels: [panel(mm(50), mm(50), count)] });
      const answer = split(squares, brisk, solve);
      expect(answer.sheetsUsed).toBe(Math.ceil(count / (columns * rows)));
      expect(answer.proven).toBe(true);
    }),
    { numRuns: 25 },
  );
});
